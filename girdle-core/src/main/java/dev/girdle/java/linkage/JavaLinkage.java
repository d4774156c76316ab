package dev.girdle.java.linkage;

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
import dev.girdle.java.bytecode.Callers;
import dev.girdle.java.bytecode.ClassDemands;
import dev.girdle.java.bytecode.FileDemands;
import dev.girdle.java.bytecode.Glance;
import dev.girdle.java.bytecode.Handlers;
import dev.girdle.java.bytecode.Implied;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.format.Versioned;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.JavaFacts;
import dev.girdle.java.index.Jdk;
import dev.girdle.java.index.Modules;
import dev.girdle.java.memory.Memory;
import dev.girdle.java.memory.RawClass;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.regex.Pattern;

/** Java's part in the walk. */
public final class JavaLinkage implements Linkage {
  /** Before the path of a class that was only glanced at. */
  private static final String GLANCE = "at a glance ";

  private static final String SERVICES = "META-INF/services/";
  private static final Pattern CLASS_NAME =
      Pattern.compile("\\p{javaJavaIdentifierStart}[\\p{javaJavaIdentifierPart}.]*");
  private static final String DECLARED = "its makers declare it optional";
  private static final String CAUGHT = "its absence is caught by who calls it";
  private static final String ELSEWHERE = "it belongs to another platform";

  private final JavaFacts facts;
  private final Map<Thing, Function<String, Answer>> answers = answers();
  private final Jdk jdk;
  private final ClassIndex index;
  private final Map<String, Component> components = new ConcurrentHashMap<>();
  private final Map<Item, Integer> versions = new ConcurrentHashMap<>();
  private final Memory memory;
  private final boolean exact;
  private final Map<Item, ClassDemands.Result> read = new ConcurrentHashMap<>();
  private final Map<Item, Callers> callers = new ConcurrentHashMap<>();
  private final Implied implied;
  private final Declarations declarations;

  /**
   * Looks at an application.
   *
   * @param facts what is known about it
   * @param declarations what makers say of what they need
   * @param memory what classes said that were read before
   * @param exact whether it is told which parts of things are asked for, and which classes the
   *     verifier looks at
   */
  public JavaLinkage(JavaFacts facts, Declarations declarations, Memory memory, boolean exact) {
    this.memory = memory;
    this.exact = exact;
    this.implied = new Implied(facts.index(), JavaHow.JOINED, true);
    this.declarations = declarations;
    this.facts = facts;
    this.jdk = facts.jdk();
    this.index = facts.index();
    facts.components().forEach(c -> this.components.put(c.name(), c));
  }

  /** The class file versions of the classes that were read, by item. */
  public Map<Item, Integer> versions() {
    return versions;
  }

  @Override
  public ItemDemands demandsOf(Item item) throws UnreadableItemException, IOException {
    if (item.component().role() == Role.RUNTIME) {
      return ItemDemands.of(servicesOfModule(item));
    }
    if (item.path().endsWith(".class")) {
      return ofClass(item);
    }
    if (item.path().startsWith(SERVICES) && item.path().indexOf('/', SERVICES.length()) < 0) {
      Optional<List<Demand>> providers = ofProviderList(item);
      if (providers.isPresent()) {
        return ItemDemands.of(providers.get());
      }
    }
    return ItemDemands.of(FileDemands.of(item, index));
  }

  private ItemDemands ofClass(Item item) throws UnreadableItemException, IOException {
    ClassDemands.Result result = result(item);
    List<Demand> demands = new ArrayList<>(fitting(item, result, result.demands().named()));
    demands.addAll(besides(item));
    return new ItemDemands(demands, result.demands().open());
  }

  /** What handlers count for depends on whose code it is; so that is told apart. */
  private RawClass remembered(
      Item item, String key, Memory.Reading<UnreadableItemException, IOException> reading)
      throws UnreadableItemException, IOException {
    Component component = item.component();
    String whose = component.role() == Role.OWN ? "own " : "";
    return memory.of(component.whole().orElse(null), whose + key, reading);
  }

