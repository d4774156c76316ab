package dev.girdle.python.tree;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.io.Paths;
import dev.girdle.python.pack.ModuleFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;

/**
 * All files of an application in the folders where Python looks for modules, the user's own first,
 * then Python's own modules, then those that packages were installed into.
 *
 * <p>Immutable but for what it remembers; safe for use by several threads.
 */
public final class ModuleTree {
  /** The origin of what lies in the application's folder itself. */
  public static final String TOP = ".";

  /** What origins begin with of what is installed to be edited, and lies elsewhere. */
  public static final String EDITABLE = "editable ";

  private static final int LARGEST_INIT = 1 << 16;

  private final List<SearchFolder> roots = new ArrayList<>();
  private final Map<Item, Integer> rootOf = new HashMap<>();
  private final Map<Item, String> pathOf = new HashMap<>();
  private final Map<String, Item> byKey = new HashMap<>();
  private final Map<String, Set<String>> submodules = new ConcurrentHashMap<>();
  private final Predicate<String> ofRuntime;
  private final int firstOfOthers;

  /**
   * Looks at components.
   *
   * @param components in the order in which they are looked at; those of one origin lie in one
   *     folder
   * @param ownFolders the folders of the user's own code in which modules are looked for, with a
   *     slash at the end or empty for the top, the first first
   * @param excluded items that must not be seen
   * @param ofRuntime whether Python itself has a module of a name without dots
   */
  public ModuleTree(
      List<Component> components,
      List<String> ownFolders,
      Set<Item> excluded,
      Predicate<String> ofRuntime) {
    this.ofRuntime = ofRuntime;
    Map<String, Map<String, Item>> byOrigin = new LinkedHashMap<>();
    Map<String, Boolean> isUsers = new LinkedHashMap<>();
    for (Component component : components) {
      if (component.role() == Role.RUNTIME) {
        continue;
      }
      String place = place(component);
      boolean own = place.equals(TOP) || place.startsWith(EDITABLE);
      Map<String, Item> files = byOrigin.computeIfAbsent(place, o -> new LinkedHashMap<>());
      isUsers.merge(place, own, Boolean::logicalOr);
      for (Item item : component.items()) {
        if (!excluded.contains(item)) {
          files.putIfAbsent(item.path(), item);
          byKey.putIfAbsent(key(item), item);
        }
      }
    }
    List<String> origins = new ArrayList<>(byOrigin.keySet());
    origins.sort((a, b) -> Boolean.compare(isUsers.get(b), isUsers.get(a)));
    int own = 0;
    for (String origin : origins) {
      boolean isTop = origin.equals(TOP);
      for (String folder : isTop ? ownFolders : List.of("")) {
        add(isUsers.get(origin), byOrigin.get(origin), folder);
        own += isUsers.get(origin) ? 1 : 0;
      }
    }
    this.firstOfOthers = own;
  }

  private void add(boolean isUsers, Map<String, Item> files, String folder) {
    Map<String, Item> inside = new LinkedHashMap<>();
    files.forEach(
        (path, item) -> {
          if (path.startsWith(folder)) {
            String there = path.substring(folder.length());
            inside.put(there, item);
            rootOf.putIfAbsent(item, roots.size());
            pathOf.putIfAbsent(item, there);
          }
        });
    roots.add(SearchFolder.of(isUsers, inside));
  }

  /**
   * Whether a source lies among data: in a folder below a package that is none itself. Templates of
   * projects and programs that are started as files lie so, and are read or copied as files.
   *
   * @param item any item
   * @return false for what is no source
   */
  public static boolean isAmongData(Item item) {
    String folder = Paths.folder(item.path());
    if (!item.path().endsWith(".py") || folder.isEmpty() || isPackage(item, folder)) {
      return false;
    }
    String above = folder;
    while (!above.isEmpty()) {
      above = Paths.folder(above.substring(0, above.length() - 1));
      if (!above.isEmpty() && isPackage(item, above)) {
        return true;
      }
    }
    return false;
  }

