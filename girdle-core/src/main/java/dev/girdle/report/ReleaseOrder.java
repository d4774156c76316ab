package dev.girdle.report;

import java.math.BigInteger;
import java.util.Comparator;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;

/**
 * Orders releases as people do: numbers by their value, and what only prepares a release before it.
 */
final class ReleaseOrder implements Comparator<String> {
  private static final Pattern TOKEN = Pattern.compile("[0-9]+|\\p{L}+");

  @Override
  public int compare(String a, String b) {
    List<String> left = tokens(a);
    List<String> right = tokens(b);
    for (int i = 0; i < Math.max(left.size(), right.size()); i++) {
      int order =
          compareTokens(i < left.size() ? left.get(i) : "", i < right.size() ? right.get(i) : "");
      if (order != 0) {
        return order;
      }
    }
    return a.compareTo(b);
  }

  private static List<String> tokens(String release) {
    return TOKEN.matcher(release).results().map(MatchResult::group).toList();
  }

  private static int compareTokens(String a, String b) {
    int order = Integer.compare(rank(a), rank(b));
    if (order != 0) {
      return order;
    }
    return rank(a) == 2 ? new BigInteger(a).compareTo(new BigInteger(b)) : a.compareToIgnoreCase(b);
  }

  /** A word before the end (2.0-rc1 comes before 2.0), a number after it (2.0 before 2.0.1). */
  private static int rank(String token) {
    return token.isEmpty() ? 1 : Character.isDigit(token.charAt(0)) ? 2 : 0;
  }
}
