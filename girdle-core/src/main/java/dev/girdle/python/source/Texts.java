package dev.girdle.python.source;

import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What is known of texts that are put together. */
final class Texts {
  /** Places of {@code format} and of {@code %}. */
  private static final Pattern PLACE =
      Pattern.compile(
          "\\{[A-Za-z0-9_.\\[\\]]*(?:![rsa])?(?::[^{}]*)?\\}|%(?:\\(\\w+\\))?[-#0 +]*\\d*[sdrif]");

  private static final Known NOTHING = new Known("", "", false);

  private Texts() {}

  /**
   * A text.
   *
   * @param begin all of it, or what it begins with
   * @param end what it ends with behind what is not known
   * @param isWhole whether all of it is known
   */
  record Known(String begin, String end, boolean isWhole) {
    private Known then(Known next) {
      if (!isWhole) {
        return new Known(begin, next.isWhole ? end + next.begin : next.end, false);
      }
      return new Known(begin + next.begin, next.end, next.isWhole);
    }
  }

  /** A literal, with places that something may be put into. */
  static Known template(Token token) {
    if (!token.isWhole()) {
      return new Known(token.text(), token.end(), false);
    }
    String text = token.text();
    if (text.indexOf('{') < 0 && text.indexOf('%') < 0) {
      return new Known(text, "", true);
    }
    Matcher matcher = PLACE.matcher(text);
    if (!matcher.find()) {
      return new Known(text, "", true);
    }
    int from = matcher.start();
    int to = matcher.end();
    while (matcher.find()) {
      to = matcher.end();
    }
    return new Known(text.substring(0, from), text.substring(to), false);
  }

  /** What an argument is known to be: literals and constants that are joined by a plus. */
  static Known expression(LogicalLine line, int from, Map<String, Token> constants) {
    Known all = null;
    int i = from;
    while (i < line.size()) {
      Token token = line.at(i);
      Known part = NOTHING;
      boolean isEnd = !line.at(i + 1).is("(") && !line.at(i + 1).is("[") && !line.at(i + 1).is(".");
      if (token.isString()) {
        part = line.at(i + 1).is("%") || line.at(i + 1).is(".") ? template(token) : literal(token);
      } else if (token.isName() && isEnd && constants.containsKey(token.text())) {
        part = literal(constants.get(token.text()));
      }
      all = all == null ? part : all.then(part);
      i = behind(line, i);
      if (!line.at(i).is("+")) {
        break;
      }
      i++;
    }
    return all == null ? NOTHING : all;
  }

  private static Known literal(Token token) {
    return new Known(token.text(), token.end(), token.isWhole());
  }

  /** Where an operand ends, brackets and attributes of it included. */
  private static int behind(LogicalLine line, int from) {
    int i = from;
    int depth = 0;
    while (i < line.size()) {
      Token token = line.at(i);
      if (depth == 0 && (token.is("+") || token.is(",") || token.closes())) {
        return i;
      }
      depth += token.opens() ? 1 : token.closes() ? -1 : 0;
      i++;
    }
    return i;
  }

  /**
   * Literals that are joined to a path, by a slash or as arguments of {@code join}: the first of
   * several, null for any other.
   *
   * @param openers of the line
   */
  static Known path(LogicalLine line, int first, int[] openers) {
    String between = line.at(first + 1).is("/") ? "/" : ",";
    boolean isJoin = between.equals("/") || isArgumentOfJoin(line, openers[first]);
    boolean isFirst = !(line.at(first - 1).is(between) && line.at(first - 2).isString());
    if (!isJoin || !isFirst || !line.at(first + 1).is(between)) {
      return null;
    }
    Known all = template(line.at(first));
    int i = first;
    while (line.at(i + 1).is(between)) {
      Token next = line.at(i + 2);
      boolean isPart = next.isString();
      Known part = isPart ? template(next) : NOTHING;
      all = all.then(new Known("/", "", true)).then(part);
      i += 2;
      if (!isPart) {
        break;
      }
    }
    return all;
  }

  private static boolean isArgumentOfJoin(LogicalLine line, int opener) {
    return line.at(opener).is("(")
        && line.at(opener - 1).text().matches("join|joinpath|abspath|Path|.*_path");
  }
}
