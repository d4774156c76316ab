package dev.girdle.java;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Texts that name something that is there: a class by its full name, a resource by its path. One
 * rule for all frameworks. It never reports anything as missing, and it can err in one direction
 * only: a text that happens to read like a name keeps the thing of that name.
 */
final class TextDemands {
  private static final int LARGEST_TEXT = 1 << 20;

  private TextDemands() {}

  /** A string constant in code. */
  static void inCode(Gathering gathering, String text) {
    if (text.length() < 3 || text.length() > 500 || text.indexOf('\n') >= 0) {
      return;
    }
    ClassIndex index = gathering.index();
    className(text, index)
        .ifPresent(name -> gathering.type(How.CODE_TEXT, name.replace('.', '/'), Strength.SOFT));
    String folder = Paths.folder(gathering.item().name().replace('.', '/'));
    resourceName(text, folder, gathering.item(), index)
        .ifPresent(name -> gathering.file(How.CODE_TEXT, name, Strength.SOFT, ""));
  }

  /** A file of the application. Binary files and very large ones demand nothing. */
  static List<Demand> inFile(Item item, ClassIndex index) throws IOException {
    if (item.content().size() > LARGEST_TEXT) {
      return List.of();
    }
    byte[] bytes = item.content().bytes(LARGEST_TEXT);
    for (byte b : bytes) {
      if (b == 0) {
        return List.of();
      }
    }
    Words words = new Words(bytes);
    String folder = Paths.folder(item.path());
    Map<String, Demand> found = new LinkedHashMap<>();
    for (String word = words.next(); word != null; word = words.next()) {
      int line = words.line();
      className(word, index)
          .ifPresent(n -> found.putIfAbsent(n, demand(item, Thing.CODE, n, line)));
      resourceName(word, folder, item, index)
          .ifPresent(n -> found.putIfAbsent(n, demand(item, Thing.RESOURCE, n, line)));
    }
    return new ArrayList<>(found.values());
  }

  private static Demand demand(Item item, Thing thing, String name, int line) {
    return new Demand(How.FILE_TEXT, thing, name, item, "", line, Strength.SOFT, "");
  }

  /** The class that a text names, written with dots or slashes. */
  private static Optional<String> className(String text, ClassIndex index) {
    if (text.indexOf('.') < 0 && text.indexOf('/') < 0) {
      return Optional.empty();
    }
    String name = text.endsWith(".class") ? text.substring(0, text.length() - 6) : text;
    if (name.startsWith("L") && name.endsWith(";")) {
      name = name.substring(1, name.length() - 1);
    }
    name = name.replace('/', '.');
    return index.hasClass(name) ? Optional.of(name) : Optional.empty();
  }

  /**
   * The resource that a text names: in the same component by a path from its top or from the folder
   * of the one who names it, in others only by a path with a folder outside {@code META-INF}, which
   * every jar has.
   */
  private static Optional<String> resourceName(
      String text, String folder, Item asker, ClassIndex index) {
    String path = text.startsWith("/") ? text.substring(1) : text;
    if (path.equals(JarManifest.PATH) || path.equals(asker.path())) {
      return Optional.empty();
    }
    for (String candidate : List.of(path, folder + path)) {
      if (asker.component().item(candidate).isPresent() && !candidate.endsWith(".class")) {
        return Optional.of(asker.component().name() + JavaLinkage.IN_COMPONENT + candidate);
      }
    }
    boolean specific = path.indexOf('/') > 0 && !path.startsWith("META-INF/");
    return specific && index.hasResource(path) ? Optional.of(path) : Optional.empty();
  }
}
