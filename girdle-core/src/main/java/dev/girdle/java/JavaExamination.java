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
import dev.girdle.closure.Reached;
import dev.girdle.closure.Selection;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.ecosystem.RuntimeParts;
import dev.girdle.ecosystem.RuntimeShares;
import dev.girdle.ecosystem.RuntimeThing;
import dev.girdle.ecosystem.Shape;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Paths;
import dev.girdle.java.bundle.FastStart;
import dev.girdle.java.bundle.RuntimeAnswers;
import dev.girdle.java.bundle.RuntimeBalance;
import dev.girdle.java.bundle.RuntimeBundler;
import dev.girdle.java.bundle.RuntimeMemo;
import dev.girdle.java.bundle.RuntimeTrial;
import dev.girdle.java.bytecode.ConstantTexts;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.format.LegalTexts;
import dev.girdle.java.format.Versioned;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.Hints;
import dev.girdle.java.index.JavaFacts;
import dev.girdle.java.index.Jdk;
import dev.girdle.java.index.MainClasses;
import dev.girdle.java.index.Modules;
import dev.girdle.java.layout.FolderLayout;
import dev.girdle.java.layout.MergedLayout;
import dev.girdle.java.layout.NestedLayout;
import dev.girdle.java.linkage.Conflicts;
import dev.girdle.java.linkage.Declarations;
import dev.girdle.java.linkage.JavaLinkage;
import dev.girdle.java.linkage.LocalLibraries;
import dev.girdle.java.linkage.Whereabouts;
import dev.girdle.java.maven.LocalFolders;
import dev.girdle.java.memory.Memory;
import dev.girdle.java.runtime.ModuleChoice;
import dev.girdle.layout.Layout;
import dev.girdle.place.TemporaryFolder;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Plan;
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
final class JavaExamination implements LanguageModel {
  private final Application application;
  private final Jdk jdk = new Jdk();
  private final ClassIndex index;
  private final JavaFacts facts;
  private final LocalLibraries libraries;
  private final Declarations declarations;
  private final Memory memory;
  private final JavaLinkage linkage;
  private final Map<Component, Provenance> provenances = new HashMap<>();
  private final RuntimeMemo runtimes = new RuntimeMemo();
  private final MainClasses mainClasses;
  private List<String> warnings;
  private Boolean makesClasses;
  private final Map<Component, Boolean> signed = new ConcurrentHashMap<>();

  JavaExamination(
      Application application, Map<Item, String> excluded, boolean exact, Progress progress)
      throws IOException {
    this.application = application;
    List<Component> components = application.components();
    this.index = new ClassIndex(components, excluded);
    this.mainClasses = new MainClasses(index);
    Map<Component, Set<String>> optional = new HashMap<>();
    for (Component component : components) {
      optional.put(component, JarManifest.of(component).optionalPackages());
    }
    Modules modules = new Modules(components);
    if (isModular()) {
      modules.descriptions().forEach(this::addDeclaredServices);
    }
    this.facts =
        new JavaFacts(jdk, components, index, modules, new Hints(components, index), optional);
    this.libraries = new LocalLibraries(progress);
    this.declarations = new Declarations(facts, libraries, application.absent());
    Map<String, String> environment = System.getenv();
    this.memory =
        Memory.in(
            LocalFolders.cache(environment),
            LocalFolders.settings(environment),
            exact ? "exact" : "plain");
    this.linkage = new JavaLinkage(facts, declarations, memory, exact);
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
        .filter(c -> isUsers(c))
        .flatMap(c -> c.items().stream())
        .filter(i -> !index.isExcluded(i) && uselessAtRunTime(i).isEmpty())
        .forEach(i -> seeds.add(demandFor(i, How.OWN, Strength.HINT)));
    application.components().stream()
        .filter(c -> !isUsers(c) && facts.isReadByAnyName(c))
        .flatMap(c -> c.items().stream())
        .filter(i -> !i.path().endsWith(".class") && !i.path().equals(JarManifest.PATH))
        .filter(i -> !index.isExcluded(i) && uselessAtRunTime(i).isEmpty())
        .forEach(i -> seeds.add(demandFor(i, How.BROUGHT, Strength.HINT)));
    return seeds;
  }

