package dev.girdle.python.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Answer;
import dev.girdle.closure.Demand;
import dev.girdle.closure.DynamicReference;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.Need;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.closure.Wanted;
import dev.girdle.io.Paths;
import dev.girdle.python.pack.ModuleFile;
import dev.girdle.python.pack.ProjectName;
import dev.girdle.python.pack.Requirement;
import dev.girdle.python.tree.Found;
import dev.girdle.python.tree.ModuleTree;
import dev.girdle.python.tree.RuntimeNames;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Python's part in the walk. */
public final class PythonLinkage implements Linkage {
  private final ModuleTree tree;
  private final Projects projects;
  private final RuntimeNames runtime;
  private final TextDemands texts;
  private final SourceDemands sources;
  private final OwnData ownData;
  private final SettingsDemands settings;
  private final boolean exact;
  private final Vendored vendored;

  /**
   * Looks at an application.
   *
   * @param tree its files
   * @param projects its distributions
   * @param runtime the modules of Python itself
   * @param started the files that execution starts with
   * @param exact whether distributions are taken apart, so that what is only declared does not
   *     count
   */
  public PythonLinkage(
      ModuleTree tree, Projects projects, RuntimeNames runtime, Set<Item> started, boolean exact) {
    this(tree, projects, runtime, started, exact, false);
  }

  private PythonLinkage(
      ModuleTree tree,
      Projects projects,
      RuntimeNames runtime,
      Set<Item> started,
      boolean exact,
      boolean isOfLibrary) {
    this.tree = tree;
    this.projects = projects;
    this.runtime = runtime;
    this.exact = exact;
    this.vendored = new Vendored(tree);
    this.ownData = new OwnData(tree);
    this.texts = new TextDemands(tree, projects, ownData, isOfLibrary);
    this.sources = new SourceDemands(tree, texts, projects, started, isOfLibrary);
    this.settings = new SettingsDemands(tree, projects, ownData);
  }

  /**
   * Looks at Python's own library, of which only what others ask for is run.
   *
   * @param tree its files
   * @return its part in a walk
   */
  public static PythonLinkage ofLibrary(ModuleTree tree) {
    Projects none = new Projects(List.of(), Map.of());
    return new PythonLinkage(tree, none, new RuntimeNames(), Set.of(), false, true);
  }

  /**
   * Whether an item is code, by its name.
   *
   * @param item any item
   * @return true for modules in any form
   */
  public static boolean isCode(Item item) {
    return ModuleFile.of(Paths.fileName(item.path())).isPresent();
  }

  /**
   * What an argument or a variable of a start names.
   *
   * @param word as the user wrote it
   * @return demands of the plan
   */
  public List<Demand> ofStart(String word) {
    return texts.ofStart(word);
  }

  @Override
  public ItemDemands demandsOf(Item item) throws UnreadableItemException, IOException {
    if (item.component().role() == Role.RUNTIME) {
      return ItemDemands.NONE;
    }
    Optional<ModuleFile> file = ModuleFile.of(Paths.fileName(item.path()));
    boolean isScript = file.isEmpty() && settings.isScript(item);
    if (isScript || file.filter(f -> f.kind() == ModuleFile.Kind.SOURCE).isPresent()) {
      return item.component().role().isUsers()
          ? withOwnData(item, sources.of(item))
          : described(item, sources.of(item));
    }
    if (file.isPresent()) {
      // compilers pack names of modules so that nobody finds all of them
      List<DynamicReference> open =
          List.of(
              new DynamicReference(PythonThing.LOADS, PythonThing.MODULE, Site.of(item), false));
      return described(item, new ItemDemands(settings.ofCode(item), open));
    }
    if (projects.description(item.component()).filter(i -> i == item).isPresent()) {
      return ItemDemands.of(dependencies(item));
    }
    return ItemDemands.of(settings.of(item));
  }

  private ItemDemands withOwnData(Item module, ItemDemands demands) {
    List<Demand> data = ownData.ofPackage(module);
    ItemDemands its = described(module, demands);
    if (data.isEmpty()) {
      return its;
    }
    List<Demand> all = new ArrayList<>(its.named());
    all.addAll(data);
    return new ItemDemands(all, its.open());
  }

  /** Whoever is used can be asked for the release that it is of. */
  private ItemDemands described(Item item, ItemDemands demands) {
    Optional<Item> description = projects.description(item.component());
    if (description.isEmpty()) {
      return demands;
    }
    List<Demand> all = new ArrayList<>(demands.named());
    all.add(
        Demand.of(
            Thing.FILE,
            ModuleTree.key(description.get()),
            Site.of(item),
            PythonThing.DESCRIBED,
            Strength.HINT));
    return new ItemDemands(all, demands.open());
  }

  /** What a distribution declares to need goes along with it, whoever loads it. */
  private List<Demand> dependencies(Item item) {
    List<Demand> demands = new ArrayList<>();
    for (Requirement need : exact ? List.<Requirement>of() : projects.needed(item.component())) {
      if (projects.named(need.name()).isPresent()) {
        demands.add(
            Demand.of(
                PythonThing.PROJECT, need.name(), Site.of(item), How.DECLARED, Strength.HINT));
      }
    }
    return demands;
  }