  /** What a class that is at work demands, besides what stands in it. */
  private List<Demand> besides(Item item) {
    List<Demand> demands = new ArrayList<>(1);
    String described = ClassIndex.packageOf(item.name()) + ".package-info";
    if (index.hasClass(described) && !item.name().equals(described)) {
      demands.add(
          Demand.of(JavaThing.CODE, described, Site.of(item), JavaHow.RELATION, Strength.HINT));
    }
    return demands;
  }

  private ClassDemands.Result result(Item item) throws UnreadableItemException, IOException {
    ClassDemands.Result result = read.get(item);
    if (result == null) {
      RawClass raw =
          remembered(
              item,
              item.path(),
              () -> ClassDemands.record(ClassHeader.bytesOf(item.content()), item, exact));
      result = ClassDemands.resolved(raw, item, index, exact);
      if (exact) {
        implied.note(raw.endings()); // only those who leave out classes ask what is implied
      }
      versions.put(item, result.version());
      if (exact) {
        read.put(item, result);
      }
    }
    return result;
  }

  @Override
  public ItemDemands demandsOf(Item item, String part) throws UnreadableItemException, IOException {
    boolean isClass = item.component().role() != Role.RUNTIME && item.path().endsWith(".class");
    boolean isMethod = part.indexOf('(') > 0;
    if (!exact || !isClass || !isMethod) {
      return ItemDemands.NONE;
    }
    ClassDemands.Result result = result(item);
    return result.declared().contains(part)
        ? ItemDemands.NONE
        : ItemDemands.of(ofSupertypes(item, result, part));
  }

  @Override
  public ItemDemands glance(Item item) throws UnreadableItemException, IOException {
    boolean isClass = item.component().role() != Role.RUNTIME && item.path().endsWith(".class");
    if (!isClass) {
      return demandsOf(item);
    }
    RawClass raw = remembered(item, GLANCE + item.path(), () -> Glance.record(item));
    return ItemDemands.of(Glance.resolved(raw, item, index, exact));
  }

  @Override
  public List<Demand> implied(Set<Item> reached) {
    return implied.by(reached);
  }

  @Override
  public List<Demand> declared(Set<Component> reached) {
    List<Demand> demands = new ArrayList<>();
    for (Component component : facts.components()) {
      if (!component.items().isEmpty() && (reached.contains(component) || !holdsCode(component))) {
        Item speaker = component.items().get(0);
        for (String library : declarations.absentOf(component)) {
          demands.add(
              new Demand(
                  new Wanted(Thing.LIBRARY, library, ""),
                  Site.of(speaker),
                  Need.of(How.DECLARED, Strength.HARD)));
        }
      }
    }
    return demands;
  }

  private static boolean holdsCode(Component component) {
    return component.items().stream().anyMatch(i -> i.path().endsWith(".class"));
  }

  @Override
  public Set<String> absentHolders(Demand missing) {
    return missing.thing() == JavaThing.CODE
        ? declarations.absentHolders(missing.name())
        : Set.of();
  }

  @Override
  public boolean isSure(Demand demand, Strength reach) {
    if (demand.thing() == Thing.LIBRARY) {
      return false; // nobody knows whether the program comes to what it is needed for
    }
    return switch (demand.from().component().role()) {
      case OWN -> reach != Strength.HINT || facts.isFoundByLibraries(demand.from());
      case PROGRAM ->
          reach == Strength.HARD
              && (!declarations.isPublished(demand.from().component())
                  || declarations.areBroken(demand));
      case LIBRARY ->
          reach == Strength.HARD && declarations.areBroken(demand)
              || reach == Strength.SOFT && declarations.describeAsNeeded(demand);
      case RUNTIME -> false;
    };
  }

  @Override
  public boolean isDeclared(Demand demand) {
    return demand.thing() == JavaThing.CODE && declarations.describeAsNeeded(demand);
  }

