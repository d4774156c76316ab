package dev.girdle.python.linkage;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.io.Paths;
import dev.girdle.python.source.Mention;
import dev.girdle.python.tree.Found;
import dev.girdle.python.tree.ModuleTree;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What texts in code name: modules by dotted names, parts of a package by their last names, groups
 * of entry points, files and folders. A text never makes anything missing: it only keeps what is
 * there.
 */
final class TextDemands {
  private static final Pattern NAME = Pattern.compile("[A-Za-z_]\\w*");
  private static final Pattern DOTTED =
      Pattern.compile("\\.{0,3}([A-Za-z_]\\w*(?:\\.[A-Za-z_]\\w*)*)(?:[:][\\w.]+(?:\\(.*\\))?)?");
  private static final Pattern BEGIN = Pattern.compile("[A-Za-z_]\\w*[.\\w]{3,}");
  private static final Pattern LISTED = Pattern.compile("(?:\\*\\*/)?\\*\\.\\w+");
  private static final int SHORTEST_END = 3;

  private final ModuleTree tree;
  private final Projects projects;
  private final boolean isOfLibrary;
  private final OwnData ownData;

  TextDemands(ModuleTree tree, Projects projects, OwnData ownData, boolean isOfLibrary) {
    this.ownData = ownData;
    this.isOfLibrary = isOfLibrary;
    this.tree = tree;
    this.projects = projects;
  }

  void of(Item item, Mention mention, SourceDemands.Collected to) {
    Site site = Site.of(item, mention.line());
    if (!mention.isWhole()) {
      partialPath(item, mention.name(), mention.end(), site, to);
      partialModule(item, mention.name(), site, to);
      return;
    }
    String text = mention.name();
    if (text.length() < 2 || text.indexOf('\n') >= 0) {
      return;
    }
    boolean isUsers = item.component().role().isUsers();
    module(item, text, isUsers, site, to);
    group(text, site, to);
    path(item, text, isUsers, site, to);
  }

  /**
   * What a text of the start names: an argument, or the value of a variable.
   *
   * @param word as the user wrote it
   */
  List<Demand> ofStart(String word) {
    List<Demand> demands = new ArrayList<>();
    Matcher dotted = DOTTED.matcher(word);
    if (dotted.matches()) {
      longest(dotted.group(1), 1)
          .forEach(
              n ->
                  demands.add(
                      Demand.ofPlan(PythonThing.MODULE, n, PythonThing.NAMES, Strength.SOFT)));
    }
    tree.file(word)
        .ifPresent(
            i -> demands.add(Demand.ofPlan(Thing.FILE, word, PythonThing.OPENS, Strength.SOFT)));
    return demands;
  }

  private void module(
      Item item, String text, boolean isUsers, Site site, SourceDemands.Collected to) {
    Matcher dotted = DOTTED.matcher(text);
    if (!dotted.matches()) {
      return;
    }
    String name = dotted.group(1);
    boolean isPlain = name.indexOf('.') < 0;
    boolean isInit = Paths.fileName(item.path()).equals("__init__.py");
    if (isPlain && isInit) {
      String own = tree.packageOf(item);
      if (tree.submodules(own).contains(name)) {
        name(own + "." + name, site, to);
      }
    }
    if (!isPlain) {
      // relative to its package, too: tables of what is loaded late
      if (text.startsWith(".") || isInit) {
        longest(join(tree.packageOf(item), name), 2).forEach(n -> name(n, site, to));
      }
      for (String found : longest(name, 2)) {
        if (isOfLibrary && !top(found).equals(top(tree.packageOf(item)))) {
          continue; // tables of names, for whoever has to do with them
        }
        name(found, site, to);
        if (isUsers) {
          all(found, site, to);
        }
      }
    } else if (!isUsers) {
      if (projects.mayUse(item, name, tree)) {
        name(name, site, to);
      }
    } else {
      // also of the user's own: of a script, only what is named goes along
      Found found = tree.find(name);
      boolean isThere = found.isWhole() && !found.isOfRuntime() && !found.items().isEmpty();
      if (isThere && !found.items().contains(item)) {
        name(name, site, to);
        all(name, site, to);
      }
    }
  }

  private static String top(String name) {
    return name.replaceFirst("\\..*", "");
  }

  private static String join(String folder, String name) {
    return folder.isEmpty() ? name : folder + "." + name;
  }

  private static void name(String module, Site site, SourceDemands.Collected to) {
    to.add(Demand.of(PythonThing.MODULE, module, site, PythonThing.NAMES, Strength.SOFT));
  }

