package dev.girdle.plan.file;

import java.util.Comparator;

/**
 * Something that is wrong with a plan.
 *
 * @param at where
 * @param text what
 */
record Problem(Mark at, String text) implements Comparable<Problem> {
  @Override
  public int compareTo(Problem other) {
    return Comparator.comparing(Problem::at).thenComparing(Problem::text).compare(this, other);
  }

  String in(String file) {
    return file + ":" + at.line() + ":" + at.column() + ": " + text;
  }
}
