package dev.girdle.java.survey;

import java.util.ArrayList;
import java.util.List;

/**
 * Options for the Java launcher, each in one word: an archive's manifest takes some of them over,
 * and what looks at a single option need not know what follows it.
 *
 * <p>Source of the format: JEP 293, "Guidelines for JDK Command-Line Tool Options": of a long
 * option, {@code --name value} and {@code --name=value} mean the same.
 */
final class OptionWords {
  private OptionWords() {}

  /**
   * Joins what is written in two words. Among options, nothing but a value begins without a hyphen.
   *
   * @param options as the user wrote them
   * @return in the same order
   */
  static List<String> joined(List<String> options) {
    List<String> joined = new ArrayList<>();
    for (String word : options) {
      String before = joined.isEmpty() ? "" : joined.get(joined.size() - 1);
      if (!word.startsWith("-") && before.startsWith("--") && !before.contains("=")) {
        joined.set(joined.size() - 1, before + "=" + word);
      } else {
        joined.add(word);
      }
    }
    return joined;
  }
}
