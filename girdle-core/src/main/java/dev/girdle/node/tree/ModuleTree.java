package dev.girdle.node.tree;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.io.Links;
import dev.girdle.node.pack.PackageJson;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;

/**
 * The files of an application as they lie: paths from its top, with slashes, none at the begin. A
 * component lies at its origin. Symbolic links are followed as systems follow them.
 */
public final class ModuleTree {
  private static final int LARGEST_DESCRIPTION = 8 << 20;
  private static final int MOST_LINKS = 40;

  private static final String MODULES = "node_modules/";

  /** How the top is written where people read it. */
  public static final String TOP = "./";

  private final NavigableMap<String, Item> files = new TreeMap<>();
  private final Set<String> folders = new HashSet<>();
  private final Map<String, String> links;
  private final Map<String, Optional<PackageJson>> descriptions = new ConcurrentHashMap<>();

  /**
   * Puts a tree together.
   *
   * @param components its parts; the origin of each is its folder, with a slash at the end, or
   *     empty
   * @param links symbolic links by path, each with where it leads as it is written
   * @param excluded items that are not there
   */
  public ModuleTree(
      Collection<Component> components, Map<String, String> links, Set<Item> excluded) {
    this.links = links;
    for (Component component : components) {
      for (Item item : component.items()) {
        if (!excluded.contains(item)) {
          add(path(item), item);
        }
      }
    }
  }

  private void add(String path, Item item) {
    files.put(path, item);
    int slash = path.lastIndexOf('/');
    while (slash >= 0 && folders.add(path.substring(0, slash))) {
      slash = path.lastIndexOf('/', slash - 1);
    }
    folders.add("");
  }

  /**
   * Where an item lies.
   *
   * @param item any item of the application
   * @return its path from the application's top
   */
  public static String path(Item item) {
    return folder(item.component()) + item.path();
  }

  /**
   * The folder that a component is.
   *
   * @param component any component of the application
   * @return with a slash at its end; empty for the top
   */
  public static String folder(Component component) {
    return component.origin().equals(TOP) ? "" : component.origin();
  }

  /**
   * The folder that a component is, as paths name it.
   *
   * @param component any component of the application
   * @return without a slash at its end; empty for the top
   */
  public static String place(Component component) {
    return folder(component).replaceFirst("/$", "");
  }

  /**
   * Where packages are looked for from a folder, as Node does.
   *
   * @param from a folder
   * @return the {@code node_modules} of it and of all above it, each with a slash at its end, the
   *     nearest first; whether they are there or not
   */
  public static List<String> modulesFrom(String from) {
    List<String> all = new ArrayList<>();
    for (String folder = from; ; folder = folder(folder)) {
      if (!folder.equals("node_modules") && !folder.endsWith("/node_modules")) {
        all.add((folder.isEmpty() ? "" : folder + "/") + MODULES);
      }
      if (folder.isEmpty()) {
        return all;
      }
    }
  }

  /**
   * The folder that a path lies in.
   *
   * @param path a file or folder
   * @return empty for the top
   */
  public static String folder(String path) {
    int slash = path.lastIndexOf('/');
    return slash < 0 ? "" : path.substring(0, slash);
  }

  /**
   * A path below a folder.
   *
   * @param folder empty for the top
   * @param name a path with or without dots
   * @return empty if it leads out of the application
   */
  public static Optional<String> join(String folder, String name) {
    java.util.ArrayDeque<String> parts = new java.util.ArrayDeque<>();
    for (String part : (folder + "/" + name).split("/")) {
      if (part.equals("..")) {
        if (parts.isEmpty()) {
          return Optional.empty();
        }
        parts.removeLast();
      } else if (!part.isEmpty() && !part.equals(".")) {
        parts.add(part);
      }
    }
    return Optional.of(String.join("/", parts));
  }