  @Override
  public Answer resolve(Demand demand) {
    if (demand.thing().equals(Thing.FILE)) {
      return tree.file(demand.name())
          .<Answer>map(i -> new Answer.Items(List.of(i)))
          .orElse(new Answer.Nothing(""));
    }
    if (demand.thing().equals(PythonThing.PROJECT)) {
      return projects
          .named(demand.name())
          .flatMap(projects::description)
          .<Answer>map(i -> new Answer.Items(List.of(i)))
          .orElse(new Answer.Nothing(""));
    }
    return demand.thing().equals(PythonThing.MODULE) ? module(demand) : new Answer.Nothing("");
  }

  private Answer module(Demand demand) {
    String name = demand.name();
    Found found = tree.find(name);
    if (found.depth() == 0 && demand.asker().isPresent()) {
      Optional<List<Item>> carried = vendored.find(demand.from(), name);
      if (carried.isPresent()) {
        return new Answer.Items(carried.get());
      }
    }
    if (found.isOfRuntime()) {
      return new Answer.Items(List.of(runtime.item(name.replaceFirst("\\..*", ""))));
    }
    if (found.items().isEmpty()) {
      // a folder without a file of its own is a namespace (PEP 420): what is in it makes it one
      List<Item> inside =
          found.isWhole()
              ? tree.below(name).stream().filter(PythonLinkage::isCode).toList()
              : List.of();
      return inside.isEmpty()
          ? new Answer.Nothing(
              found.isWhole()
                  ? "only a folder of that name is there, and there is no module in it"
                  : "")
          : new Answer.Items(inside);
    }
    boolean isOwn = found.items().get(0).component().role().isUsers();
    // packages of others make modules while they run; whoever is there is loaded in any case
    return found.isWhole() || !isOwn
        ? new Answer.Items(found.items())
        : new Answer.Nothing("its package is there, and has no such module");
  }

  /** Who asks makes a difference where its distribution carries packages of others. */
  @Override
  public String scopeOf(Demand demand) {
    boolean isPlain =
        demand.thing().equals(PythonThing.MODULE)
            && demand.asker().isPresent()
            && tree.find(top(demand)).depth() == 0
            && !tree.find(top(demand)).isOfRuntime();
    return isPlain ? demand.from().component().name() : "";
  }

  @Override
  public List<Demand> meanings(DynamicReference open) {
    List<Demand> demands = new ArrayList<>();
    for (Item item : open.from().component().items()) {
      boolean isTest = item.path().matches("(?:.*/)?(?:tests?/.*|conftest\\.py)");
      boolean isWanted = isCode(item) && !isTest;
      if (isWanted) {
        demands.add(
            Demand.of(Thing.FILE, ModuleTree.key(item), open.site(), How.OPEN, Strength.HINT));
      }
    }
    return demands;
  }

  @Override
  public List<Demand> declared(Set<Component> reached) {
    List<Demand> demands = new ArrayList<>();
    for (Component component : reached) {
      Optional<Item> speaker = projects.description(component);
      if (speaker.isEmpty()) {
        continue;
      }
      for (Requirement need : projects.needed(component)) {
        if (projects.named(need.name()).isEmpty() && tree.find(module(need)).depth() == 0) {
          demands.add(
              new Demand(
                  new Wanted(Thing.LIBRARY, need.name(), ""),
                  Site.of(speaker.get()),
                  Need.of(How.DECLARED, Strength.HARD)));
        }
      }
    }
    return demands;
  }

  /** What a project's module is most likely called. */
  private static String module(Requirement need) {
    return need.name().replace('-', '_');
  }

  @Override
  public Set<String> absentHolders(Demand missing) {
    return Set.of(ProjectName.normal(top(missing)));
  }

  private static String top(Demand demand) {
    return demand.name().replaceFirst("\\..*", "");
  }

  /** The user's own code comes to it, or its makers declare that they need it. */
  @Override
  public boolean isSure(Demand demand, Strength reach) {
    boolean always = PythonThing.isAlways(demand.how());
    if (!always || reach != Strength.HARD) {
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
    if (!demand.thing().equals(PythonThing.MODULE)) {
      return false;
    }
    if (PythonThing.isAlways(demand.how()) && demand.from().component().role().isUsers()) {
      return true;
    }
    String project = ProjectName.normal(top(demand));
    return projects.named(project).isEmpty()
        && projects.needed(demand.from().component()).stream()
            .anyMatch(r -> r.name().equals(project));
  }

  @Override
  public Optional<String> excuseFor(Demand demand) {
    String top = top(demand);
    if (demand.thing().equals(PythonThing.MODULE) && RuntimeNames.has(top)) {
      return Optional.of("it was part of Python once");
    }
    String project = ProjectName.normal(top);
    boolean isAside =
        demand.how().equals(PythonThing.MAY_IMPORT) || demand.how().equals(PythonThing.LOADS);
    boolean isUndeclared =
        projects.of(demand.from().component()).isPresent() && !isDeclared(demand);
    if (isAside && isUndeclared && !demand.from().component().role().isUsers()) {
      return Optional.of("its makers do not declare that they need it");
    }
    return projects
        .extras(demand.from().component())
        .filter(r -> r.name().equals(project))
        .findFirst()
        .map(r -> "its makers declare it optional");
  }

  @Override
  public String familyOf(Demand missing) {
    return missing.thing().equals(PythonThing.MODULE) && tree.find(top(missing)).depth() == 0
        ? top(missing)
        : missing.name();
  }
}
