package dev.girdle.app;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/** Finds the names that a user may have meant. */
public final class Nearest {
  private Nearest() {}

  /**
   * The names nearest to a wrong one.
   *
   * @param wrong what the user wrote
   * @param names what there is
   * @param most how many at most
   * @return the nearest first; empty if none is near enough to be meant
   */
  public static List<String> to(String wrong, Collection<String> names, int most) {
    String simple = simple(wrong);
    int bound = Math.max(2, simple.length() / 3);
    record Near(String name, int distance) {}
    return names.stream()
        .map(name -> new Near(name, distance(simple, simple(name), bound)))
        .filter(near -> near.distance <= bound)
        .sorted(
            Comparator.comparingInt(Near::distance)
                .thenComparingInt(near -> distance(wrong, near.name, 1000))
                .thenComparing(Near::name))
        .limit(most)
        .map(Near::name)
        .toList();
  }

  private static String simple(String name) {
    int cut =
        Math.max(name.lastIndexOf('.'), Math.max(name.lastIndexOf('/'), name.lastIndexOf('$')));
    return name.substring(cut + 1).toLowerCase(Locale.ROOT);
  }

  /** Levenshtein distance, given up as {@code bound + 1} when it is sure to exceed the bound. */
  private static int distance(String a, String b, int bound) {
    if (Math.abs(a.length() - b.length()) > bound) {
      return bound + 1;
    }
    int[] row = new int[b.length() + 1];
    for (int j = 0; j <= b.length(); j++) {
      row[j] = j;
    }
    for (int i = 1; i <= a.length(); i++) {
      int diagonal = row[0];
      row[0] = i;
      for (int j = 1; j <= b.length(); j++) {
        int change = diagonal + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
        diagonal = row[j];
        row[j] = Math.min(change, 1 + Math.min(row[j], row[j - 1]));
      }
    }
    return row[b.length()];
  }
}