  /**
   * Where a path really lies, once all links on it are followed.
   *
   * @param path from the top
   * @return the path itself if there are no links on it; empty if they lead out or in a ring
   */
  public Optional<String> real(String path) {
    String at = path;
    for (int i = 0; i < MOST_LINKS; i++) {
      String link = firstLinkOn(at);
      if (link == null) {
        return Optional.of(at);
      }
      Optional<String> target = Links.target(link, links.get(link));
      if (target.isEmpty()) {
        return Optional.empty();
      }
      String rest = at.substring(link.length());
      at = target.get().isEmpty() && rest.startsWith("/") ? rest.substring(1) : target.get() + rest;
    }
    return Optional.empty();
  }

  private String firstLinkOn(String path) {
    if (links.isEmpty()) {
      return null;
    }
    for (int slash = path.indexOf('/'); slash > 0; slash = path.indexOf('/', slash + 1)) {
      if (links.containsKey(path.substring(0, slash))) {
        return path.substring(0, slash);
      }
    }
    return links.containsKey(path) ? path : null;
  }

  /**
   * The file at a path, through links.
   *
   * @param path from the top
   * @return empty if there is none
   */
  public Optional<Item> file(String path) {
    return real(path).map(files::get);
  }

  /**
   * Whether there is a folder at a path, through links.
   *
   * @param path from the top
   * @return false also for files
   */
  public boolean isFolder(String path) {
    return real(path).filter(folders::contains).isPresent();
  }

  /**
   * All files whose paths begin so.
   *
   * @param begin a path as it lies, without links
   * @return in their order
   */
  public Collection<Item> startingWith(String begin) {
    return files.subMap(begin, true, begin + Character.MAX_VALUE, true).values();
  }

  /**
   * The description in a folder.
   *
   * @param folder as it lies, without links
   * @return empty if there is none that can be read
   */
  public Optional<PackageJson> description(String folder) {
    return descriptions.computeIfAbsent(folder, this::read);
  }

  /**
   * The description file in a folder.
   *
   * @param folder as it lies
   * @return empty if there is none
   */
  public Optional<Item> descriptionFile(String folder) {
    return Optional.ofNullable(
        files.get(folder.isEmpty() ? PackageJson.NAME : folder + "/" + PackageJson.NAME));
  }

  private Optional<PackageJson> read(String folder) {
    return descriptionFile(folder)
        .flatMap(
            item -> {
              try {
                return Optional.of(PackageJson.of(item.content().bytes(LARGEST_DESCRIPTION)));
              } catch (IOException e) {
                return Optional.empty(); // the walk tells of it
              }
            });
  }

  /**
   * The nearest folder above a file that has a description, as Node looks for it: not beyond {@code
   * node_modules}.
   *
   * @param path of a file, as it lies
   * @return empty if there is none
   */
  public Optional<String> scope(String path) {
    for (String folder = folder(path); ; folder = folder(folder)) {
      if (folder.endsWith("node_modules")) {
        return Optional.empty();
      }
      if (descriptionFile(folder).isPresent()) {
        return Optional.of(folder);
      }
      if (folder.isEmpty()) {
        return Optional.empty();
      }
    }
  }

  /**
   * The packages in the application's own {@code node_modules}.
   *
   * @return names, those with a scope as {@code @scope/name}; those that are links among them
   */
  public Set<String> packagesAtTop() {
    Set<String> names = new TreeSet<>();
    List<String> paths = new ArrayList<>(folders);
    paths.addAll(links.keySet());
    for (String path : paths) {
      if (path.startsWith(MODULES)) {
        String name = path.substring(MODULES.length());
        int slash = name.indexOf('/');
        boolean isPackage =
            name.startsWith("@") ? slash > 0 && name.indexOf('/', slash + 1) < 0 : slash < 0;
        if (isPackage && !name.startsWith(".")) {
          names.add(name);
        }
      }
    }
    return names;
  }

  /**
   * All files.
   *
   * @return by path
   */
  public Map<String, Item> files() {
    return java.util.Collections.unmodifiableMap(files);
  }
}