  private static boolean isPackage(Item item, String folder) {
    return item.component().item(folder + "__init__.py").isPresent();
  }

  /**
   * The dotted name of a module.
   *
   * @param item any item
   * @return for example {@code flask.app}; a package by its own name; empty for what is no module
   */
  public Optional<String> moduleName(Item item) {
    String path = pathOf.get(item);
    Optional<ModuleFile> file =
        path == null ? Optional.empty() : ModuleFile.of(Paths.fileName(path));
    if (file.isEmpty()) {
      return Optional.empty();
    }
    String folder = folderOf(path).replace('/', '.');
    if (file.get().stem().equals("__init__")) {
      return folder.isEmpty() ? Optional.empty() : Optional.of(folder);
    }
    return Optional.of(folder.isEmpty() ? file.get().stem() : folder + "." + file.get().stem());
  }

  /**
   * The package that a relative name starts from.
   *
   * @param item a module
   * @return its package's dotted name; the module's own if it is a package; empty at the top
   */
  public String packageOf(Item item) {
    String path = pathOf.get(item);
    return path == null ? "" : folderOf(path).replace('/', '.');
  }

  private static String folderOf(String path) {
    int slash = path.lastIndexOf('/');
    return slash < 0 ? "" : path.substring(0, slash);
  }

  /**
   * Finds a module.
   *
   * @param name a dotted name, not relative
   * @return what it leads to
   */
  public Found find(String name) {
    String[] parts = name.split("\\.");
    Found found = in(name, parts, 0, firstOfOthers);
    if (found.depth() == 0 && parts.length > 0 && ofRuntime.test(parts[0])) {
      return new Found(List.of(), parts.length, true, true);
    }
    return found.depth() > 0 ? found : in(name, parts, firstOfOthers, roots.size());
  }

  private Found in(String name, String[] parts, int from, int to) {
    List<Portion> places = new ArrayList<>();
    for (int root = from; root < to; root++) {
      places.add(new Portion(root, ""));
    }
    Set<Item> items = new LinkedHashSet<>();
    for (int i = 0; i < parts.length; i++) {
      Step step = step(places, parts[i]);
      if (step == null) {
        return new Found(List.copyOf(items), i, false, false);
      }
      items.addAll(step.items);
      places = step.portions;
      if (places.isEmpty() && i + 1 < parts.length) {
        return new Found(List.copyOf(items), i + 1, false, false);
      }
    }
    return new Found(List.copyOf(items), parts.length, true, false);
  }

  /**
   * What one part of a name leads to.
   *
   * @param items what is loaded for it
   * @param portions where its own modules lie; empty if it is no package
   */
  private record Step(List<Item> items, List<Portion> portions) {}

  /** A package or module of the first place that has one; else all folders of that name. */
  private Step step(List<Portion> places, String name) {
    List<Portion> folders = new ArrayList<>();
    for (int i = 0; i < places.size(); i++) {
      Portion place = places.get(i);
      SearchFolder root = roots.get(place.root());
      Portion folder = new Portion(place.root(), place.path(name));
      List<Item> init = modules(folder, "__init__");
      if (!init.isEmpty()) {
        List<Portion> portions = new ArrayList<>(List.of(folder));
        List<Item> items = new ArrayList<>(init);
        if (isShared(init)) {
          for (Portion other : places.subList(i + 1, places.size())) {
            Portion more = new Portion(other.root(), other.path(name));
            if (roots.get(other.root()).folders().contains(more.folder())) {
              portions.add(more);
            }
          }
        }
        return new Step(items, portions);
      }
      List<Item> module = modules(place, name);
      if (!module.isEmpty()) {
        return new Step(module, List.of());
      }
      if (root.folders().contains(folder.folder())) {
        folders.add(folder);
      }
    }
    return folders.isEmpty() ? null : new Step(List.of(), folders);
  }

