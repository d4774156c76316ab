package dev.girdle.python.linkage;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.DynamicReference;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Need;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.closure.Wanted;
import dev.girdle.io.Paths;
import dev.girdle.python.source.MalformedSourceException;
import dev.girdle.python.source.Mention;
import dev.girdle.python.source.Mention.Certainty;
import dev.girdle.python.source.Mention.Way;
import dev.girdle.python.source.SourceReader;
import dev.girdle.python.source.SourceText;
import dev.girdle.python.source.Starting;
import dev.girdle.python.survey.OwnFiles;
import dev.girdle.python.tree.Found;
import dev.girdle.python.tree.ModuleTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What source texts ask for, as demands. */
final class SourceDemands {
  private static final String CAUGHT = "its absence is caught there";
  private static final String ELSEWHERE =
      "it is asked for under a condition of the release or the system";
  private static final long LARGEST = 32 << 20;

  /** Modules of Python's own whose functions serve people at a prompt. */
  private static final Set<String> OF_PROMPT = Set.of("site.py", "_sitebuiltins.py");

  private final ModuleTree tree;
  private final TextDemands texts;
  private final Set<Item> started;
  private final Projects projects;
  private final boolean isOfLibrary;

  SourceDemands(
      ModuleTree tree,
      TextDemands texts,
      Projects projects,
      Set<Item> started,
      boolean isOfLibrary) {
    this.isOfLibrary = isOfLibrary;
    this.tree = tree;
    this.projects = projects;
    this.texts = texts;
    this.started = Set.copyOf(started);
  }

  ItemDemands of(Item item) throws UnreadableItemException, IOException {
    if (item.content().size() > LARGEST) {
      throw new UnreadableItemException("is too large to be read as code");
    }
    List<Mention> mentions;
    try {
      byte[] bytes = item.content().bytes((int) LARGEST);
      mentions = SourceReader.read(SourceText.of(bytes), starting(item));
    } catch (MalformedSourceException e) {
      throw new UnreadableItemException(e.getMessage());
    }
    Collected collected = new Collected();
    boolean isPrompt = isOfLibrary && OF_PROMPT.contains(item.path());
    for (Mention mention : mentions) {
      if (isPrompt && mention.certainty() != Certainty.ALWAYS) {
        continue;
      }
      if (mention.way() == Way.MAY_CALL) {
        helper(item, mention, collected);
      } else if (mention.way() == Way.TEXT) {
        texts.of(item, mention, collected);
      } else {
        module(item, mention, collected);
      }
    }
    return new ItemDemands(List.copyOf(collected.named.values()), collected.open);
  }

  private Starting starting(Item item) {
    if (started.contains(item)) {
      return Starting.STARTED;
    }
    if (isOfLibrary) {
      return Starting.OF_LIBRARY;
    }
    return item.component().role().isUsers() ? Starting.MAY_BE : Starting.NEVER;
  }

  /** Gathers demands, for each thing the strongest. */
  static final class Collected {
    private final Map<Object, Demand> named = new LinkedHashMap<>();
    private final List<DynamicReference> open = new ArrayList<>();

    void add(Demand demand) {
      List<Object> key = List.of(demand.thing(), demand.name());
      Demand there = named.get(key);
      if (there == null || demand.strength().compareTo(there.strength()) < 0) {
        named.put(key, demand);
      }
    }
  }

  /** What a helper of the program's may load counts if it is there. */
  private void helper(Item item, Mention mention, Collected to) {
    Found found = tree.find(mention.name());
    boolean isThere = found.isOfRuntime() || found.isWhole() && !found.items().isEmpty();
    if (isThere && !projects.isToolOfOthers(mention.name(), item, tree)) {
      Site site = Site.of(item, mention.line());
      to.add(Demand.of(PythonThing.MODULE, mention.name(), site, PythonThing.LOADS, Strength.SOFT));
    }
  }

