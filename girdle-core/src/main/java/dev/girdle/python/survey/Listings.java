package dev.girdle.python.survey;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
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
      boolean lists =
          LISTS.matcher(line).find()
              && names.stream().anyMatch(n -> line.matches(".*\\b" + n + "\\b.*"));
      if (keeps.matches() && !LISTS.matcher(line).find() && !TEXT.matcher(line).find()) {
        names.add(keeps.group(1));
      }
      if (lists) {
        Matcher texts = TEXT.matcher(line);
        String ending = "";
        boolean isElsewhere = false;
        while (texts.find()) {
          Matcher one = ENDING.matcher(texts.group(1));
          ending = one.matches() ? one.group(1) : ending;
          isElsewhere |= !one.matches() && !texts.group(1).matches("[.*]*");
        }
        if (!isElsewhere) {
          found.add(new Listing(number, ending));
        }
      }
    }
    return found;
  }
}
