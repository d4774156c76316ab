package dev.girdle.java.reach;

import dev.girdle.app.Item;
import dev.girdle.java.bytecode.ConstantTexts;
import java.io.IOException;
import java.io.InputStream;
import java.util.HashSet;
import java.util.Set;

/** The words of a class or file that can be names of methods (JLS 3.8), in ASCII. */
final class PlainWords {
  private static final int LONGEST = 100;
  private static final int BUFFER = 1 << 16;

  private final Set<String> found = new HashSet<>();
  private final StringBuilder word = new StringBuilder();

  private PlainWords() {}

  /**
   * Of a class, the words of its constant texts; of any other file, all, binary ones included.
   *
   * @throws IOException if it cannot be read
   */
  static Set<String> of(Item item) throws IOException {
    PlainWords words = new PlainWords();
    if (item.path().endsWith(".class")) {
      for (String text : ConstantTexts.all(item)) {
        text.chars().forEach(words::next);
        words.end();
      }
    } else {
      byte[] buffer = new byte[BUFFER];
      try (InputStream in = item.content().open()) {
        for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
          for (int i = 0; i < n; i++) {
            words.next(buffer[i]);
          }
        }
      }
      words.end();
    }
    return words.found;
  }

  private void next(int c) {
    if (c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9' || c == '_') {
      word.append((char) c);
    } else {
      end();
    }
  }

  private void end() {
    if (word.length() > 1 && word.length() <= LONGEST) {
      found.add(word.toString());
      found.add(word.substring(1)); // the length that stands before a text may look like a letter
    }
    word.setLength(0);
  }
}
