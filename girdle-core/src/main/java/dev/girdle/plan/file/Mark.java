package dev.girdle.plan.file;

/**
 * A place in a text.
 *
 * @param line from 1
 * @param column from 1
 */
record Mark(int line, int column) implements Comparable<Mark> {
  static final Mark START = new Mark(1, 1);

  @Override
  public int compareTo(Mark other) {
    return line == other.line
        ? Integer.compare(column, other.column)
        : Integer.compare(line, other.line);
  }
}
