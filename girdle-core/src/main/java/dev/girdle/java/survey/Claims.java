package dev.girdle.java.survey;

import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.io.Paths;
import dev.girdle.java.index.ClassIndex;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * What speaks for it that a component among others of its kind is the program, and they its
 * libraries: nobody uses it, it uses most of them, or many and more than any other, its manifest
 * names them, or the folder is called like it.
 */
final class Claims {
  /** Letters. Shorter names begin the names of many folders. */
  private static final int SPEAKING = 4;

  private final Surveyed surveyed;
  private final String folderName;
  private final Uses uses;
  private final Map<String, Component> byName = new HashMap<>();

  Claims(Surveyed surveyed, ClassIndex index, String folderName) {
    this.surveyed = surveyed;
    this.folderName = folderName;
    List<Component> components = surveyed.components();
    components.forEach(c -> byName.put(c.name(), c));
    this.uses = Uses.of(components, index);
  }

  /** Whether no other component uses it. */
  boolean isTop(EntryPoint entry) {
    return uses.isTop(entry.component());
  }

  /** Whether it is evidently the program of the folder, and not somebody's tool in it. */
  boolean isEvident(EntryPoint entry) {
    boolean usesMost = weight(entry) * 2 >= uses.all() - 1;
    return isTop(entry)
        && (usesMost || usesMoreThanOthers(entry) || isNamedByFolder(entry) || namesOthers(entry));
  }

  private boolean usesMoreThanOthers(EntryPoint entry) {
    return weight(entry) * 4 >= uses.all() - 1
        && byName.keySet().stream()
            .filter(c -> !c.equals(entry.component()) && uses.isTop(c))
            .allMatch(c -> uses.usedBy(c).size() < weight(entry));
  }

  /** How many others it uses, at first or second hand. */
  int weight(EntryPoint entry) {
    return uses.usedBy(entry.component()).size();
  }

  /** The same entry point, found by what it was and by all that speaks for it and against it. */
  EntryPoint told(EntryPoint entry) {
    List<String> words = new ArrayList<>();
    words.add(entry.foundBy());
    int users = uses.usersOf(entry.component()).size();
    int others = uses.all() - 1;
    if (others > 0) {
      words.add(users == 0 ? "nothing uses it" : users + " of " + others + " others use it");
      words.add("it uses " + weight(entry));
    }
    if (isNamedByFolder(entry)) {
      words.add("the folder is called like it");
    }
    if (namesOthers(entry)) {
      words.add("its manifest names others");
    }
    Naming.library(raw(entry)).ifPresent(l -> words.add("published as " + l));
    return new EntryPoint(
        entry.name(), entry.module(), entry.component(), String.join("; ", words));
  }

  private RawComponent raw(EntryPoint entry) {
    return surveyed.raw(byName.get(entry.component()));
  }

  private boolean isNamedByFolder(EntryPoint entry) {
    String name = letters(Naming.identity(raw(entry), "").name());
    String folder = letters(Paths.fileName(folderName));
    return folder.equals(name) || name.length() >= SPEAKING && folder.startsWith(name);
  }

  private static String letters(String text) {
    return text.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", "");
  }

  private boolean namesOthers(EntryPoint entry) {
    return raw(entry).manifest().classPath().stream()
        .map(Paths::fileName)
        .anyMatch(f -> byName.values().stream().anyMatch(c -> c.name().equals(f)));
  }
}
