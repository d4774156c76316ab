package dev.girdle.node.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Answer;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.DynamicReference;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.Need;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.closure.Wanted;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.node.source.DynamicImports;
import dev.girdle.node.tree.ModuleTree;
import dev.girdle.node.tree.Resolution;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Node's part in the walk. */
public final class NodeLinkage implements Linkage {
  private static final String OPTIONAL = "its makers declare it optional";

  private final ModuleTree tree;
  private final Resolution resolution;
  private final Packages packages;
  private final SourceDemands sources;
  private final Builtins builtins = new Builtins();
  private final boolean exact;
  private OtherBuilds otherBuilds;
  private Closure buildsBeside;

  /**
   * Looks at an application.
   *
   * @param tree its files
   * @param exact whether packages are taken apart, so that what is only declared does not count
   * @param conditions that Node is given where the application is started
   */
  public NodeLinkage(ModuleTree tree, boolean exact, Set<String> conditions) {
    this.tree = tree;
    this.exact = exact;
    this.resolution = new Resolution(tree, conditions);
    this.packages = new Packages(tree);
    this.sources = new SourceDemands(tree, packages);
  }

  /**
   * Whether an item is code, by its name.
   *
   * @param item any item
   * @return true for scripts and modules
   */
  public static boolean isCode(Item item) {
    return ItemTexts.isCode(item);
  }

  /**
   * Whether a file of the user's own is for those who work on the application: by its name, or
   * since it asks for what only they have.
   *
   * @param item code of the user's own
   * @return false if it cannot be read
   */
  public boolean isForDevelopment(Item item) {
    if (ItemTexts.isForDevelopment(item)) {
      return true;
    }
    Set<String> development =
        packages.of(item.component()).map(PackageJson::development).orElse(Set.of());
    try {
      return sources.of(item).named().stream()
          .filter(d -> d.thing().isCode() && !d.how().equals(NodeThing.NAMES))
          .anyMatch(d -> packageOf(d).filter(development::contains).isPresent());
    } catch (UnreadableItemException | IOException e) {
      return false; // the walk tells of it, if it comes to it
    }
  }

  /**
   * Why a build of a package is of no use beside what is reached of it.
   *
   * @param item any item that is not reached
   * @param closure the outcome of a walk with this linkage
   * @return a few words for people; empty if it may be of use, or is no such build
   */
  public synchronized Optional<String> uselessBeside(Item item, Closure closure) {
    if (buildsBeside != closure) {
      buildsBeside = closure;
      otherBuilds = new OtherBuilds(tree, closure, resolution.conditions());
    }
    return otherBuilds.why(item);
  }

  /**
   * The first release of Node that has a module of its own which surely is loaded.
   *
   * @param reached what was reached
   * @return empty if it is no such module, if it may not be loaded, or if all releases have it
   */
  public static Optional<String> firstRelease(Reached reached) {
    boolean isSure = NodeThing.isAlways(reached.first().how());
    return reached.item().component().role() == Role.RUNTIME
            && isSure
            && reached.strength() == Strength.HARD
        ? Builtins.firstRelease(reached.item())
        : Optional.empty();
  }

  /**
   * How a file imports others by a call.
   *
   * @param item any file
   * @return nothing if it is no code, or cannot be read
   */
  public static DynamicImports importsByCall(Item item) {
    try {
      return isCode(item) && item.content().size() <= ItemTexts.LARGEST_SOURCE
          ? DynamicImports.of(SourceDemands.text(item))
          : DynamicImports.NONE;
    } catch (IOException e) {
      return DynamicImports.NONE; // the walk has told of it
    }
  }

  @Override
  public ItemDemands demandsOf(Item item) throws UnreadableItemException, IOException {
    if (item.component().role() == Role.RUNTIME) {
      return ItemDemands.NONE;
    }
    if (item.path().equals(PackageJson.NAME)) {
      return ItemDemands.of(dependencies(item));
    }
    return sources.of(item);
  }

  /**
   * What a package declares to need goes along with it, whoever loads it. Where packages are taken
   * apart, only what the user declares counts, and its main module.
   */
  private List<Demand> dependencies(Item item) throws UnreadableItemException, IOException {
    PackageJson description;
    try {
      description = PackageJson.of(item.content().bytes(Integer.MAX_VALUE - 8));
    } catch (IOException e) {
      throw new UnreadableItemException(e.getMessage());
    }
    List<Demand> demands = new ArrayList<>();
    List<String> names = new ArrayList<>(description.needed());
    names.addAll(description.optional());
    for (String name : names) {
      if (!packages.isFound(name, item.component())) {
        continue;
      }
      if (!exact) {
        demands.add(Demand.of(NodeThing.PACKAGE, name, Site.of(item), How.DECLARED, Strength.HINT));
      } else if (item.component().role().isUsers() || description.extra().contains(name)) {
        for (Thing thing : List.of(NodeThing.REQUIRED, NodeThing.IMPORTED)) {
          demands.add(Demand.of(thing, name, Site.of(item), How.DECLARED, Strength.HINT));
        }
      }
    }
    return demands;
  }

