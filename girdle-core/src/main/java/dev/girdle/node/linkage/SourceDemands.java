package dev.girdle.node.linkage;

import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.closure.DynamicReference;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Need;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.closure.Wanted;
import dev.girdle.node.source.Mention;
import dev.girdle.node.source.Mention.Certainty;
import dev.girdle.node.source.Mention.Way;
import dev.girdle.node.source.SourceReader;
import dev.girdle.node.tree.ModuleTree;
import dev.girdle.node.tree.Resolution;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What files ask for: code by what it says, the user's own settings by the packages they name. */
final class SourceDemands {
  private static final String CAUGHT = "its absence is caught there";
  private static final Pattern WORD = Pattern.compile("@?[A-Za-z0-9][\\w.@/-]*");
  private static final int LARGEST_SETTINGS = 1 << 20;
  private static final int MOST_FILES = 5000;

  private final ModuleTree tree;
  private final Packages packages;

  SourceDemands(ModuleTree tree, Packages packages) {
    this.tree = tree;
    this.packages = packages;
  }

  ItemDemands of(Item item) throws UnreadableItemException, IOException {
    boolean isUsers = item.component().role().isUsers();
    if (isCode(item)) {
      if (item.content().size() > ItemTexts.LARGEST_SOURCE) {
        throw new UnreadableItemException("is too large to be read as code");
      }
      return code(item, isUsers);
    }
    boolean isSettings = isUsers && ItemTexts.isSettings(item) && !isForDevelopment(item);
    return isSettings && item.content().size() <= LARGEST_SETTINGS
        ? ItemDemands.of(settings(item))
        : ItemDemands.NONE;
  }

  /** Settings of a tool that is only for those who work on the application. */
  private boolean isForDevelopment(Item item) {
    return ItemTexts.toolOf(item)
        .filter(
            t -> packages.of(item.component()).filter(d -> d.development().contains(t)).isPresent())
        .isPresent();
  }

  /** By its ending; without one, by the first line of a command. */
  private static boolean isCode(Item item) throws IOException {
    if (ItemTexts.isCode(item)) {
      return true;
    }
    boolean hasEnding = item.path().indexOf('.', item.path().lastIndexOf('/') + 1) >= 0;
    if (hasEnding || item.content().size() > ItemTexts.LARGEST_SOURCE) {
      return false;
    }
    try (var in = item.content().open()) {
      String head = new String(in.readNBytes(64), StandardCharsets.ISO_8859_1);
      return head.startsWith("#!") && head.lines().findFirst().orElse("").contains("node");
    }
  }

  static String text(Item item) throws IOException {
    byte[] bytes = item.content().bytes((int) ItemTexts.LARGEST_SOURCE);
    return new String(bytes, StandardCharsets.UTF_8);
  }

  private ItemDemands code(Item item, boolean isUsers) throws IOException {
    Map<Object, Demand> named = new LinkedHashMap<>();
    List<DynamicReference> open = new ArrayList<>();
    for (Mention mention : SourceReader.read(text(item))) {
      Site site = Site.of(item, mention.line());
      switch (mention.way()) {
        case REQUIRE, IMPORT -> module(item, mention, site, named, open);
        case PATH -> path(item, mention, site, named);
        case TEXT -> {
          if (mention.begin().startsWith("./") || mention.begin().startsWith("../")) {
            fileNamed(mention.begin(), item, site, named);
          } else if (isUsers
              || mention.begin().startsWith("@")
              || mention.begin().indexOf('-') > 0) {
            packageNamed(mention.begin(), item, site, named);
          }
        }
      }
    }
    return new ItemDemands(List.copyOf(named.values()), open);
  }

  private static void add(Demand demand, Map<Object, Demand> to) {
    List<Object> key = List.of(demand.thing(), demand.name());
    Demand there = to.get(key);
    if (there == null || demand.strength().compareTo(there.strength()) < 0) {
      to.put(key, demand);
    }
  }

  private void module(
      Item item,
      Mention mention,
      Site site,
      Map<Object, Demand> named,
      List<DynamicReference> open) {
    boolean isImport = mention.way() == Way.IMPORT;
    Thing thing = isImport ? NodeThing.IMPORTED : NodeThing.REQUIRED;
    boolean always = mention.certainty() == Certainty.ALWAYS;
    How how =
        isImport
            ? always ? NodeThing.IMPORTS : NodeThing.MAY_IMPORT
            : always ? NodeThing.REQUIRES : NodeThing.MAY_REQUIRE;
    if (!mention.isWhole()) {
      boolean isJoined = mention.begin().startsWith("./") || mention.begin().startsWith("../");
      if (isJoined) {
        String folder = ModuleTree.folder(ModuleTree.path(item));
        joined(folder, mention, site, how, named);
      } else {
        List<String> fitting = packages.between(mention.begin(), mention.end());
        fitting.forEach(n -> add(Demand.of(thing, n, site, how, Strength.SOFT), named));
        if (fitting.isEmpty()) {
          open.add(new DynamicReference(how, thing, site, false));
          ownCode(item, site, named);
        }
      }
      return;
    }
    String name = mention.begin();
    if (name.startsWith("file:") || name.startsWith("data:") || name.isEmpty()) {
      return;
    }
    boolean isCaught = mention.certainty() == Certainty.CAUGHT;
    add(
        new Demand(
            Wanted.all(thing, name),
            site,
            isCaught ? new Need(how, Strength.SOFT, CAUGHT) : Need.of(how, Strength.HARD)),
        named);
  }