  /** What the user has made, as far as can be told, is not pruned by what a closure thinks. */
  private static boolean isUsers(Component component) {
    return component.role() == Role.OWN || component.role() == Role.PROGRAM;
  }

  /** Whether what is started makes classes of what it is given, which can name any other. */
  private synchronized boolean makesClasses() {
    if (makesClasses == null) {
      makesClasses =
          application.components().stream().anyMatch(c -> isUsers(c) && JavaFacts.makesClasses(c));
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
  public RuntimeNeed needOf(List<LaunchSpec> starts) {
    RuntimeNeed need = leastNeed();
    for (LaunchSpec start : starts) {
      for (Item item : index.classNamed(start.entry().name()).stream().limit(1).toList()) {
        ClassHeader header = headerOf(item);
        need = newer(need, header.release(), header.preview(), item);
      }
    }
    return need;
  }

  private static RuntimeNeed leastNeed() {
    return new RuntimeNeed("Java", 8, false, "the starter that Girdle adds");
  }

  /** The need of both, if an item asks for a release. */
  private static RuntimeNeed newer(RuntimeNeed need, int release, boolean preview, Item item) {
    return preview || release > need.release() && !need.exactly()
        ? new RuntimeNeed("Java", release, preview, item.name())
        : need;
  }

  private static ClassHeader headerOf(Item item) {
    try {
      return ClassHeader.read(ClassHeader.bytesOf(item.content()));
    } catch (UnreadableItemException | IOException e) {
      throw new GirdleException(
          Fault.APPLICATION,
          e,
          item.component().origin() + ": " + item.path() + " " + e.getMessage());
    }
  }

  /** That of the newest class file reached; files for newer releases only count without a base. */
  @Override
  public RuntimeNeed runtimeNeed(Closure closure) {
    RuntimeNeed need = leastNeed();
    for (Reached reached : closure.reached()) {
      Integer version = linkage.versions().get(reached.item());
      if (version == null || isVariantOfBase(reached.item())) {
        continue;
      }
      if (!isIndispensable(reached)) {
        continue;
      }
      need =
          newer(need, ClassHeader.release(version), ClassHeader.isPreview(version), reached.item());
    }
    return need;
  }

  /** What only soft demands reach is done without, if the receiver's Java cannot read it. */
  private static boolean isIndispensable(Reached reached) {
    boolean isVariant = isVariant(reached.item());
    Item asker = reached.first().from();
    if (isVariant && asker != null && isVariant(asker)) {
      return false; // no older Java ever comes there
    }
    return reached.strength() == Strength.HARD || isUsers(reached.item().component());
  }

  private static boolean isVariant(Item item) {
    return Versioned.of(item.path()).release() > 0;
  }

  /** What is done without on the oldest Java that will do. */
  private Optional<String> madeForNewer(Closure closure) {
    int needed = runtimeNeed(closure).release();
    List<Item> newer =
        closure.reached().stream()
            .map(Reached::item)
            .filter(i -> linkage.versions().containsKey(i) && !isVariantOfBase(i))
            .filter(i -> ClassHeader.release(linkage.versions().get(i)) > needed)
            .toList();
    return newer.stream()
        .findFirst()
        .map(
            i ->
                (newer.size() == 1 ? "1 class is" : newer.size() + " classes are")
                    + " made for a newer Java than "
                    + needed
                    + ", which will do without: "
                    + i.name()
                    + " (Java "
                    + ClassHeader.release(linkage.versions().get(i))
                    + ")"
                    + (newer.size() > 1 ? " and others" : ""));
  }

  private boolean isVariantOfBase(Item item) {
    return Versioned.of(item.path()).release() > 0
        && index.classNamed(item.name()).stream()
            .anyMatch(i -> Versioned.of(i.path()).release() == 0);
  }

  @Override
  public Optional<String> readsClassPath() {
    return application.components().stream()
        .filter(JavaExamination::isUsers)
        .flatMap(c -> c.items().stream())
        .filter(i -> i.path().endsWith(".class") && hasText(i, "java.class.path"))
        .map(Item::name)
        .findFirst();
  }

  private static boolean hasText(Item item, String text) {
    try {
      return ConstantTexts.all(item).contains(text);
    } catch (IOException e) {
      return false; // the walk tells of what cannot be read
    }
  }

  @Override
  public Optional<String> uselessAtRunTime(Item item) {
    boolean isUsers = isUsers(item.component());
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
  public RuntimeParts runtimeParts(Closure closure, Choice choice) {
    ModuleChoice modules = RuntimeBundler.modules(jdk.requirements(), closure, choice);
    return new RuntimeParts(modules.chosen(), modules.leftOut());
  }

  @Override
  public Optional<RuntimeThing> findInRuntime(
      String name, Plan plan, Closure closure, Selection selection) {
    return RuntimeAnswers.about(name, plan, closure, selection);
  }

  @Override
  public Optional<RuntimeShares> runtimeShares(Plan plan, Closure closure, Selection selection) {
    return plan.runtime().isBundled()
        ? Optional.of(
            RuntimeBalance.of(
                RuntimeBundler.chosen(plan.runtime(), plan.choice().target(), runtimeNeed(closure)),
                plan,
                closure,
                selection))
        : Optional.empty();
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
      int needed = runtimeNeed(closure).release();
      warnings =
          Stream.concat(
                  needed > Jdk.FEATURE
                      ? Stream.of(newerJava(needed))
                      : madeForNewer(closure).stream(),
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
    String name = text.endsWith(".class") ? text.substring(0, text.length() - 6) : text;
    List<Item> classes = index.classNamed(name.replace('/', '.'));
    if (!classes.isEmpty()) {
      return classes;
    }
    String path = text.startsWith("/") ? text.substring(1) : text;
    if (index.hasResource(path)) {
      return index.resource(path);
    }
    List<Item> modules = jdk.component().item(text).stream().toList();
    List<Item> found = modules.isEmpty() ? bySimpleName(name) : modules;
    return found.isEmpty() ? amongExcluded(text) : found;
  }

  /** What the plan keeps out is in no index, and can be asked for all the same. */
  private List<Item> amongExcluded(String text) {
    return facts.components().stream()
        .flatMap(c -> c.items().stream())
        .filter(index::isExcluded)
        .filter(
            i ->
                i.path().equals(text)
                    || i.name().equals(text)
                    || Paths.fileName(i.path()).equals(text))
        .toList();
  }

  private List<Item> bySimpleName(String name) {
    if (name.indexOf('.') >= 0 || name.indexOf('/') >= 0) {
      return List.of();
    }
    Stream<Item> classes =
        index.classNames().stream()
            .filter(n -> n.endsWith("." + name) || n.endsWith("$" + name))
            .sorted()
            .map(n -> index.classNamed(n).get(0));
    Stream<Item> files =
        index.resourcePaths().stream()
            .filter(p -> p.endsWith("/" + name))
            .sorted()
            .map(p -> index.resource(p).get(0));
    return Stream.concat(classes, files).toList();
  }

  @Override
  public Layout layOut(LayoutRequest request) {
    try {
      Layout layout =
          switch (request.shape()) {
            case FOLDER -> new FolderLayout(request, mainClasses).layOut();
            case NESTED -> new NestedLayout(request, mainClasses).layOut();
            case MERGED -> new MergedLayout(request, mainClasses).layOut();
          };
      boolean bringsRuntime = request.shape() == Shape.FOLDER && request.runtime().isBundled();
      return bringsRuntime ? RuntimeBundler.addTo(layout, request, runtimes) : layout;
    } catch (IOException e) {
      // what is read says so by itself; all else is the writing of what has to be made
      throw GirdleException.because(e, () -> TemporaryFolder.noRoom(e));
    }
  }

  @Override
  public Layout prepareStart(Layout layout, LayoutRequest request) {
    return FastStart.addTo(RuntimeTrial.passed(layout, request, runtimes), request);
  }
}
