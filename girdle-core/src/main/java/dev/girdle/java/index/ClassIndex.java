package dev.girdle.java.index;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.io.Paths;
import dev.girdle.java.format.Bundles;
import dev.girdle.java.format.NativeNames;
import dev.girdle.java.format.Versioned;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Set;
import java.util.TreeSet;

/**
 * What the class path holds: which items a class name or a resource path gives, the first component
 * in class-path order winning.
 */
public final class ClassIndex {
  /** Between a component's name and a path, where a resource of that one component is meant. */
  public static final String IN_COMPONENT = "!/";

  private static final String SERVICES = "META-INF/services/";

  /** For each class, the winning component's file and its variants for other Java releases. */
  private final Map<String, List<Item>> classes = new HashMap<>();

  private final Map<String, List<Item>> resources = new HashMap<>();
  private final Map<String, List<Item>> services = new HashMap<>();
  private final Map<String, List<Item>> bundles = new HashMap<>();
  private final Map<String, List<Item>> natives = new HashMap<>();
  private final Set<String> packages = new HashSet<>();
  private final Set<String> packagePrefixes = new HashSet<>();
  private final Map<Item, String> excluded;
  private final Map<String, String> excludedClasses = new HashMap<>();
  private NavigableSet<String> sortedClasses;
  private NavigableSet<String> sortedFiles;

  /**
   * Indexes components of which nothing is kept out.
   *
   * @param components in class-path order
   */
  public ClassIndex(Collection<Component> components) {
    this(components, Map.of());
  }

