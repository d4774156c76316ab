package dev.girdle.java.survey;

import dev.girdle.app.Component;
import dev.girdle.app.Role;
import dev.girdle.io.Paths;
import dev.girdle.java.format.Versioned;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Makes components of what was found: gives them roles and names that no two share. */
final class Surveyed {
  private final Map<Component, RawComponent> raw = new LinkedHashMap<>();
  private final Set<String> names = new HashSet<>();
  private final String folderName;

  Surveyed(String folderName) {
    this.folderName = folderName;
  }

  Component add(RawComponent found, Role role) {
    Component component =
        new Component(
            name(found),
            found.origin(),
            role,
            Naming.release(found).orElse(null),
            found.whole(),
            found.broughtBy(),
            found.tree(),
            Versioned::itemName);
    raw.put(component, found);
    return component;
  }

  private String name(RawComponent found) {
    String wanted = found.isJar() ? Paths.fileName(found.origin()) : folderComponentName(found);
    // what class paths, shells or file systems take for something else
    wanted = wanted.replaceAll("[\\p{Cntrl}\":;<>|?*\\\\]", "-");
    String stem = wanted.replaceFirst("\\.jar$", "");
    String ending = wanted.substring(stem.length());
    String name = wanted;
    for (int i = 2; !names.add(name.toLowerCase(Locale.ROOT)); i++) {
      name = stem + "-" + i + ending;
    }
    return name;
  }

  private String folderComponentName(RawComponent found) {
    String path = found.origin().replaceFirst("^\\./", "").replaceFirst("/$", "");
    String flat = path.replaceAll("!?/", "-").replaceAll("\\.jar(?=-|$)", "");
    return flat.isEmpty() ? folderName : flat.replaceAll("(^|-)\\.+(-|$)", "$1");
  }

  List<Component> components() {
    return new ArrayList<>(raw.keySet());
  }

  RawComponent raw(Component component) {
    return raw.get(component);
  }
}
