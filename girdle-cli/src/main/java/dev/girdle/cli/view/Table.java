package dev.girdle.cli.view;

import java.util.ArrayList;
import java.util.List;

/** Rows whose cells stand below each other. The last column may be as long as it wants. */
public final class Table {
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
      StringBuilder line = new StringBuilder(" ");
      for (int i = 0; i < row.length; i++) {
        String fill = " ".repeat(widths[i] - width(row[i]));
        line.append(' ').append(right[i] ? fill + row[i] : row[i] + fill).append(' ');
      }
      String text = line.toString().stripTrailing();
      console.line(first ? console.paint(Console.Paint.FAINT, text) : text);
      first = false;
    }
  }

  /** Escape sequences take no room. */
  private static int width(String cell) {
    String plain = cell.replaceAll("\u001b\\[[0-9;]*m", "");
    return plain.codePointCount(0, plain.length());
  }
}
