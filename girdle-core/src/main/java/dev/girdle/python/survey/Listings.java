package dev.girdle.python.survey;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Where code lists the folder that it lies in, told by lines: {@code Path(__file__).parent.glob}.
 */
final class Listings {
  private static final Pattern KEEPS =
      Pattern.compile("^\\s*([A-Za-z_]\\w*)\\s*(?::[^=]+)?=(?!=).*\\b__file__\\b.*");
  private static final Pattern LISTS =
      Pattern.compile("\\b(?:listdir|iterdir|scandir|walk|r?glob)\\s*\\(");
  private static final Pattern TEXT = Pattern.compile("['\"]([^'\"]*)['\"]");
  private static final Pattern ENDING = Pattern.compile("(?:\\*\\*/)?\\*(\\.\\w+)");

  private Listings() {}

  /**
   * A place where code lists its folder.
   *
   * @param line its number, from 1 on
   * @param ending what the files end with that it looks for; empty for all
   */
  record Listing(int line, String ending) {}

  /** Those of a source; what names a folder below lists that one, and is not among them. */
  static List<Listing> of(String text) {
    Set<String> names = new HashSet<>(Set.of("__file__"));
    List<Listing> found = new ArrayList<>();
    int number = 0;
    for (String line : (Iterable<String>) text.lines()::iterator) {
      number++;
      Matcher keeps = KEEPS.matcher(line);
      boolean lists = LISTS.matcher(line).find();
      if (keeps.matches() && !lists && !TEXT.matcher(line).find()) {
        names.add(keeps.group(1));
      }
      Matcher call = LISTS.matcher(line);
      while (call.find()) {
        String operand = operand(line.substring(0, call.start()));
        String arguments = arguments(line.substring(call.end()));
        boolean isMethod = !operand.isEmpty() && !operand.matches("(?:os|glob)\\.");
        String place = isMethod ? operand : arguments;
        if (names.stream().anyMatch(n -> place.matches(".*\\b" + n + "\\b.*"))) {
          listing(number, operand + arguments).ifPresent(found::add);
        }
      }
    }
    return found;
  }

  /** What stands before a dot, brackets included; empty if there is no dot. */
  private static String operand(String before) {
    int from = before.endsWith(".") ? before.length() - 1 : before.length();
    int depth = 0;
    while (from > 0 && from < before.length()) {
      char c = before.charAt(from - 1);
      boolean isInside = depth > 0;
      depth += c == ')' || c == ']' ? 1 : c == '(' || c == '[' ? -1 : 0;
      if (depth < 0 || !isInside && depth == 0 && !Character.isJavaIdentifierPart(c) && c != '.') {
        break;
      }
      from--;
    }
    return before.substring(from);
  }

  /** Up to the bracket that closes. */
  private static String arguments(String behind) {
    int depth = 0;
    for (int i = 0; i < behind.length(); i++) {
      depth += behind.charAt(i) == '(' ? 1 : behind.charAt(i) == ')' ? -1 : 0;
      if (depth < 0) {
        return behind.substring(0, i);
      }
    }
    return behind;
  }

  private static Optional<Listing> listing(int line, String words) {
    Matcher texts = TEXT.matcher(words);
    while (texts.find()) {
      Matcher one = ENDING.matcher(texts.group(1));
      if (one.matches()) {
        return Optional.of(new Listing(line, one.group(1)));
      }
      if (!texts.group(1).matches("[.*]*")) {
        return Optional.empty();
      }
    }
    return Optional.of(new Listing(line, ""));
  }
}
