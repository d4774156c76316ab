package dev.girdle.java.maven;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A version with Maven's order (POM reference, "Version Order Specification"): split at dots,
 * hyphens and where digits and letters meet; numbers by value, qualifiers by their known order;
 * null parts at the end of a section do not count.
 */
public final class Version implements Comparable<Version> {
  private static final List<String> QUALIFIERS =
      List.of("alpha", "beta", "milestone", "rc", "snapshot", "", "sp");

  private final String text;
  private final List<Token> tokens;

  private record Token(char separator, BigInteger number, String qualifier) {
    boolean isNull() {
      return number != null
          ? number.signum() == 0
          : List.of("", "final", "ga", "release").contains(qualifier);
    }

    /** The kinds of tokens in their order: qualifiers, numbers after hyphens, after dots. */
    int kind() {
      if (number == null) {
        return 0;
      }
      return separator == '-' ? 1 : 2;
    }
  }

  private Version(String text, List<Token> tokens) {
    this.text = text;
    this.tokens = tokens;
  }

  /**
   * Reads a version; any text is one.
   *
   * @param text the version
   * @return what can be compared
   */
  public static Version of(String text) {
    List<Token> tokens = new ArrayList<>();
    String lower = text.toLowerCase(Locale.ROOT);
    char separator = '-';
    int at = 0;
    while (at <= lower.length()) {
      int end = at;
      boolean digits = end < lower.length() && Character.isDigit(lower.charAt(end));
      while (end < lower.length()
          && !isSeparator(lower.charAt(end))
          && Character.isDigit(lower.charAt(end)) == digits) {
        end++;
      }
      boolean beforeDigit = end < lower.length() && Character.isDigit(lower.charAt(end));
      tokens.add(token(separator, lower.substring(at, end), digits, beforeDigit));
      if (end < lower.length() && isSeparator(lower.charAt(end))) {
        separator = lower.charAt(end) == '.' ? '.' : '-';
        at = end + 1;
      } else {
        separator = '-';
        at = end == lower.length() ? end + 1 : end;
      }
    }
    trim(tokens);
    return new Version(text, tokens);
  }

  private static boolean isSeparator(char c) {
    return c == '.' || c == '-' || c == '_';
  }

  private static Token token(char separator, String part, boolean digits, boolean beforeDigit) {
    if (digits) {
      return new Token(separator, new BigInteger(part), null);
    }
    if (part.isEmpty()) {
      return new Token(separator, BigInteger.ZERO, null);
    }
    String known =
        switch (part) {
          case "a" -> beforeDigit ? "alpha" : part;
          case "b" -> beforeDigit ? "beta" : part;
          case "m" -> beforeDigit ? "milestone" : part;
          case "cr" -> "rc";
          case "ga", "final", "release" -> "";
          default -> part;
        };
    return new Token(separator, null, known);
  }

  /** Takes null tokens away from the end, and from before each hyphen. */
  private static void trim(List<Token> tokens) {
    for (int i = tokens.size() - 1; i > 0; i--) {
      boolean endsSection = i == tokens.size() - 1 || tokens.get(i + 1).separator == '-';
      if (endsSection && tokens.get(i).isNull()) {
        tokens.remove(i);
      }
    }
  }

  @Override
  public int compareTo(Version other) {
    int longest = Math.max(tokens.size(), other.tokens.size());
    for (int i = 0; i < longest; i++) {
      Token mine = i < tokens.size() ? tokens.get(i) : padding(other.tokens.get(i));
      Token theirs = i < other.tokens.size() ? other.tokens.get(i) : padding(tokens.get(i));
      int order = compare(mine, theirs);
      if (order != 0) {
        return order;
      }
    }
    return 0;
  }

  private static Token padding(Token other) {
    return other.number != null
        ? new Token(other.separator, BigInteger.ZERO, null)
        : new Token(other.separator, null, "");
  }

  private static int compare(Token a, Token b) {
    if (a.kind() != b.kind()) {
      return Integer.compare(a.kind(), b.kind());
    }
    if (a.number != null) {
      return a.number.compareTo(b.number);
    }
    int byOrder = Integer.compare(rank(a.qualifier), rank(b.qualifier));
    return byOrder != 0 ? byOrder : a.qualifier.compareTo(b.qualifier);
  }

  private static int rank(String qualifier) {
    int known = QUALIFIERS.indexOf(qualifier);
    return known < 0 ? QUALIFIERS.size() : known;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Version v && compareTo(v) == 0;
  }

  @Override
  public int hashCode() {
    return 0; // versions that are written differently can be equal, and few are ever hashed
  }

  @Override
  public String toString() {
    return text;
  }
}
