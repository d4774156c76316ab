package dev.girdle.cli.view;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/**
 * Where a command's words go.
 *
 * @param out results
 * @param err progress, warnings and errors
 * @param colour whether results may be coloured
 * @param fine whether the terminal can show more than ASCII
 * @param width of the terminal in characters; 0 if results go elsewhere and lines may be of any
 *     length
 */
public record Console(PrintWriter out, PrintWriter err, boolean colour, boolean fine, int width) {
  private static final int INDENT = 2;
  private static final int LEAST_ROOM = 30;
  private static final Pattern CONTROL =
      Pattern.compile("[\\p{Cntrl}&&[^\n\t\u001b]]|\u001b(?!\\[[0-3]?[0-9]?m)");

  /** Colours by what they mean. */
  public enum Paint {
    /** Headings and names. */
    STRONG("1"),
    /** What is there for completeness. */
    FAINT("2"),
    /** What is well. */
    GOOD("32"),
    /** What needs attention. */
    NOTICE("33"),
    /** What is wrong. */
    BAD("31");

    private final String code;

    Paint(String code) {
      this.code = code;
    }
  }

  /**
   * Paints a text, if colours are wanted.
   *
   * @param paint what it means
   * @param text the text
   * @return the text, with escape sequences or without
   */
  public String paint(Paint paint, String text) {
    return colour && !text.isEmpty() ? "\u001b[" + paint.code + "m" + text + "\u001b[0m" : text;
  }

  /**
   * Prints a line of the result.
   *
   * @param line without line end
   */
  public void line(String line) {
    out.println(harmless(line));
  }

  /**
   * Takes control characters out of a text, which may come from a hostile archive and must not move
   * the cursor of the user's terminal. Line ends, tabs and Girdle's own colours stay.
   *
   * @param text any text
   * @return the text with question marks for control characters
   */
  public static String harmless(String text) {
    return CONTROL.matcher(text).replaceAll("?");
  }

  /** Prints an empty line. */
  public void gap() {
    out.println();
  }

  /**
   * Prints a heading with an empty line before it.
   *
   * @param text the heading
   */
  public void heading(String text) {
    gap();
    line(paint(Paint.STRONG, text));
  }

  /**
   * Prints lines as notices, if there are any.
   *
   * @param notices one sentence each
   */
  public void notices(List<String> notices) {
    if (!notices.isEmpty()) {
      heading("Worth knowing");
      for (String notice : notices) {
        wrapped(notice).forEach(l -> line("  " + paint(Paint.NOTICE, l)));
      }
    }
  }

  /** Lines that fit the terminal, broken between words where that can be. */
  private List<String> wrapped(String text) {
    int room = width - INDENT;
    List<String> lines = new ArrayList<>();
    String rest = text;
    while (width > 0 && room > LEAST_ROOM && rest.length() > room) {
      int space = rest.lastIndexOf(' ', room);
      int cut = space > INDENT ? space : room;
      lines.add(rest.substring(0, cut));
      rest = "  " + rest.substring(cut).stripLeading();
    }
    lines.add(rest);
    return lines;
  }

  /**
   * A bar that shows a share.
   *
   * @param share from 0 to 1
   * @param width of the whole, in characters
   * @return at least one character long if the share is more than nothing
   */
  public String bar(double share, int width) {
    int length = (int) Math.round(share * width);
    return (fine ? "■" : "#").repeat(share > 0 ? Math.max(1, length) : 0);
  }
}
