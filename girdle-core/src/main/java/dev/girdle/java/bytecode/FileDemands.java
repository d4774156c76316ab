package dev.girdle.java.bytecode;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.io.Paths;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.format.Words;
import dev.girdle.java.index.ClassIndex;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The texts in a file of the application, also in a binary one, that name something there. */
public final class FileDemands {
  private static final int LARGEST_TEXT = 1 << 20;

  private FileDemands() {}

  /** What a file demands. Very large files demand nothing. */
  public static List<Demand> of(Item item, ClassIndex index) throws IOException {
    if (item.content().size() > LARGEST_TEXT) {
      return List.of();
    }
    byte[] bytes = item.content().bytes(LARGEST_TEXT);
    boolean isText = isText(bytes);
    Words words = new Words(bytes);
    String folder = Paths.folder(item.path());
    Map<String, Demand> found = new LinkedHashMap<>();
    for (String word = words.next(); word != null; word = words.next()) {
      int line = isText ? words.line() : 0;
      if (!isText) {
        // the length that stands before a text may look like a letter of it
        TextDemands.className(word.substring(1), index)
            .ifPresent(n -> found.putIfAbsent(n, demand(item, JavaThing.CODE, n, 0)));
      }
      TextDemands.className(word, index)
          .ifPresent(n -> found.putIfAbsent(n, demand(item, JavaThing.CODE, n, line)));
      TextDemands.resourceName(word, folder, item, index)
          .ifPresent(n -> found.putIfAbsent(n, demand(item, Thing.FILE, n, line)));
    }
    return new ArrayList<>(found.values());
  }

  private static Demand demand(Item item, Thing thing, String name, int line) {
    return Demand.of(thing, name, Site.of(item, line), JavaHow.FILE_TEXT, Strength.SOFT);
  }

  private static boolean isText(byte[] bytes) {
    for (byte b : bytes) {
      if (b == 0) {
        return false;
      }
    }
    return true;
  }
}
