package dev.girdle.java;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Conflict;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Provenance;
import dev.girdle.app.Role;
import dev.girdle.closure.Along;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.Packaging;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.RuntimeModel;
import dev.girdle.java.bytecode.ConstantTexts;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.format.JavaRelease;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.format.LegalTexts;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.ItemNames;
import dev.girdle.java.index.JavaFacts;
import dev.girdle.java.index.Jdk;
import dev.girdle.java.index.Modules;
import dev.girdle.java.linkage.Conflicts;
import dev.girdle.java.linkage.Declarations;
import dev.girdle.java.linkage.JavaLinkage;
import dev.girdle.java.linkage.LocalLibraries;
import dev.girdle.java.linkage.MarkFiles;
import dev.girdle.java.linkage.NeededJava;
import dev.girdle.java.linkage.Whereabouts;
import dev.girdle.java.memory.Memory;
import dev.girdle.place.UserFolders;
import dev.girdle.place.Variables;
import dev.girdle.plan.Prune;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;

/** What Java knows about one application. */
final class JavaModel implements LanguageModel {
  private final Application application;
  private final Jdk jdk = new Jdk();
  private final ClassIndex index;
  private final JavaFacts facts;
  private final LocalLibraries libraries;
  private final Declarations declarations;
  private final Memory memory;
  private final JavaLinkage linkage;
  private final Map<Component, Provenance> provenances = new HashMap<>();
  private final NeededJava needed;
  private final JavaRuntime runtime;
  private final JavaPackaging packaging;
  private final ItemNames names;
  private List<String> warnings;
  private Boolean makesClasses;
  private final Map<Component, Boolean> signed = new ConcurrentHashMap<>();

  JavaModel(Application application, Map<Item, String> excluded, boolean exact, Progress progress)
      throws IOException {
    this.application = application;
    List<Component> components = application.components();
    this.index = new ClassIndex(components, excluded);
    Map<Component, Set<String>> optional = new HashMap<>();
    for (Component component : components) {
      optional.put(component, JarManifest.of(component).optionalPackages());
    }
    Modules modules = new Modules(components);
    if (isModular()) {
      modules.descriptions().forEach(this::addDeclaredServices);
    }
    this.facts = new JavaFacts(jdk, components, index, modules, optional);
    this.libraries = new LocalLibraries(progress);
    this.declarations = new Declarations(facts, libraries, application.absent());
    Map<String, String> environment = Variables.here();
    this.memory =
        Memory.in(
            UserFolders.cache(environment),
            UserFolders.settings(environment),
            exact ? "exact" : "plain");
    this.linkage = new JavaLinkage(facts, declarations, memory, exact, isModular());
    this.needed = new NeededJava(index, linkage);
    this.runtime = new JavaRuntime(jdk, needed);
    this.packaging = new JavaPackaging(index);
    this.names = new ItemNames(facts);
  }

  /** Whether the program is started as modules, so that their descriptors count. */
  private boolean isModular() {
    return application.starts().stream().anyMatch(LaunchSpec::isOfModule);
  }

  private void addDeclaredServices(Component component, Modules.Description description) {
    Modules.itemOf(component).stream()
        .filter(i -> !index.isExcluded(i))
        .forEach(i -> description.provides().keySet().forEach(s -> index.addService(s, i)));
  }

  @Override
  public Linkage linkage() {
    return linkage;
  }

  @Override
  public void keep() {
    memory.keep();
  }

  @Override
  public List<Demand> seeds(List<LaunchSpec> starts) {
    declarations.ahead(); // which the closure asks about when it is nearly done
    List<Demand> seeds = new ArrayList<>();
    for (LaunchSpec start : starts) {
      EntryPoint entry = start.entry();
      seeds.add(Demand.ofPlan(JavaThing.CODE, entry.name()));
      if (!entry.module().isEmpty()) {
        seeds.add(Demand.ofPlan(JavaThing.MODULE, entry.module()));
      }
      application.components().stream()
          .filter(c -> c.name().equals(entry.component()))
          .flatMap(c -> JarManifest.of(c).value("Launcher-Agent-Class").stream())
          .forEach(agent -> seeds.add(Demand.ofPlan(JavaThing.CODE, agent)));
    }
    application.components().stream()
        .filter(c -> c.role().isUsers())
        .flatMap(c -> c.items().stream())
        .filter(i -> !index.isExcluded(i) && uselessAtRunTime(i).isEmpty())
        .forEach(i -> seeds.add(demandFor(i, How.OWN, Strength.HINT)));
    application.components().stream()
        .filter(c -> !c.role().isUsers() && facts.isReadByAnyName(c))
        .flatMap(c -> c.items().stream())
        .filter(i -> !i.path().endsWith(".class") && !i.path().equals(JarManifest.PATH))
        .filter(i -> !index.isExcluded(i) && uselessAtRunTime(i).isEmpty())
        .forEach(i -> seeds.add(demandFor(i, How.BROUGHT, Strength.HINT)));
    return seeds;
  }

  /** Whether what is started makes classes of what it is given, which can name any other. */
  private synchronized boolean makesClasses() {
    if (makesClasses == null) {
      makesClasses =
          application.components().stream()
              .anyMatch(c -> c.role().isUsers() && JavaFacts.makesClasses(c));
    }
    return makesClasses;
  }

