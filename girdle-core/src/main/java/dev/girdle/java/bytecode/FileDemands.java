package dev.girdle.java.bytecode;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.io.Paths;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.format.Words;
import dev.girdle.java.index.ClassIndex;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * The texts in a file of the application, also in a binary one, that name something there; and its
 * own name, where lists are kept as folders of empty files.
 */
public final class FileDemands {
  private static final int PART = 1 << 20;

  private FileDemands() {}

  /** What a file demands. Of large files only texts are read, a part at a time. */
  public static List<Demand> of(Item item, ClassIndex index) throws IOException {
    Map<String, Demand> found = new LinkedHashMap<>();
    Set<String> packages = new TreeSet<>();
    TextDemands.className(Paths.fileName(item.path()), index)
        .ifPresent(n -> found.put(n, ofName(item, n)));
    try (InputStream in = item.content().open()) {
      byte[] part = in.readNBytes(PART);
      boolean isText = isText(part);
      boolean isLast = part.length < PART;
      int line = 1;
      if (isText || isLast) {
        while (!isLast) {
          int end = endOfWords(part);
          line = read(Arrays.copyOf(part, end), isText, line, item, index, found, packages);
          int rest = PART - end;
          System.arraycopy(part, end, part, 0, rest);
          int more = in.readNBytes(part, rest, end);
          isLast = more < end;
          part = isLast ? Arrays.copyOf(part, rest + more) : part;
        }
        read(part, isText, line, item, index, found, packages);
      }
    }
    // a manifest names the packages of its jar, and tells of it in words
    if (!packages.isEmpty() && !item.path().equals(JarManifest.PATH)) {
      new NamesInPackages(packages, index)
          .in(
              item.content(),
              (name, line) -> found.putIfAbsent(name, demand(item, JavaThing.CODE, name, line)));
    }
    return new ArrayList<>(found.values());
  }

  /** Behind the last word that surely ends in a part of a text. */
  private static int endOfWords(byte[] part) {
    for (int end = part.length; end > 0; end--) {
      if (part[end - 1] <= ' ' && part[end - 1] >= 0) {
        return end;
      }
    }
    return part.length;
  }

  private static int read(
      byte[] text,
      boolean isText,
      int firstLine,
      Item item,
      ClassIndex index,
      Map<String, Demand> found,
      Set<String> packages) {
    Words words = new Words(text);
    String folder = Paths.folder(item.path());
    for (String word = words.next(); word != null; word = words.next()) {
      int line = isText ? firstLine + words.line() - 1 : 0;
      if (!isText) {
        // the length that stands before a text may look like a letter of it
        TextDemands.className(word.substring(1), index)
            .ifPresent(n -> found.putIfAbsent(n, demand(item, JavaThing.CODE, n, 0)));
      }
      if (isText && index.hasPackage(word)) {
        packages.add(word);
      }
      TextDemands.classOrMember(word, index)
          .ifPresent(n -> found.putIfAbsent(n, demand(item, JavaThing.CODE, n, line)));
      TextDemands.resourceName(word, folder, item, index)
          .ifPresent(n -> found.putIfAbsent(n, demand(item, Thing.FILE, n, line)));
    }
    return firstLine + words.line() - 1;
  }

  private static Demand ofName(Item item, String name) {
    return Demand.of(JavaThing.CODE, name, Site.of(item), JavaHow.FILE_NAME, Strength.SOFT);
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