  /** Whether a package says that others lie elsewhere (pkgutil.extend_path, pkg_resources). */
  private static boolean isShared(List<Item> init) {
    for (Item item : init) {
      if (item.path().endsWith(".py") && item.content().size() < LARGEST_INIT) {
        try {
          String text = new String(item.content().bytes(LARGEST_INIT), StandardCharsets.ISO_8859_1);
          if (text.contains("extend_path") || text.contains("declare_namespace")) {
            return true;
          }
        } catch (IOException e) {
          return false; // the walk tells of it
        }
      }
    }
    return false;
  }

  /** The files of one folder that are a module of a name, as Python would take them. */
  private List<Item> modules(Portion place, String name) {
    SearchFolder root = roots.get(place.root());
    Map<ModuleFile.Kind, List<Item>> found = new HashMap<>();
    // most are plain sources: asked for by their names, and not looked for
    Optional<Item> source = root.file(place.path(name + ".py"));
    source.ifPresent(i -> found.put(ModuleFile.Kind.SOURCE, List.of(i)));
    for (String file : root.inFolder().getOrDefault(place.folder(), List.of())) {
      if (!file.startsWith(name) || file.endsWith(".py")) {
        continue;
      }
      Optional<ModuleFile> module = ModuleFile.of(file);
      if (module.isPresent() && module.get().stem().equals(name)) {
        found
            .computeIfAbsent(module.get().kind(), k -> new ArrayList<>())
            .add(root.files().get(place.path(file)));
      }
    }
    // a source beside native code of the same name is kept for where that code is not for
    List<Item> items = new ArrayList<>();
    for (ModuleFile.Kind kind : ModuleFile.ORDER) {
      boolean isMoot = kind == ModuleFile.Kind.BYTE_CODE && !items.isEmpty();
      items.addAll(isMoot ? List.of() : found.getOrDefault(kind, List.of()));
    }
    return items;
  }

  /**
   * The names of modules and packages directly in a package.
   *
   * @param name the package's dotted name
   * @return their last names, sorted
   */
  public Set<String> submodules(String name) {
    return submodules.computeIfAbsent(name, this::lookFor);
  }

  private Set<String> lookFor(String name) {
    Set<String> names = new TreeSet<>();
    for (Portion portion : portions(name)) {
      SearchFolder root = roots.get(portion.root());
      for (String file : root.inFolder().getOrDefault(portion.folder(), List.of())) {
        ModuleFile.of(file)
            .map(ModuleFile::stem)
            .filter(s -> !s.equals("__init__"))
            .ifPresent(names::add);
      }
      String begin = portion.folder().isEmpty() ? "" : portion.folder() + "/";
      root.folders().stream()
          .filter(f -> f.startsWith(begin) && f.indexOf('/', begin.length()) < 0)
          .map(f -> f.substring(begin.length()))
          .filter(f -> !f.isEmpty() && f.matches("[A-Za-z_]\\w*"))
          .forEach(names::add);
    }
    return names;
  }

  /** The folders of a package, of the user's own code first. */
  private List<Portion> portions(String name) {
    List<Portion> places = new ArrayList<>();
    for (int root = 0; root < roots.size(); root++) {
      places.add(new Portion(root, ""));
    }
    for (String part : name.isEmpty() ? new String[0] : name.split("\\.")) {
      Step step = step(places, part);
      if (step == null) {
        return List.of();
      }
      places = step.portions;
    }
    return places;
  }

  /**
   * All modules below a package, however deep.
   *
   * @param name the package's dotted name
   * @return files, without the package's own
   */
  public List<Item> below(String name) {
    List<Item> all = new ArrayList<>();
    for (Portion portion : portions(name)) {
      String begin = portion.folder().isEmpty() ? "" : portion.folder() + "/";
      roots
          .get(portion.root())
          .files()
          .forEach(
              (path, item) -> {
                if (path.startsWith(begin) && ModuleFile.of(Paths.fileName(path)).isPresent()) {
                  all.add(item);
                }
              });
    }
    return all;
  }