  @Override
  public Along along(Prune prune) {
    boolean isCode = prune != Prune.CLASSES || makesClasses();
    return component ->
        component.items().stream()
            .filter(i -> component.role() != Role.RUNTIME && !index.isExcluded(i))
            .filter(i -> isCode || !i.path().endsWith(".class"))
            .filter(i -> prune.compareTo(Prune.COMPONENTS) <= 0 || uselessAtRunTime(i).isEmpty())
            .map(i -> demandFor(i, How.ALONG, Strength.HINT))
            .toList();
  }

  @Override
  public Demand demandFor(Item item, How how, Strength strength) {
    boolean isClass =
        item.path().endsWith(".class") && index.classNamed(item.name()).contains(item);
    return isClass
        ? Demand.ofPlan(JavaThing.CODE, item.name(), how, strength)
        : Demand.ofPlan(
            Thing.FILE,
            item.component().name() + ClassIndex.IN_COMPONENT + item.path(),
            how,
            strength);
  }

  @Override
  public Optional<String> listsComponents() {
    return application.components().stream()
        .filter(c -> c.role().isUsers())
        .flatMap(c -> c.items().stream())
        .filter(i -> i.path().endsWith(".class") && hasText(i, "java.class.path"))
        .map(Item::name)
        .findFirst()
        .or(() -> linkage.jarPlaces().reader());
  }

  @Override
  public Optional<String> grantsRightsByPlace() {
    return linkage.jarPlaces().grantor();
  }

  @Override
  public List<String> marksOfComponents(Closure closure) {
    return MarkFiles.of(application.components(), closure);
  }

  @Override
  public Optional<String> tellsComponentsApart() {
    return linkage.jarPlaces().comparer();
  }

  private static boolean hasText(Item item, String text) {
    try {
      return ConstantTexts.all(item).contains(text);
    } catch (IOException e) {
      return false; // the walk tells of what cannot be read
    }
  }

  @Override
  public boolean isCode(Item item) {
    return item.path().endsWith(".class") && !item.path().endsWith("-info.class");
  }

  @Override
  public Optional<String> uselessAtRunTime(Item item) {
    boolean isUsers = item.component().role().isUsers();
    return facts.uselessAtRunTime(item).filter(why -> !isUsers || JavaFacts.isSourceOf(item));
  }

  private boolean isSigned(Component component) {
    return signed.computeIfAbsent(component, facts::isSigned);
  }

  @Override
  public Optional<String> staysWith(Item item, Prune prune) {
    String path = item.path();
    if (path.equals(JarManifest.PATH)) {
      return Optional.of("manifest of its component");
    }
    if (LegalTexts.isOne(path)) {
      return Optional.of("licence or notice, which has to travel along");
    }
    if (JavaFacts.isSignature(path) && facts.isSecurityProvider(item.component())) {
      return Optional.of("signature, which Java asks of providers of cryptography");
    }
    if (prune == Prune.FILES && isSigned(item.component())) {
      return Optional.of("its jar is signed, which holds for all of it");
    }
    if (uselessAtRunTime(item).isPresent()) {
      return Optional.empty();
    }
    if (prune != Prune.CLASSES && path.endsWith(".class")) {
      return Optional.of("not reached; classes are left out by --prune classes only");
    }
    if (path.endsWith(".class") && makesClasses()) {
      return Optional.of(
          "the program makes classes of what it is given to run, which can name any class");
    }
    return path.endsWith(".class")
        ? Optional.empty()
        : Optional.of("a file; its component's code may open it by a name that only the run tells");
  }

  @Override
  public Provenance provenance(Component component) {
    return provenances.computeIfAbsent(component, Provenances::of);
  }

  @Override
  public List<Conflict> conflicts() {
    return new Conflicts(facts, isModular()).all();
  }

  @Override
  public Map<String, String> whereabouts(Collection<String> names) {
    return new Whereabouts(application, libraries, declarations).of(names);
  }

  @Override
  public synchronized List<String> warnings(Closure closure) {
    if (warnings == null) {
      int least = JavaRelease.of(needed.of(closure)).feature();
      warnings =
          Stream.concat(
                  least > Jdk.FEATURE
                      ? Stream.of(newerJava(least))
                      : needed.madeForNewer(closure).stream(),
                  readUnreached(closure).stream())
              .toList();
    }
    return warnings;
  }

  private static String newerJava(int needed) {
    return "it is made for Java "
        + needed
        + " and Girdle runs on Java "
        + Jdk.FEATURE
        + ", so what it asks of newer Java is not checked; run Girdle on Java "
        + needed
        + " to have it checked";
  }

  private List<String> readUnreached(Closure closure) {
    return application.components().stream()
        .flatMap(c -> c.items().stream())
        .filter(i -> i.path().endsWith(".class") && closure.reached(i).isEmpty())
        .toList()
        .parallelStream()
        .flatMap(i -> warning(i).stream())
        .toList();
  }

  private static Optional<String> warning(Item item) {
    try {
      ClassHeader.readerOf(ClassHeader.bytesOf(item.content()));
      return Optional.empty();
    } catch (UnreadableItemException | IOException e) {
      return Optional.of(
          item.component().origin()
              + ": "
              + item.path()
              + " "
              + e.getMessage()
              + "; nothing needs it, so it is passed over");
    }
  }

  @Override
  public List<Item> find(String text) {
    return names.find(text);
  }

  @Override
  public RuntimeModel runtime() {
    return runtime;
  }

  @Override
  public Packaging packaging() {
    return packaging;
  }
}