  /** An index that does not see some items, and knows why. */
  public ClassIndex(Collection<Component> components, Map<Item, String> excluded) {
    this.excluded = excluded;
    for (Component component : components) {
      for (Item item : component.items()) {
        if (!excluded.containsKey(item)) {
          add(item);
        } else if (item.path().endsWith(".class")) {
          String where = item.component().name() + ", left out by " + excluded.get(item);
          excludedClasses.putIfAbsent(item.name(), where);
        }
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
      addService(path.substring(SERVICES.length()), item);
    } else if (path.endsWith(".properties")) {
      bundles.computeIfAbsent(Bundles.baseOf(versioned.path()), b -> new ArrayList<>(1)).add(item);
    }
    String library = NativeNames.libraryOf(Paths.fileName(path));
    if (library != null) {
      natives.computeIfAbsent(library, l -> new ArrayList<>(1)).add(item);
    }
  }

  private void addClass(Item item) {
    List<Item> same = classes.computeIfAbsent(item.name(), n -> new ArrayList<>(1));
    if (same.isEmpty() || same.get(0).component() == item.component()) {
      same.add(item);
      addPackage(item.name());
    }
  }

  private void addPackage(String className) {
    int dot = className.lastIndexOf('.');
    if (packages.add(dot < 0 ? "" : className.substring(0, dot))) {
      for (; dot > 0; dot = className.lastIndexOf('.', dot - 1)) {
        if (!packagePrefixes.add(className.substring(0, dot))) {
          return;
        }
      }
    }
  }

  /** A file that lists providers, or a module's descriptor that declares some. */
  public void addService(String type, Item list) {
    services.computeIfAbsent(type, t -> new ArrayList<>(1)).add(list);
  }

  /** The files of a class, all of one component; empty if there is none. */
  public List<Item> classNamed(String name) {
    return classes.getOrDefault(name, List.of());
  }

  /** The one copy of a class name that is kept of all that are read. */
  public String shared(String name) {
    List<Item> items = classes.get(name);
    return items == null ? name : items.get(0).name();
  }

  /**
   * Whether there is a class.
   *
   * @param name its full name
   * @return false also if it is kept out
   */
  public boolean hasClass(String name) {
    return classes.containsKey(name);
  }

  /** Whether there is a package of this name, or one that lies in it. */
  public boolean hasPackageUnder(String name) {
    return packagePrefixes.contains(name);
  }

  /**
   * Whether classes of a package are there.
   *
   * @param name the package
   * @return false if there are only classes of packages below it
   */
  public boolean hasPackage(String name) {
    return packages.contains(name);
  }

  /** Where a class lies that the plan keeps out; null if there is none. */
  public String excludedClass(String name) {
    return excludedClasses.get(name);
  }

  /**
   * Whether the plan keeps an item out.
   *
   * @param item any item
   * @return true if nothing finds it
   */
  public boolean isExcluded(Item item) {
    return excluded.containsKey(item);
  }

  /**
   * All classes.
   *
   * @return full names, in no order
   */
  public Collection<String> classNames() {
    return classes.keySet();
  }

  /** All files of this path, of all components in class-path order. */
  public List<Item> resource(String path) {
    return resources.getOrDefault(path, List.of());
  }

  /**
   * Whether there is a file.
   *
   * @param path its path
   * @return true if some component has it
   */
  public boolean hasResource(String path) {
    return resources.containsKey(path);
  }

  /**
   * All files.
   *
   * @return paths, in no order
   */
  public Collection<String> resourcePaths() {
    return resources.keySet();
  }

  /** The names of classes that start and end so, as many as are wanted at most. */
  public Collection<String> classesBetween(String prefix, String suffix, int most) {
    return between(sortedClasses(), prefix, suffix, most);
  }

  /** The paths of files that start and end so, as many as are wanted at most. */
  public Collection<String> filesBetween(String prefix, String suffix, int most) {
    return between(sortedFiles(), prefix, suffix, most);
  }

  private synchronized NavigableSet<String> sortedClasses() {
    sortedClasses = sortedClasses == null ? new TreeSet<>(classes.keySet()) : sortedClasses;
    return sortedClasses;
  }

  private synchronized NavigableSet<String> sortedFiles() {
    sortedFiles = sortedFiles == null ? new TreeSet<>(resources.keySet()) : sortedFiles;
    return sortedFiles;
  }

  private static Collection<String> between(
      NavigableSet<String> all, String prefix, String suffix, int most) {
    List<String> found = new ArrayList<>();
    for (String name : all.tailSet(prefix, true)) {
      if (!name.startsWith(prefix) || found.size() == most) {
        break;
      }
      if (name.endsWith(suffix) && name.length() >= prefix.length() + suffix.length()) {
        found.add(name);
      }
    }
    return found;
  }

  /** The files and classes of a bundle of texts, for all locales. */
  public List<Item> bundle(String name) {
    List<Item> found = new ArrayList<>(bundles.getOrDefault(name.replace('.', '/'), List.of()));
    if (hasClass(name)) {
      found.addAll(classNamed(name));
    }
    for (String locale : classesBetween(name + "_", "", Integer.MAX_VALUE)) {
      if (Bundles.isLocale(locale.substring(name.length()))) {
        found.addAll(classNamed(locale));
      }
    }
    return found;
  }

  /**
   * Whether there are files of a bundle of texts.
   *
   * @param base its common name, with slashes
   * @return true if there is one in any language
   */
  public boolean hasBundleFiles(String base) {
    return bundles.containsKey(base);
  }

  /** The files of a native library, for whatever systems there are. */
  public List<Item> nativeLibrary(String name) {
    return natives.getOrDefault(name, List.of());
  }

  /** The lists of providers of a service type. */
  public List<Item> service(String type) {
    return services.getOrDefault(type, List.of());
  }

  /**
   * The types of which somebody lists providers.
   *
   * @return full names
   */
  public Set<String> serviceTypes() {
    return services.keySet();
  }

  /**
   * The package that a class is in.
   *
   * @param className its full name, with dots
   * @return its package's name; empty for the unnamed package
   */
  public static String packageOf(String className) {
    int dot = className.lastIndexOf('.');
    return dot < 0 ? "" : className.substring(0, dot);
  }
}