  /**
   * A file by its path from the folder of another.
   *
   * @param from who asks
   * @param path relative, with slashes; may go up
   * @return what lies there in the same search folder
   */
  public Optional<Item> beside(Item from, String path) {
    Integer root = rootOf.get(from);
    return root == null
        ? Optional.empty()
        : joined(folderOf(pathOf.get(from)), path).flatMap(roots.get(root)::file);
  }

  /**
   * The files of a folder, by its path from the folder of another file.
   *
   * @param from who asks
   * @param path relative, with slashes; may go up
   * @return all of them, however deep; empty if there is no such folder
   */
  public List<Item> folderBeside(Item from, String path) {
    Integer root = rootOf.get(from);
    Optional<String> folder =
        root == null ? Optional.empty() : joined(folderOf(pathOf.get(from)), path);
    if (folder.isEmpty() || !roots.get(root).folders().contains(folder.get())) {
      return List.of();
    }
    List<Item> all = new ArrayList<>();
    roots
        .get(root)
        .files()
        .forEach(
            (there, item) -> {
              if (there.startsWith(folder.get() + "/")) {
                all.add(item);
              }
            });
    return all;
  }

  private static Optional<String> joined(String folder, String path) {
    List<String> parts = new ArrayList<>(folder.isEmpty() ? List.of() : List.of(folder.split("/")));
    for (String part : path.split("/")) {
      if (part.equals("..")) {
        if (parts.isEmpty()) {
          return Optional.empty();
        }
        parts.remove(parts.size() - 1);
      } else if (!part.isEmpty() && !part.equals(".")) {
        parts.add(part);
      }
    }
    return parts.isEmpty() ? Optional.empty() : Optional.of(String.join("/", parts));
  }

  /**
   * What an item is called among all of the application.
   *
   * @param item any item
   * @return its path in the application's folder, or in the environment that it lies in
   */
  public static String key(Item item) {
    String place = place(item.component());
    return place.equals(TOP) ? item.path() : place + "/" + item.path();
  }

  /**
   * What a component of a folder that packages were installed into is told to lie in.
   *
   * @param site the folder, for the user
   * @param name of the component
   * @return its origin
   */
  public static String origin(String site, String name) {
    return site + "/" + name;
  }

  /** The folder that the files of a component lie in, with those of others perhaps. */
  private static String place(Component component) {
    String origin = component.origin();
    return origin.equals(TOP) || origin.startsWith(EDITABLE)
        ? origin
        : origin.substring(0, origin.lastIndexOf('/'));
  }

  /**
   * A file by what it is called among all.
   *
   * @param key as {@link #key} tells it
   * @return empty if there is none
   */
  public Optional<Item> file(String key) {
    return Optional.ofNullable(byKey.get(key));
  }

  /**
   * All items.
   *
   * @return each with its path in its search folder
   */
  public Map<Item, String> files() {
    return Collections.unmodifiableMap(pathOf);
  }

  /**
   * Which of two search folders is looked at first.
   *
   * @param item any item
   * @return a number, lower for what is looked at first
   */
  public int rootOf(Item item) {
    return rootOf.getOrDefault(item, roots.size());
  }

  /**
   * Whether a module of the user's own has the name of one of Python's.
   *
   * @return such names with their items
   */
  public Map<String, Item> shadowing() {
    Map<String, Item> found = new LinkedHashMap<>();
    for (SearchFolder root : roots) {
      if (!root.isUsers()) {
        continue;
      }
      root.files()
          .forEach(
              (path, item) -> {
                String top = path.indexOf('/') < 0 ? path : path.substring(0, path.indexOf('/'));
                boolean isPackage = path.equals(top + "/__init__.py");
                String name = isPackage ? top : ModuleFile.of(top).map(ModuleFile::stem).orElse("");
                if ((isPackage || path.equals(top)) && ofRuntime.test(name)) {
                  found.putIfAbsent(name, item);
                }
              });
    }
    return found;
  }
}
