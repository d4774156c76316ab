package dev.girdle.cli.view;

import java.util.ArrayList;
import java.util.List;

/** Rows whose cells stand below each other. The last column may be as long as it wants. */
public final class Table {
  private static final int LEAST_ROOM = 30;

  private final boolean[] right;
  private final List<String[]> rows = new ArrayList<>();

  /**
   * Starts a table.
   *
   * @param columns one letter for each column: {@code l} for left, {@code r} for right
   */
  public Table(String columns) {
    right = new boolean[columns.length()];
    for (int i = 0; i < right.length; i++) {
      right[i] = columns.charAt(i) == 'r';
    }
  }

  /**
   * Adds a row.
   *
   * @param cells as many as there are columns
   */
  public void row(String... cells) {
    rows.add(cells);
  }

  /**
   * Prints the table, two spaces in.
   *
   * @param console where to
   * @param hasHead whether the first row is a head
   */
  public void print(Console console, boolean hasHead) {
    int[] widths = new int[right.length];
    for (String[] row : rows) {
      for (int i = 0; i < row.length; i++) {
        widths[i] = Math.max(widths[i], width(row[i]));
      }
    }
    boolean first = hasHead;
    for (String[] row : rows) {
      for (String line : lines(row, widths, console.width())) {
        console.line(first ? console.paint(Console.Paint.FAINT, line) : line);
      }
      first = false;
    }
  }

  /** One line, or more if the last cell does not fit the terminal. */
  private List<String> lines(String[] row, int[] widths, int width) {
    StringBuilder line = new StringBuilder(" ");
    int last = row.length - 1;
    for (int i = 0; i < last; i++) {
      String fill = " ".repeat(widths[i] - width(row[i]));
      line.append(' ').append(right[i] ? fill + row[i] : row[i] + fill).append(' ');
    }
    String start = line.append(' ').toString();
    int room = width - width(start) - 1;
    if (right[last]) {
      return List.of(start + " ".repeat(widths[last] - width(row[last])) + row[last]);
    }
    if (width == 0 || room < LEAST_ROOM || width(row[last]) <= room) {
      return List.of((start + row[last]).stripTrailing());
    }
    List<String> lines = new ArrayList<>();
    String rest = row[last];
    while (width(rest) > room) {
      int cut = cut(rest, room);
      lines.add((start + rest.substring(0, cut)).stripTrailing());
      rest = rest.substring(cut).stripLeading();
      start = " ".repeat(width(start));
    }
    lines.add(start + rest);
    return lines;
  }

  /** Behind the last space that fits, else behind the last dot or comma, else anywhere. */
  private static int cut(String text, int room) {
    int space = text.lastIndexOf(' ', room);
    if (space > room / 2) {
      return space + 1;
    }
    int dot = text.lastIndexOf('.', room - 1);
    return dot > room / 2 ? dot + 1 : room;
  }

  /** Escape sequences take no room. */
  private static int width(String cell) {
    String plain = cell.replaceAll("\u001b\\[[0-9;]*m", "");
    return plain.codePointCount(0, plain.length());
  }
}
