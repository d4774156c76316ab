package dev.girdle.python.linkage;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.io.Paths;
import dev.girdle.python.survey.OwnFiles;
import dev.girdle.python.tree.ModuleTree;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Files of the user's own that are no code. Libraries open them by names that they make of a folder
 * of their choice and of what they are told: a package takes all of its own along, and so does a
 * folder of which some file is named without it.
 */
final class OwnData {

  private final ModuleTree tree;
  private final Map<String, List<Item>> byName = new HashMap<>();

  OwnData(ModuleTree tree) {
    this.tree = tree;
    for (Item item : tree.files().keySet()) {
      boolean isData =
          item.component().role().isUsers()
              && item.path().indexOf('/') > 0
              && !PythonLinkage.isCode(item)
              && !OwnFiles.isForDevelopment(item.path());
      if (isData) {
        byName.computeIfAbsent(Paths.fileName(item.path()), n -> new ArrayList<>()).add(item);
      }
    }
  }

  /** What lies in the package of one of the user's modules, beside code. */
  List<Demand> ofPackage(Item module) {
    String folder = Paths.folder(module.path());
    if (folder.isEmpty() || byName.isEmpty() || !speaksForItsFolder(module, folder)) {
      return List.of();
    }
    return below(folder, module, Site.of(module));
  }

  /** The first module of a folder speaks for it, where nothing makes it a package. */
  private boolean speaksForItsFolder(Item module, String folder) {
    return Paths.fileName(module.path()).equals("__init__.py")
        || module.component().item(folder + "__init__.py").isEmpty();
  }

  /** The file of a name, in whichever folder of the user's, with all that lies around it. */
  List<Demand> named(Item asker, String text, Site site) {
    if (byName.isEmpty() || !OwnFiles.mayName(text)) {
      return List.of();
    }
    List<Demand> demands = new ArrayList<>();
    Set<String> folders = new LinkedHashSet<>();
    for (Item item : byName.getOrDefault(Paths.fileName(text), List.of())) {
      boolean isIt = item != asker && item.path().endsWith("/" + text);
      if (isIt) {
        demands.add(
            Demand.of(Thing.FILE, ModuleTree.key(item), site, PythonThing.OPENS, Strength.SOFT));
        String before = item.path().substring(0, item.path().length() - text.length());
        folders.add(before);
      }
    }
    folders.forEach(f -> demands.addAll(below(f, asker, site)));
    return demands;
  }

  private List<Demand> below(String folder, Item asker, Site site) {
    List<Demand> demands = new ArrayList<>();
    for (Item item : asker.component().items()) {
      boolean isData =
          item != asker
              && item.path().startsWith(folder)
              && !PythonLinkage.isCode(item)
              && !OwnFiles.isForDevelopment(item.path());
      if (isData) {
        demands.add(Demand.of(Thing.FILE, ModuleTree.key(item), site, How.BROUGHT, Strength.HINT));
      }
    }
    return demands;
  }
}
