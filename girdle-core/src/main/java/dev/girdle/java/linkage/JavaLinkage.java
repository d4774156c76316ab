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
import dev.girdle.java.bytecode.ClassDemands;
import dev.girdle.java.bytecode.FileDemands;
import dev.girdle.java.bytecode.Glance;
import dev.girdle.java.bytecode.Implied;
import dev.girdle.java.bytecode.JarWithin;
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
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** Java's part in the walk. */
public final class JavaLinkage implements Linkage {
  /** Before the path of a class that was only glanced at. */
  private static final String GLANCE = "at a glance ";

  /** Before the path of a jar within a component. */
  private static final String WITHIN = "within ";

  private static final String DECLARED = "its makers declare it optional";

  private final JavaFacts facts;
  private final JavaAnswers answers;
  private final Sureness sureness;
  private final ServiceDemands services;
  private final Jdk jdk;
  private final ClassIndex index;
  private final Map<Item, Integer> versions = new ConcurrentHashMap<>();
  private final JarPlacesMet jarPlaces = new JarPlacesMet();
  private final Memory memory;
  private final boolean exact;
  private final boolean modular;
  private final Map<Item, ClassDemands.Result> read = new ConcurrentHashMap<>();
  private final Implied implied;
  private final CodeBehindFiles codeBehindFiles;
  private final Declarations declarations;

  /**
   * Looks at an application.
   *
   * @param facts what is known about it
   * @param declarations what makers say of what they need
   * @param memory what classes said that were read before
   * @param exact whether it is told which parts of things are asked for, and which classes the
   *     verifier looks at
   * @param modular whether the program is started as modules
   */
  public JavaLinkage(
      JavaFacts facts, Declarations declarations, Memory memory, boolean exact, boolean modular) {
    this.memory = memory;
    this.exact = exact;
    this.modular = modular;
    this.implied = new Implied(facts.index(), JavaHow.JOINED, true);
    this.codeBehindFiles = new CodeBehindFiles(facts.components());
    this.declarations = declarations;
    this.facts = facts;
    this.jdk = facts.jdk();
    this.index = facts.index();
    this.answers = new JavaAnswers(facts, declarations);
    this.sureness = new Sureness(facts, declarations);
    this.services = new ServiceDemands(jdk, index);
  }

  /** The class file versions of the classes that were read, by item. */
  public Map<Item, Integer> versions() {
    return versions;
  }

  /** For which of the classes that were read it matters in what files jars lie. */
  public JarPlacesMet jarPlaces() {
    return jarPlaces;
  }

  @Override
  public ItemDemands demandsOf(Item item) throws UnreadableItemException, IOException {
    if (item.component().role() == Role.RUNTIME) {
      return ItemDemands.of(services.servicesOfModule(item));
    }
    if (item.path().endsWith(".class")) {
      return ofClass(item);
    }
    if (ServiceDemands.mayBeList(item.path())) {
      Optional<List<Demand>> providers = services.ofProviderList(item);
      if (providers.isPresent()) {
        return ItemDemands.of(providers.get());
      }
    }
    return JarWithin.isOne(item) ? ofJar(item) : ItemDemands.of(FileDemands.of(item, index));
  }

  private ItemDemands ofJar(Item item) throws UnreadableItemException, IOException {
    RawClass raw = remembered(item, WITHIN + item.path(), () -> JarWithin.record(item));
    return ItemDemands.of(
        JarWithin.resolved(
            raw,
            item,
            index,
            name -> index.hasClass(name) || jdk.moduleWith(name).isPresent(),
            exact));
  }

  private ItemDemands ofClass(Item item) throws UnreadableItemException, IOException {
    ClassDemands.Result result = result(item);
    List<Demand> demands = new ArrayList<>(fitting(item, result, result.demands().named()));
    if (Modules.isDescriptor(item) && !modular && !item.component().role().isUsers()) {
      demands.removeIf(d -> !isRequirement(d));
    }
    demands.addAll(besides(item));
    return new ItemDemands(demands, result.demands().open());
  }

  /**
   * Whether a descriptor says that its module cannot do without another: all that it says to a
   * program that is started from a class path.
   */
  private static boolean isRequirement(Demand demand) {
    return demand.how() == JavaHow.REQUIRES && demand.strength() == Strength.HARD;
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
      jarPlaces.note(item, raw);
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
  public List<Demand> implied(Set<Item> reached, List<DynamicReference> open) {
    List<Demand> demands = new ArrayList<>(implied.by(reached));
    demands.addAll(codeBehindFiles.by(reached, open));
    return demands;
  }

  @Override
  public List<Demand> declared(Set<Component> reached) {
    List<Demand> demands = new ArrayList<>();
    for (Component component : facts.components()) {
      if (!component.items().isEmpty()
          && (reached.contains(component) || !JavaFacts.holdsCode(component))) {
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

  @Override
  public Set<String> absentHolders(Demand missing) {
    return missing.thing() == JavaThing.CODE
        ? declarations.absentHolders(missing.name())
        : Set.of();
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

  @Override
  public Answer resolve(Demand demand) {
    return answers.to(demand.thing(), demand.name());
  }

  @Override
  public boolean isSure(Demand demand, Strength reach) {
    return sureness.isSure(demand, reach);
  }

  @Override
  public boolean isDeclared(Demand demand) {
    return sureness.isDeclared(demand);
  }

  @Override
  public Optional<String> excuseFor(Demand demand) {
    return sureness.excuseFor(demand);
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
