package dev.girdle.cli;

import dev.girdle.fault.GirdleException;
import java.util.ArrayList;
import java.util.List;

/** Several words in the value of one option. */
final class QuotedWords {
  private QuotedWords() {}

  /** Splits at spaces that stand outside single and double quotes. */
  static List<String> of(String option, String text) {
    List<String> words = new ArrayList<>();
    StringBuilder word = null;
    char quote = 0;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (quote == 0 && c == ' ') {
        if (word != null) {
          words.add(word.toString());
        }
        word = null;
        continue;
      }
      word = word == null ? new StringBuilder() : word;
      if (quote == 0 && (c == '\'' || c == '"')) {
        quote = c;
      } else if (c == quote) {
        quote = 0;
      } else {
        word.append(c);
      }
    }
    if (quote != 0) {
      throw GirdleException.request(
          option + " " + text + ": a " + quote + " is opened and not closed");
    }
    if (word != null) {
      words.add(word.toString());
    }
    return words;
  }
}
