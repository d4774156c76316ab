package dev.girdle.java.bytecode;

import dev.girdle.io.Content;
import dev.girdle.java.format.Words;
import dev.girdle.java.index.ClassIndex;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ObjIntConsumer;

/**
 * Classes that a text names in two pieces, as descriptions of plug-ins do: their package in one
 * place, their simple names in others, to be joined by whoever reads it.
 */
final class NamesInPackages {
  private static final int MOST = 2000;
  private static final int LONGEST = 200;

  private final Map<String, List<String>> bySimpleName = new HashMap<>();

  /**
   * Looks at what there is.
   *
   * @param packages those that the text names
   */
  NamesInPackages(Collection<String> packages, ClassIndex index) {
    for (String inPackage : packages) {
      int begin = inPackage.length() + 1;
      for (String name : index.classesBetween(inPackage + ".", "", MOST)) {
        if (name.indexOf('.', begin) < 0) {
          bySimpleName.computeIfAbsent(name.substring(begin), n -> new ArrayList<>(1)).add(name);
        }
      }
    }
  }

  /**
   * Goes through the text.
   *
   * @param found given the full name of each class whose simple name stands there by itself, and
   *     the line
   */
  void in(Content text, ObjIntConsumer<String> found) throws IOException {
    if (bySimpleName.isEmpty()) {
      return;
    }
    try (InputStream in = new BufferedInputStream(text.open())) {
      byte[] word = new byte[LONGEST];
      int length = 0;
      int line = 1;
      boolean isJoined = false;
      int b;
      do {
        b = in.read();
        if (b >= 0 && Words.isOfName((byte) b)) {
          if (length < LONGEST) {
            word[length++] = (byte) b;
          }
          continue;
        }
        if (length > 0 && !isJoined) {
          tell(new String(word, 0, length, StandardCharsets.UTF_8), line, found);
        }
        length = 0;
        isJoined = b == '.' || b == '/';
        line += b == '\n' ? 1 : 0;
      } while (b >= 0);
    }
  }

  private void tell(String word, int line, ObjIntConsumer<String> found) {
    bySimpleName.getOrDefault(word, List.of()).forEach(name -> found.accept(name, line));
  }
}