  @Override
  public Answer resolve(Demand demand) {
    if (demand.thing().equals(Thing.FILE)) {
      return items(tree.file(demand.name()).stream().toList(), "");
    }
    if (demand.thing().equals(NodeThing.PACKAGE)) {
      return items(packages.found(demand.name(), scopeOf(demand)).stream().toList(), "");
    }
    boolean isImport = demand.thing().equals(NodeThing.IMPORTED);
    if (!isImport && !demand.thing().equals(NodeThing.REQUIRED)) {
      return new Answer.Nothing("");
    }
    Optional<Item> builtin = builtins.named(demand.name());
    if (builtin.isPresent()) {
      return new Answer.Items(List.of(builtin.get()));
    }
    Resolution.Found found = resolution.find(demand.name(), scopeOf(demand) + "/x", isImport);
    return items(found.files(), found.why());
  }

  private static Answer items(List<Item> items, String advice) {
    return items.isEmpty() ? new Answer.Nothing(advice) : new Answer.Items(items);
  }

  /** The folder of the asker, which all names but paths from the top are looked up from. */
  @Override
  public String scopeOf(Demand demand) {
    return demand.thing().equals(Thing.FILE)
        ? ""
        : demand.asker().map(i -> ModuleTree.folder(ModuleTree.path(i))).orElse("");
  }

  /** All code of the asker's package. */
  @Override
  public List<Demand> meanings(DynamicReference open) {
    List<Demand> demands = new ArrayList<>();
    for (Item item : open.from().component().items()) {
      if (ItemTexts.isCode(item) && !ItemTexts.isForDevelopment(item)) {
        demands.add(
            Demand.of(Thing.FILE, ModuleTree.path(item), open.site(), How.OPEN, Strength.HINT));
      }
    }
    return demands;
  }

  @Override
  public List<Demand> declared(Set<Component> reached) {
    List<Demand> demands = new ArrayList<>();
    for (Component component : reached) {
      Optional<PackageJson> description =
          component.role() == Role.RUNTIME ? Optional.empty() : packages.of(component);
      Optional<Item> speaker = component.item(PackageJson.NAME);
      if (description.isPresent() && speaker.isPresent()) {
        description.get().needed().stream()
            .filter(name -> !packages.isFound(name, component))
            .forEach(
                name ->
                    demands.add(
                        new Demand(
                            new Wanted(Thing.LIBRARY, name, ""),
                            Site.of(speaker.get()),
                            Need.of(How.DECLARED, Strength.HARD))));
      }
    }
    return demands;
  }

  @Override
  public Set<String> absentHolders(Demand missing) {
    return packageOf(missing).map(Set::of).orElse(Set.of());
  }

  private static Optional<String> packageOf(Demand demand) {
    return demand.thing().isCode() ? Resolution.packageOf(demand.name()) : Optional.empty();
  }

  /** The user's own code comes to it, or its makers declare that they need it. */
  @Override
  public boolean isSure(Demand demand, Strength reach) {
    boolean always = NodeThing.isAlways(demand.how());
    if (!always || reach != Strength.HARD || Builtins.isOne(demand.name())) {
      return false;
    }
    return demand.from().component().role().isUsers() || isDeclared(demand);
  }

  /**
   * The user's own code speaks for itself: that a module of it copes without one thing does not
   * make the whole module optional.
   */
  @Override
  public boolean isDeclared(Demand demand) {
    Component asker = demand.from().component();
    if (NodeThing.isAlways(demand.how()) && asker.role().isUsers()) {
      return true;
    }
    Optional<String> name = packageOf(demand);
    return name.isPresent()
        && !packages.isFound(name.get(), asker)
        && packages.of(asker).filter(d -> d.needed().contains(name.get())).isPresent();
  }

  @Override
  public Optional<String> excuseFor(Demand demand) {
    Optional<String> name = packageOf(demand);
    return name.isPresent()
            && packages
                .of(demand.from().component())
                .filter(d -> d.optional().contains(name.get()))
                .isPresent()
        ? Optional.of(OPTIONAL)
        : Optional.empty();
  }

  @Override
  public String familyOf(Demand missing) {
    return packageOf(missing)
        .filter(name -> !packages.isFound(name, missing.from().component()))
        .orElse(missing.name());
  }
}