  /** What the user's own code loads by any name is the user's own code, but for tests of it. */
  private static void ownCode(Item item, Site site, Map<Object, Demand> named) {
    if (item.component().role() != Role.OWN) {
      return;
    }
    for (Item other : item.component().items()) {
      if (ItemTexts.isCode(other) && !ItemTexts.isForDevelopment(other) && other != item) {
        add(Demand.of(Thing.FILE, ModuleTree.path(other), site, How.OPEN, Strength.HINT), named);
      }
    }
  }

  private void joined(
      String folder, Mention mention, Site site, How how, Map<Object, Demand> named) {
    int slash = mention.begin().lastIndexOf('/');
    Optional<String> in = ModuleTree.join(folder, mention.begin().substring(0, slash + 1));
    if (in.isPresent()) {
      String begin =
          (in.get().isEmpty() ? "" : in.get() + "/") + mention.begin().substring(slash + 1);
      files(begin, mention.end(), site, how, named);
    }
  }

  private void files(String begin, String end, Site site, How how, Map<Object, Demand> named) {
    int count = 0;
    boolean inModules = begin.contains("node_modules/");
    for (Item file : tree.startingWith(begin)) {
      String path = ModuleTree.path(file);
      boolean fits =
          end.isEmpty() || path.endsWith(end) || path.matches(".*\\Q" + end + "\\E\\.[cm]?js(on)?");
      boolean isOther = !inModules && path.indexOf("node_modules/", begin.length()) >= 0;
      if (fits && !isOther && count++ < MOST_FILES) {
        add(Demand.of(Thing.FILE, path, site, how, Strength.SOFT), named);
      }
    }
  }

  /** A path from the folder of the asker: a file, all files of a folder, or a module. */
  private void path(Item item, Mention mention, Site site, Map<Object, Demand> named) {
    String folder = ModuleTree.folder(ModuleTree.path(item));
    if (!mention.isWhole()) {
      Mention below =
          new Mention(
              mention.way(),
              "./" + mention.begin(),
              mention.end(),
              false,
              mention.line(),
              mention.certainty());
      // a folder alone is named by most code for one reason or another
      if (mention.begin().replace("/", "").length() > 0) {
        joined(folder, below, site, NodeThing.OPENS, named);
      }
      return;
    }
    Optional<String> path = ModuleTree.join(folder, mention.begin());
    if (path.isEmpty() || mention.begin().isEmpty()) {
      return;
    }
    if (tree.isFolder(path.get())) {
      boolean isPackage =
          path.get().isEmpty() || path.get().equals(ModuleTree.place(item.component()));
      if (!isPackage) {
        tree.real(path.get())
            .ifPresent(real -> files(real + "/", "", site, NodeThing.OPENS, named));
      }
      return;
    }
    String name = tree.file(path.get() + ".js").isPresent() ? path.get() + ".js" : path.get();
    add(Demand.of(Thing.FILE, name, site, NodeThing.OPENS, Strength.SOFT), named);
  }

  /** A text that is the path of a file from where it stands. */
  private void fileNamed(String text, Item item, Site site, Map<Object, Demand> named) {
    ModuleTree.join(ModuleTree.folder(ModuleTree.path(item)), text)
        .filter(p -> tree.file(p).isPresent())
        .ifPresent(p -> add(Demand.of(Thing.FILE, p, site, NodeThing.NAMES, Strength.SOFT), named));
  }

  /** A text that names a package that is there. */
  private void packageNamed(String text, Item item, Site site, Map<Object, Demand> named) {
    Optional<String> name = Resolution.packageOf(text);
    if (name.isPresent() && packages.isFound(name.get(), item.component())) {
      add(Demand.of(NodeThing.REQUIRED, text, site, NodeThing.NAMES, Strength.SOFT), named);
      add(Demand.of(NodeThing.IMPORTED, text, site, NodeThing.NAMES, Strength.SOFT), named);
    }
  }

  private List<Demand> settings(Item item) throws IOException {
    Map<Object, Demand> named = new LinkedHashMap<>();
    boolean isOfTool = ItemTexts.toolOf(item).isPresent();
    int line = 0;
    for (String text : text(item).split("\n")) {
      line++;
      Matcher words = WORD.matcher(text);
      while (words.find()) {
        for (String name : packages.meant(words.group(), item.component(), isOfTool)) {
          packageNamed(name, item, Site.of(item, line), named);
        }
      }
    }
    return List.copyOf(named.values());
  }
}