  @Override
  public Optional<String> excuseFor(Demand demand) {
    boolean isOwn = demand.from().component().role() == Role.OWN;
    if (demand.thing() != JavaThing.CODE) {
      return Optional.empty();
    }
    if (isCaughtByCallers(demand, isOwn)) {
      return Optional.of(CAUGHT);
    }
    if (isOwn) {
      return Optional.empty();
    }
    if (OtherPlatforms.has(demand.name())) {
      return Optional.of(ELSEWHERE);
    }
    return declarations.makeOptional(demand) ? Optional.of(DECLARED) : Optional.empty();
  }

  private boolean isCaughtByCallers(Demand demand, boolean isOwn) {
    boolean isCode = demand.from().path().endsWith(".class") && !demand.member().isEmpty();
    if (!isCode || demand.how() == JavaHow.INHERITANCE) {
      return false;
    }
    boolean byName = demand.how() == JavaHow.REFLECTION;
    try {
      Callers known = callers.get(demand.from());
      if (known == null) {
        known = Callers.of(demand.from());
        callers.put(demand.from(), known);
      }
      return known.areGuarded(
          demand.member(), byName ? Handlers.OF_REFLECTION : Handlers.OF_CODE, isOwn);
    } catch (UnreadableItemException | IOException e) {
      return false; // the walk has told it
    }
  }

  /** A method that a class does not declare is one of its supertypes'; so is what they share. */
  private List<Demand> ofSupertypes(Item item, ClassDemands.Result result, String part) {
    List<Demand> demands = new ArrayList<>();
    for (String type : result.supertypes()) {
      String name = type.replace('/', '.');
      if (index.hasClass(name) || jdk.moduleWith(name).isPresent()) {
        demands.add(
            new Demand(
                new Wanted(JavaThing.CODE, name, part),
                new Site(item, "", 0, part),
                Need.of(JavaHow.INHERITANCE, Strength.HARD)));
      }
    }
    return demands;
  }

  /** The demands that count on this Java, and for what the component's makers say of it. */
  private List<Demand> fitting(Item item, ClassDemands.Result result, List<Demand> all) {
    Set<String> optional = facts.optionalPackages().getOrDefault(item.component(), Set.of());
    boolean newer =
        Versioned.of(item.path()).release() > Jdk.FEATURE
            || ClassHeader.release(result.version()) > Jdk.FEATURE;
    if (optional.isEmpty() && !newer) {
      return all;
    }
    List<Demand> demands = new ArrayList<>();
    for (Demand demand : all) {
      if (newer && demand.thing() == JavaThing.CODE && mayBeOfNewerJava(demand.name())) {
        continue;
      }
      demands.add(
          optional.contains(ClassIndex.packageOf(demand.name()))
              ? declaredOptional(demand)
              : demand);
    }
    return demands;
  }

  /** Code that is written for a newer Java may use what this one does not have. */
  private boolean mayBeOfNewerJava(String className) {
    boolean ofJava =
        Jdk.isReserved(className) || jdk.moduleOf(ClassIndex.packageOf(className)).isPresent();
    return ofJava && jdk.moduleWith(className).isEmpty() && !index.hasClass(className);
  }

  private Demand declaredOptional(Demand d) {
    return d.strength() != Strength.HARD || index.hasClass(d.name()) ? d : d.excused(DECLARED);
  }

  /**
   * The service types of a module of the runtime that some component has providers for: the module
   * may ask for them at any time, so they count as reached with it.
   */
  private List<Demand> servicesOfModule(Item module) {
    List<Demand> demands = new ArrayList<>();
    for (String type : index.serviceTypes()) {
      if (jdk.moduleWith(type).filter(module::equals).isPresent()) {
        demands.add(
            Demand.of(JavaThing.SERVICE, type, Site.of(module), JavaHow.SERVICE, Strength.SOFT));
      }
    }
    return demands;
  }

  /** The providers that a list names; empty if it is no list of classes, but something else. */
  private Optional<List<Demand>> ofProviderList(Item item) throws IOException {
    boolean ofRuntime = jdk.moduleWith(item.path().substring(SERVICES.length())).isPresent();
    Strength strength = ofRuntime ? Strength.SOFT : Strength.HARD;
    List<Demand> demands = new ArrayList<>();
    String text = new String(item.content().bytes(1 << 20), StandardCharsets.UTF_8);
    int line = 0;
    for (String entry : text.split("\n")) {
      line++;
      String name = entry.replaceFirst("#.*", "").strip();
      if (name.isEmpty()) {
        continue;
      }
      if (!CLASS_NAME.matcher(name).matches()) {
        return Optional.empty();
      }
      demands.add(Demand.of(JavaThing.CODE, name, Site.of(item, line), JavaHow.PROVIDER, strength));
    }
    return Optional.of(demands);
  }

