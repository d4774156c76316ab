package dev.girdle.depot;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a server wants to know before it does something (RFC 9110, section 11.6.1, {@code
 * WWW-Authenticate}; RFC 6750, section 3).
 *
 * @param scheme in small letters: {@code basic}, {@code bearer}
 * @param words its parameters
 */
record Challenge(String scheme, Map<String, String> words) {
  private static final Pattern SCHEME = Pattern.compile("(?:^|,)\\s*([A-Za-z]+)(?:\\s+|$)");
  private static final Pattern WORD =
      Pattern.compile("([A-Za-z_]+)\\s*=\\s*(?:\"((?:[^\"\\\\]|\\\\.)*)\"|([^\\s,]+))");

  /** The one that can be met: a token if there is one, else name and password. */
  static Optional<Challenge> of(List<String> headers) {
    Optional<Challenge> basic = Optional.empty();
    for (String header : headers) {
      Matcher scheme = SCHEME.matcher(header);
      if (!scheme.lookingAt()) {
        continue;
      }
      Map<String, String> words = new HashMap<>();
      Matcher word = WORD.matcher(header);
      while (word.find()) {
        String value = word.group(2) == null ? word.group(3) : word.group(2);
        words.put(word.group(1).toLowerCase(Locale.ROOT), value.replaceAll("\\\\(.)", "$1"));
      }
      Challenge challenge = new Challenge(scheme.group(1).toLowerCase(Locale.ROOT), words);
      if (challenge.scheme.equals("bearer")) {
        return Optional.of(challenge);
      }
      if (challenge.scheme.equals("basic")) {
        basic = Optional.of(challenge);
      }
    }
    return basic;
  }
}