  /** A package that the user names as a whole may be gone through by its names. */
  private void all(String name, Site site, SourceDemands.Collected to) {
    for (Item below : tree.below(name)) {
      boolean isTest = below.path().matches("(.*/)?tests?/.*");
      if (!isTest) {
        tree.moduleName(below)
            .ifPresent(
                n -> to.add(Demand.of(PythonThing.MODULE, n, site, How.OPEN, Strength.HINT)));
      }
    }
  }

  /** The longest begin of a dotted name that is a module, if it has some parts at least. */
  private List<String> longest(String name, int least) {
    Found found = tree.find(name);
    if (found.isOfRuntime()) {
      return List.of(name);
    }
    if (found.items().isEmpty() || found.depth() < least && name.indexOf('.') > 0 && least > 1) {
      boolean isOwn =
          found.depth() == 1
              && found.items().stream().anyMatch(i -> i.component().role().isUsers());
      if (!isOwn) {
        return List.of();
      }
    }
    String[] parts = name.split("\\.");
    return List.of(String.join(".", List.of(parts).subList(0, found.depth())));
  }

  private void group(String text, Site site, SourceDemands.Collected to) {
    for (Projects.Offering offering : projects.offered(text)) {
      to.add(
          Demand.of(
              PythonThing.MODULE,
              offering.offer().module(),
              site,
              PythonThing.NAMES,
              Strength.SOFT));
      to.add(
          Demand.of(
              Thing.FILE, ModuleTree.key(offering.item()), site, PythonThing.OPENS, Strength.SOFT));
    }
  }

  private void path(
      Item item, String text, boolean isUsers, Site site, SourceDemands.Collected to) {
    String path = text.replace('\\', '/');
    if (path.length() < 3 || path.startsWith("/") || path.indexOf(' ') == 0) {
      return;
    }
    if (isUsers && LISTED.matcher(path).matches()) {
      partialPath(item, "", path.substring(path.lastIndexOf('*') + 1), site, to);
      return;
    }
    List<Item> found = new ArrayList<>(tree.beside(item, path).stream().toList());
    if (found.isEmpty() && isUsers) {
      tree.file(path).ifPresent(found::add);
    }
    if (found.isEmpty() && NAME.matcher(path).lookingAt()) {
      for (Item inside : tree.folderBeside(item, path)) {
        boolean isModule = inside.path().endsWith(".py");
        if (!isModule) {
          found.add(inside);
        }
      }
    }
    found.stream().filter(i -> i != item).forEach(i -> file(i, site, to));
    if (found.isEmpty() && isUsers) {
      ownData.named(item, path, site).forEach(to::add);
    }
  }

  private static void file(Item item, Site site, SourceDemands.Collected to) {
    to.add(Demand.of(Thing.FILE, ModuleTree.key(item), site, PythonThing.OPENS, Strength.SOFT));
  }

  /** Modules beside the asker, or by a full name, that begin as is known. */
  private void partialModule(Item item, String begin, Site site, SourceDemands.Collected to) {
    if (!BEGIN.matcher(begin).matches()) {
      return;
    }
    int dot = begin.lastIndexOf('.');
    String folder = dot < 0 ? tree.packageOf(item) : begin.substring(0, dot);
    if (dot > 0 && tree.find(folder).items().isEmpty()) {
      return;
    }
    String stem = begin.substring(dot + 1);
    for (String name : tree.submodules(folder)) {
      if (name.startsWith(stem) && !stem.isEmpty()) {
        name(join(folder, name), site, to);
      }
    }
  }

  /** Files whose paths begin and end as is known. */
  private void partialPath(
      Item item, String begin, String end, Site site, SourceDemands.Collected to) {
    String from = begin.replace('\\', '/');
    int slash = from.lastIndexOf('/');
    boolean isUsers = item.component().role().isUsers();
    boolean isKnown = slash > 0 || isUsers && end.length() >= SHORTEST_END && end.startsWith(".");
    if (!isKnown || from.startsWith("/") || end.endsWith(".py")) {
      return;
    }
    String folder = slash < 0 ? "" : from.substring(0, slash);
    List<Item> inside = new ArrayList<>();
    if (folder.isEmpty()) {
      String own = Paths.folder(item.path());
      item.component().items().stream()
          .filter(i -> Paths.folder(i.path()).equals(own))
          .forEach(inside::add);
    } else {
      inside.addAll(tree.folderBeside(item, folder));
    }
    String stem = from.substring(slash + 1);
    for (Item one : inside) {
      String name = Paths.fileName(one.path());
      if (name.startsWith(stem) && name.endsWith(end) && !name.endsWith(".py")) {
        file(one, site, to);
      }
    }
  }
}