  @Override
  public Answer resolve(Demand demand) {
    return answers
        .getOrDefault(demand.thing(), name -> new Answer.Nothing(""))
        .apply(demand.name());
  }

  private Map<Thing, Function<String, Answer>> answers() {
    return Map.of(
        JavaThing.CODE, this::code,
        Thing.FILE, this::resource,
        JavaThing.BUNDLE, this::bundle,
        JavaThing.SERVICE, name -> items(index.service(name)),
        JavaThing.MODULE, this::module,
        Thing.NATIVE, name -> items(index.nativeLibrary(name)),
        // asked only of those of which nothing is there
        Thing.LIBRARY,
            name ->
                new Answer.Nothing(declarations.wanted(name).map(w -> "release " + w).orElse("")));
  }

  /** The runtime is asked first, as class loaders do. */
  private Answer code(String name) {
    Optional<Item> module = jdk.moduleWith(name);
    if (module.isPresent()) {
      return new Answer.Items(List.of(module.get()));
    }
    if (Jdk.isReserved(name) || index.classNamed(name).isEmpty()) {
      return new Answer.Nothing(
          Jdk.isReserved(name) ? "Java " + Jdk.FEATURE + " has no such class" : advice(name));
    }
    return new Answer.Items(index.classNamed(name));
  }

  private String advice(String name) {
    String excluded = index.excludedClass(name);
    if (excluded != null) {
      return "it is in " + excluded;
    }
    String former = FormerlyOfJava.advice(name);
    if (!former.isEmpty()) {
      return former;
    }
    return index.hasPackage(ClassIndex.packageOf(name))
        ? "its package is there, the class is not"
        : "";
  }

  private Answer resource(String name) {
    int cut = name.indexOf(ClassIndex.IN_COMPONENT);
    if (cut > 0 && components.containsKey(name.substring(0, cut))) {
      return items(
          components.get(name.substring(0, cut)).item(name.substring(cut + 2)).stream()
              .filter(i -> !index.isExcluded(i))
              .toList());
    }
    return items(index.resource(name));
  }

  /** Bundles of the runtime itself are part of its modules. */
  private Answer bundle(String name) {
    List<Item> found = index.bundle(name);
    Optional<Item> module = found.isEmpty() ? jdk.moduleWith(name) : Optional.empty();
    return module.isPresent() ? items(List.of(module.get())) : items(found);
  }

  private Answer module(String name) {
    Optional<Item> ofRuntime = jdk.component().item(name);
    if (ofRuntime.isPresent()) {
      return items(List.of(ofRuntime.get()));
    }
    return items(facts.modules().named(name).map(Modules::itemOf).orElse(List.of()));
  }

  private static Answer items(List<Item> items) {
    return items.isEmpty() ? new Answer.Nothing("") : new Answer.Items(items);
  }

  @Override
  public List<Demand> meanings(DynamicReference open) {
    return Meanings.of(open);
  }

  /** The shortest package that the name lies in and that nothing else lies in. */
  @Override
  public String familyOf(Demand missing) {
    String name = missing.name();
    if (missing.thing() != JavaThing.CODE) {
      return name;
    }
    for (int dot = name.indexOf('.'); dot > 0; dot = name.indexOf('.', dot + 1)) {
      String prefix = name.substring(0, dot);
      if (!index.hasPackageUnder(prefix)) {
        return prefix;
      }
    }
    return name;
  }

  /** The first two parts of the package. */
  @Override
  public String vendorOf(Item item) {
    String[] parts = item.name().split("[./]", 3);
    return parts.length < 3 ? parts[0] : parts[0] + "." + parts[1];
  }
}
