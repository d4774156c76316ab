package dev.girdle.cli.view;

import java.io.PrintWriter;
import java.util.List;

/**
 * Where a command's words go.
 *
 * @param out results
 * @param err progress, warnings and errors
 * @param colour whether results may be coloured
 * @param fine whether the terminal can show more than ASCII
 */
public record Console(PrintWriter out, PrintWriter err, boolean colour, boolean fine) {
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
    out.println(line);
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
      notices.forEach(n -> line("  " + paint(Paint.NOTICE, n)));
    }
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
