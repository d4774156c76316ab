package dev.girdle.python.bundle;

import dev.girdle.app.Item;
import dev.girdle.binary.CodeTexts;
import dev.girdle.python.source.MalformedSourceException;
import dev.girdle.python.source.Mention;
import dev.girdle.python.source.SourceReader;
import dev.girdle.python.source.SourceText;
import dev.girdle.python.source.Starting;
import dev.girdle.python.tree.RuntimeNames;
import java.io.IOException;
import java.util.HashSet;
import java.util.Set;
import java.util.TreeSet;

/** What a source imports of Python's own modules, told without looking for anything else. */
final class RuntimeImports {
  private static final int LARGEST = 32 << 20;
  private static final String MARK = "cython_runtime";
  private static final String UNPACKS = "decompress";

  private RuntimeImports() {}

  static Set<String> of(Item item) {
    Set<String> names = new TreeSet<>();
    try {
      if (item.content().size() > LARGEST) {
        return names;
      }
      String text = SourceText.of(item.content().bytes(LARGEST));
      for (Mention mention : SourceReader.read(text, Starting.NEVER)) {
        boolean isModule =
            mention.way() != Mention.Way.TEXT && mention.level() == 0 && mention.isWhole();
        if (isModule && RuntimeNames.has(mention.name().replaceFirst("\\..*", ""))) {
          names.add(mention.name());
          mention.names().stream()
              .filter(n -> !n.equals("*"))
              .forEach(n -> names.add(mention.name() + "." + n));
        }
      }
    } catch (IOException | MalformedSourceException e) {
      return names; // it cannot be loaded either
    }
    return names;
  }

  /**
   * Whether native code unpacks its texts when it is loaded (Cython from 3.1 on), so that nobody
   * can tell which modules it imports.
   */
  static boolean arePacked(Item item) {
    if (!item.path().matches(".*\\.(?:so|pyd)")) {
      return false;
    }
    Set<String> found = new HashSet<>();
    try {
      CodeTexts.readAscii(
          item.content(),
          MARK.length() - 4,
          text -> {
            if (text.equals(MARK) || text.equals(UNPACKS)) {
              found.add(text);
            }
          });
    } catch (IOException e) {
      return false; // the walk has told of it
    }
    return found.size() == 2;
  }
}
