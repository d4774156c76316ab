package dev.girdle.java.format;

import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Set;

/**
 * The words of a text that may be names of classes or files: runs of letters, digits and {@code
 * _$./-} that hold a dot or a slash, each once. By hand and not by a regular expression: whole
 * libraries' worth of text goes through here.
 */
public final class Words {
  private final byte[] text;
  private final Set<String> seen = new HashSet<>();
  private int at;
  private int line = 1;

  /**
   * Goes through a text.
   *
   * @param text its bytes, of any encoding that has ASCII as it is
   */
  public Words(byte[] text) {
    this.text = text;
  }

  /** The line of the last word, from 1. */
  public int line() {
    return line;
  }

  /** The next word that was not given before; null at the end. */
  public String next() {
    while (at < text.length) {
      if (!isStart(text[at])) {
        line += text[at] == '\n' ? 1 : 0;
        at++;
        continue;
      }
      int start = at;
      boolean joined = false;
      while (at < text.length && isPart(text[at])) {
        joined |= text[at] == '.' || text[at] == '/';
        at++;
      }
      int end = at;
      while (text[end - 1] == '.' || text[end - 1] == '-') {
        end--; // the end of a sentence, not of a name
      }
      if (joined) {
        String word = new String(text, start, end - start, StandardCharsets.UTF_8);
        if (seen.add(word)) {
          return word;
        }
      }
    }
    return null;
  }

  private static boolean isStart(byte b) {
    return isOfName(b) || b == '/';
  }

  private static boolean isPart(byte b) {
    return isStart(b) || b == '.' || b == '-';
  }

  /**
   * Whether a byte may be part of a name without a package. Bytes beyond ASCII are parts of letters
   * of UTF-8.
   */
  public static boolean isOfName(byte b) {
    return b >= 'a' && b <= 'z'
        || b >= 'A' && b <= 'Z'
        || b >= '0' && b <= '9'
        || b == '_'
        || b == '$'
        || b < 0;
  }
}
