package dev.girdle.python.bundle;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Along;
import dev.girdle.closure.Closure;
import dev.girdle.closure.ClosureWalk;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Strength;
import dev.girdle.closure.WalkListener;
import dev.girdle.io.Paths;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.plan.Choice;
import dev.girdle.plan.NamePattern;
import dev.girdle.python.linkage.PythonLinkage;
import dev.girdle.python.linkage.PythonThing;
import dev.girdle.python.pack.ModuleFile;
import dev.girdle.python.tree.ModuleTree;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * What of a Python's library a program reaches: the same walk as over packages, begun with what the
 * program asks the library for, and with what every start uses.
 */
final class LibraryWalk {
  /** What the interpreter loads by itself, and what {@code begin.py} imports. */
  private static final List<String> ALWAYS =
      List.of(
          "abc",
          "codecs",
          "io",
          "encodings",
          "site",
          "os",
          "posixpath",
          "ntpath",
          "genericpath",
          "stat",
          "_collections_abc",
          "_sitebuiltins",
          "importlib",
          "importlib.machinery",
          "importlib.util",
          "importlib._bootstrap",
          "importlib._bootstrap_external",
          "runpy",
          "code",
          "types",
          "warnings",
          "traceback",
          "linecache",
          "tokenize",
          "token",
          "contextlib",
          "reprlib",
          "keyword",
          "zipimport",
          "_weakrefset",
          "weakref",
          "threading",
          "copyreg",
          "struct",
          "__future__");

  private final LibraryFiles library;
  private final ModuleTree tree;
  private final List<Component> components = new ArrayList<>();

  private LibraryWalk(LibraryFiles library, Choice choice) {
    this.library = library;
    List<TreeFile> modules = new ArrayList<>();
    List<TreeFile> loaded = new ArrayList<>();
    library
        .files()
        .forEach(
            (path, file) -> {
              if (path.startsWith("lib-dynload/")) {
                loaded.add(new TreeFile(path.substring("lib-dynload/".length()), file.content()));
              } else if (!isUnwanted(path, choice)) {
                modules.add(file);
              }
            });
    components.add(component("library", modules));
    components.add(component("loaded", loaded));
    this.tree = new ModuleTree(components, List.of(), Set.of(), n -> false);
  }

  private static Component component(String name, List<TreeFile> files) {
    return new Component(
        name,
        ModuleTree.origin(name, "python"),
        Role.LIBRARY,
        null,
        null,
        "",
        new SubTree(files, List.of()),
        p -> p);
  }

  private static String module(String path) {
    String plain = path.replaceFirst("(?:/__init__)?\\.py$", "").replace('/', '.');
    return plain.replaceFirst("\\.cpython-.*", "");
  }

  private static boolean isUnwanted(String path, Choice choice) {
    return choice.never().stream().anyMatch(p -> p.matches(module(path)));
  }

  /**
   * Walks.
   *
   * @param library the library's files
   * @param asked names of modules that the program asks for, perhaps with what is in them
   * @param choice what the plan wants in and out
   * @return by path in the library, why it goes along
   */
  static Map<String, String> of(LibraryFiles library, Collection<String> asked, Choice choice) {
    LibraryWalk walk = new LibraryWalk(library, choice);
    List<Demand> seeds = new ArrayList<>();
    ALWAYS.forEach(n -> seeds.add(seed(n, How.BROUGHT)));
    library.below("encodings/").forEach(f -> seeds.add(seed(module(f.path()), How.BROUGHT)));
    asked.forEach(n -> seeds.add(seed(n, How.PLAN)));
    for (NamePattern pattern : choice.always()) {
      library.files().keySet().stream()
          .map(LibraryWalk::module)
          .filter(pattern::matches)
          .forEach(n -> seeds.add(seed(n, How.ALWAYS)));
    }
    PythonLinkage linkage = PythonLinkage.ofLibrary(walk.tree);
    Closure closure =
        ClosureWalk.walk(linkage, seeds, false, Along.NOTHING, WalkListener.NONE, n -> {});
    return walk.kept(closure);
  }

  private static Demand seed(String module, How how) {
    return Demand.ofPlan(PythonThing.MODULE, module, how, Strength.SOFT);
  }

  private Map<String, String> kept(Closure closure) {
    Map<String, String> kept = new TreeMap<>();
    Set<String> folders = new HashSet<>();
    for (Reached reached : closure.reached()) {
      Item item = reached.item();
      boolean isLoaded = item.component() == components.get(1);
      String path = (isLoaded ? "lib-dynload/" : "") + item.path();
      kept.put(path, reason(reached.first()));
      if (!isLoaded) {
        folders.add(Paths.folder(item.path()));
      }
    }
    // data beside modules that are used
    for (String path : library.files().keySet()) {
      boolean isModule = ModuleFile.of(Paths.fileName(path)).isPresent();
      boolean isBeside =
          path.indexOf('/') > 0
              && !path.startsWith("lib-dynload/")
              && folders.contains(Paths.folder(path));
      if (!isModule && isBeside) {
        kept.putIfAbsent(path, "lies beside modules that go along");
      }
    }
    return kept;
  }

  private static String reason(Demand first) {
    Optional<Item> asker = first.asker();
    if (asker.isPresent()) {
      return first.how().passive() + " " + first.site().text() + " of Python";
    }
    return first.how() == How.BROUGHT
        ? "every start of Python uses it"
        : first.how() == How.ALWAYS ? "always kept by the plan" : "the program asks for it";
  }
}