  private void module(Item item, Mention mention, Collected to) {
    String name = absolute(item, mention.level(), mention.name());
    Site site = Site.of(item, mention.line());
    if (name == null || name.isEmpty() && mention.isWhole()) {
      return;
    }
    boolean isCall = mention.way() == Way.CALL;
    if (!mention.isWhole()) {
      partial(item, name, mention.end(), site, to);
      return;
    }
    How how =
        isCall
            ? PythonThing.LOADS
            : mention.certainty() == Certainty.ALWAYS
                ? PythonThing.IMPORTS
                : PythonThing.MAY_IMPORT;
    Need need = need(mention, how);
    if (need.how() != PythonThing.IMPORTS && projects.isToolOfOthers(name, item, tree)) {
      return;
    }
    boolean isNamespace = false;
    if (!mention.names().isEmpty()) {
      Found found = tree.find(name);
      isNamespace = found.isWhole() && !found.isOfRuntime() && found.items().isEmpty();
    }
    if (!isNamespace) { // of which nothing is loaded but what is named in it
      to.add(new Demand(Wanted.all(PythonThing.MODULE, name), site, need));
    }
    for (String one : mention.names()) {
      if (one.equals("*")) {
        continue; // what a package has in __all__, it names itself
      }
      String inner = name + "." + one;
      Found found = tree.find(inner);
      if (found.isOfRuntime()) {
        // a class or a module: who knows Python's own modules decides
        to.add(new Demand(Wanted.all(PythonThing.MODULE, inner), site, hint(how)));
      } else if (found.isWhole() && !found.items().isEmpty() || isNamespace) {
        to.add(new Demand(Wanted.all(PythonThing.MODULE, inner), site, need));
      }
    }
  }

  private static Need hint(How how) {
    return Need.of(how, Strength.HINT);
  }

  private Need need(Mention mention, How how) {
    if (mention.certainty() == Certainty.CAUGHT) {
      return new Need(how, Strength.SOFT, CAUGHT);
    }
    if (mention.certainty() == Certainty.ELSEWHERE) {
      return new Need(how, Strength.SOFT, ELSEWHERE);
    }
    if (!mention.insteadOf().isEmpty() && isThere(mention.insteadOf())) {
      return new Need(
          how, Strength.SOFT, "it is only asked for where " + mention.insteadOf() + " is missing");
    }
    return Need.of(how, Strength.HARD);
  }

  private boolean isThere(String module) {
    if (module.startsWith(".")) {
      return true;
    }
    return tree.find(module).isWhole();
  }

  /** The full name of a module that is named from where it is asked; null if it leads out. */
  private String absolute(Item item, int level, String name) {
    if (level == 0) {
      return name;
    }
    String place = tree.packageOf(item);
    for (int i = 1; i < level; i++) {
      int dot = place.lastIndexOf('.');
      if (dot < 0) {
        return place.isEmpty() || i + 1 < level ? null : name;
      }
      place = place.substring(0, dot);
    }
    return place.isEmpty() ? name : name.isEmpty() ? place : place + "." + name;
  }

  /** All modules that a name may be of which only the begin is known, or the end. */
  private void partial(Item item, String begin, String end, Site site, Collected to) {
    int dot = begin.lastIndexOf('.');
    boolean isFound = false;
    if (!begin.isEmpty()) {
      String stem = begin.substring(dot + 1);
      for (String name : tree.submodules(begin.substring(0, Math.max(0, dot)))) {
        if (name.startsWith(stem)) {
          String module = begin.substring(0, dot + 1) + name;
          String whole = end.startsWith(".") ? module + end : module;
          boolean fits = end.startsWith(".") ? tree.find(whole).isWhole() : name.endsWith(end);
          if (fits) {
            isFound = true;
            to.add(Demand.of(PythonThing.MODULE, whole, site, PythonThing.LOADS, Strength.SOFT));
          }
        }
      }
    }
    if (isFound) {
      return;
    }
    to.open.add(new DynamicReference(PythonThing.LOADS, PythonThing.MODULE, site, false));
    if (item.component().role().isUsers()) {
      for (Item other : item.component().items()) {
        if (isPlain(other) && other != item) {
          tree.moduleName(other)
              .ifPresent(
                  n -> to.add(Demand.of(PythonThing.MODULE, n, site, How.OPEN, Strength.HINT)));
        }
      }
    }
  }

  private static boolean isPlain(Item item) {
    return item.path().endsWith(".py")
        && !OwnFiles.isForDevelopment(item.path())
        && !Paths.fileName(item.path()).equals("__main__.py");
  }
}
