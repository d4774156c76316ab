package dev.girdle.nativeprogram.content;

import java.util.BitSet;

/**
 * The runs of letters and digits that names begin and end with, by their hash codes: a text in
 * which none of them stands names nothing. Of a pattern, some letters of a run are enough.
 */
final class FirstWords {
  private static final int BITS = 22;
  private static final int LEAST = 2;

  private final BitSet first = new BitSet(1 << BITS);
  private final BitSet begins = new BitSet(1 << BITS);
  private final BitSet ends = new BitSet(1 << BITS);
  private boolean isAnything;

  /** A name, in small letters. */
  void add(String name) {
    int start = 0;
    while (start < name.length() && !isWord(name.charAt(start))) {
      start++;
    }
    int hash = 0;
    int at = start;
    while (at < name.length() && isWord(name.charAt(at))) {
      hash = mixed(hash, name.charAt(at++));
      if (at - start >= LEAST) {
        begins.set(place(hash));
      }
    }
    isAnything |= at == start; // a name of signs alone
    first.set(place(hash));
    addEnds(name);
  }

  private void addEnds(String name) {
    int end = name.length();
    while (end > 0 && !isWord(name.charAt(end - 1))) {
      end--;
    }
    for (int from = end - LEAST; from >= 0 && isWord(name.charAt(from)); from--) {
      int hash = 0;
      for (int i = from; i < end; i++) {
        hash = mixed(hash, name.charAt(i));
      }
      ends.set(place(hash));
    }
  }

  /** Whether a text may hold a name, or a pattern that some names fit. */
  boolean mayBeIn(String text) {
    if (isAnything) {
      return true;
    }
    boolean isPattern = false;
    int i = 0;
    while (i < text.length()) {
      int hash = 0;
      int start = i;
      while (i < text.length() && isWord(text.charAt(i))) {
        hash = mixed(hash, text.charAt(i++));
      }
      int behind = behindSign(text, i);
      boolean isLong = i - start >= LEAST;
      if (i > start && first.get(place(hash))
          || isLong && behind > i && begins.get(place(hash))
          || isLong && isPattern && ends.get(place(hash))) {
        return true;
      }
      isPattern |= behind > i;
      i = Math.max(behind, i + (i < text.length() ? 1 : 0));
    }
    return false;
  }

  /**
   * Where it goes on behind what is filled in at run time, as {@link FileNames#fitting} knows it;
   * the same place if nothing is.
   */
  private static int behindSign(String text, int at) {
    char sign = at < text.length() ? text.charAt(at) : 0;
    if (sign == '*' || sign == '?' || sign == '{') {
      return at + 1;
    }
    if (sign != '%') {
      return at;
    }
    int end = at + 1;
    while (end < text.length() && "-+ #0123456789.*".indexOf(text.charAt(end)) >= 0) {
      end++;
    }
    while (end < text.length()
        && (text.charAt(end) | 0x20) >= 'a'
        && (text.charAt(end) | 0x20) <= 'z') {
      end++;
    }
    return end;
  }

  private static int mixed(int hash, char c) {
    return hash * 31
        + (c < 0x80 ? c | (c >= 'A' && c <= 'Z' ? 0x20 : 0) : Character.toLowerCase(c));
  }

  private static boolean isWord(char c) {
    return c >= 0x80
        ? Character.isLetterOrDigit(c)
        : c >= '0' && c <= '9' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c == '_';
  }

  private static int place(int hash) {
    return (hash ^ hash >>> BITS) & (1 << BITS) - 1;
  }
}
