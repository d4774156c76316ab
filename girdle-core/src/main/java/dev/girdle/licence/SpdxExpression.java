package dev.girdle.licence;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.cyclonedx.model.Bom;

/**
 * Expressions of licences (SPDX 2.3, Annex D): identifiers of the SPDX list with {@code AND},
 * {@code OR}, {@code WITH}, {@code +} and parentheses. The list is the one that the library for
 * lists of components brings along.
 */
final class SpdxExpression {
  private static final Pattern WORD = Pattern.compile("\\s*([()]|[A-Za-z0-9.:-]+\\+?)");
  private static final Pattern OF_GNU = Pattern.compile("((?:A|L)?GPL|GFDL)-(\\d\\.\\d)(\\+?)");

  private final List<String> words;
  private int at;

  private static final class Known {
    private static final Map<String, String> IDENTIFIERS = read();

    /** By small letters, since case makes no difference in them. */
    private static Map<String, String> read() {
      Map<String, String> identifiers = new HashMap<>();
      try (InputStream in = Bom.class.getResourceAsStream("/spdx.schema.json")) {
        for (JsonNode one : new ObjectMapper().readTree(in).at("/enum")) {
          identifiers.put(one.asText().toLowerCase(Locale.ROOT), one.asText());
        }
        return identifiers;
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }

  private SpdxExpression(List<String> words) {
    this.words = words;
  }

  /** An identifier as the list spells it; empty if the list does not have it. */
  static Optional<String> identifier(String text) {
    return Optional.ofNullable(Known.IDENTIFIERS.get(text.toLowerCase(Locale.ROOT)));
  }

  /**
   * Reads an expression.
   *
   * @return in its usual spelling, with identifiers that are not deprecated; empty if the text is
   *     no expression of known identifiers
   */
  static Optional<String> of(String text) {
    List<String> words = new ArrayList<>();
    Matcher matcher = WORD.matcher(text.strip());
    int end = 0;
    while (matcher.lookingAt()) {
      words.add(matcher.group(1));
      end = matcher.end();
      matcher.region(end, matcher.regionEnd());
    }
    if (words.isEmpty() || end < text.strip().length()) {
      return Optional.empty();
    }
    SpdxExpression expression = new SpdxExpression(words);
    return expression.either().filter(e -> expression.at == words.size());
  }

  private boolean take(String word) {
    boolean is = at < words.size() && words.get(at).equalsIgnoreCase(word);
    at += is ? 1 : 0;
    return is;
  }

  private Optional<String> either() {
    Optional<String> all = all();
    while (all.isPresent() && take("OR")) {
      String before = all.get();
      all = all().map(next -> before + " OR " + next);
    }
    return all;
  }

  private Optional<String> all() {
    Optional<String> one = one();
    while (one.isPresent() && take("AND")) {
      String before = one.get();
      one = one().map(next -> before + " AND " + next);
    }
    return one;
  }

  private Optional<String> one() {
    if (take("(")) {
      Optional<String> inside = either();
      return take(")") ? inside.map(e -> "(" + e + ")") : Optional.empty();
    }
    if (at == words.size()) {
      return Optional.empty();
    }
    Optional<String> licence = licence(words.get(at++));
    if (licence.isPresent() && take("WITH") && at < words.size()) {
      return identifier(words.get(at++)).map(exception -> licence.get() + " WITH " + exception);
    }
    return licence;
  }

  private static Optional<String> licence(String word) {
    Matcher gnu = OF_GNU.matcher(word.toUpperCase(Locale.ROOT));
    if (gnu.matches()) {
      String later = gnu.group(3).isEmpty() ? "-only" : "-or-later";
      return identifier(gnu.group(1) + "-" + gnu.group(2) + later);
    }
    return word.endsWith("+")
        ? identifier(word.substring(0, word.length() - 1)).map(i -> i + "+")
        : identifier(word);
  }
}
