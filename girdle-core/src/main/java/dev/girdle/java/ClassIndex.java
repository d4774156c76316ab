package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What the class path holds: which items a class name or a resource path gives, the first component
 * in class-path order winning.
 */
final class ClassIndex {
  private static final String SERVICES = "META-INF/services/";

  /** For each class, the winning component's file and its variants for other Java releases. */
  private final Map<String, List<Item>> classes = new HashMap<>();

  private final Map<String, List<Item>> resources = new HashMap<>();
  private final Map<String, List<Item>> services = new HashMap<>();
  private final Set<String> packages = new HashSet<>();

  ClassIndex(Collection<Component> components) {
    for (Component component : components) {
      for (Item item : component.items()) {
        add(item);
      }
    }
  }

  private void add(Item item) {
    String path = item.path();
    if (path.endsWith(".class")) {
      addClass(item);
      return;
    }
    Versioned versioned = Versioned.of(path);
    resources.computeIfAbsent(versioned.path(), p -> new ArrayList<>(1)).add(item);
    if (path.startsWith(SERVICES) && path.indexOf('/', SERVICES.length()) < 0) {
      String type = path.substring(SERVICES.length());
      services.computeIfAbsent(type, t -> new ArrayList<>(1)).add(item);
    }
  }

  private void addClass(Item item) {
    List<Item> same = classes.computeIfAbsent(item.name(), n -> new ArrayList<>(1));
    if (same.isEmpty() || same.get(0).component() == item.component()) {
      same.add(item);
      int dot = item.name().lastIndexOf('.');
      packages.add(dot < 0 ? "" : item.name().substring(0, dot));
    }
  }

  /** The files of a class, all of one component; empty if there is none. */
  List<Item> classNamed(String name) {
    return classes.getOrDefault(name, List.of());
  }

  boolean hasClass(String name) {
    return classes.containsKey(name);
  }

  boolean hasPackage(String name) {
    return packages.contains(name);
  }

  Collection<String> classNames() {
    return classes.keySet();
  }

  /** All files of this path, of all components in class-path order. */
  List<Item> resource(String path) {
    return resources.getOrDefault(path, List.of());
  }

  boolean hasResource(String path) {
    return resources.containsKey(path);
  }

  Collection<String> resourcePaths() {
    return resources.keySet();
  }

  /** The lists of providers of a service type. */
  List<Item> service(String type) {
    return services.getOrDefault(type, List.of());
  }

  Set<String> serviceTypes() {
    return services.keySet();
  }
}
