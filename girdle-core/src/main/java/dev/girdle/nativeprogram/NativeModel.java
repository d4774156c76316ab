package dev.girdle.nativeprogram;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Provenance;
import dev.girdle.app.Role;
import dev.girdle.app.Target;
import dev.girdle.closure.Along;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.Packaging;
import dev.girdle.ecosystem.RuntimeModel;
import dev.girdle.ecosystem.Shape;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.layout.Layout;
import dev.girdle.licence.LegalNames;
import dev.girdle.nativeprogram.content.ContentReader;
import dev.girdle.nativeprogram.content.FileNames;
import dev.girdle.nativeprogram.launch.NativeLayout;
import dev.girdle.nativeprogram.launch.SymbolFiles;
import dev.girdle.nativeprogram.linkage.ElfSearch;
import dev.girdle.nativeprogram.linkage.LibrarySearch;
import dev.girdle.nativeprogram.linkage.Namesakes;
import dev.girdle.nativeprogram.linkage.NativeFiles;
import dev.girdle.nativeprogram.linkage.NativeThing;
import dev.girdle.nativeprogram.linkage.ProgramLinkage;
import dev.girdle.nativeprogram.linkage.ReceiversSystem;
import dev.girdle.nativeprogram.linkage.Runner;
import dev.girdle.nativeprogram.linkage.Runners;
import dev.girdle.nativeprogram.linkage.Searches;
import dev.girdle.nativeprogram.linkage.Spot;
import dev.girdle.nativeprogram.linkage.Started;
import dev.girdle.nativeprogram.linkage.SystemNames;
import dev.girdle.nativeprogram.linkage.SystemRules;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Prune;
import dev.girdle.system.SystemPackage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.regex.Pattern;

/** What is known of one native program. */
final class NativeModel implements LanguageModel {
  /** What debuggers and linkers read, and nobody else. */
  private static final Pattern FOR_DEBUGGERS =
      Pattern.compile("(?i).*\\.(?:pdb|debug|ilk|exp|lib|a|la|o|obj|dbg|map)|.*\\.dSYM/.*");

  private final NativeFiles files;
  private final NativeFiles all; // with what the user keeps out
  private final ProgramLinkage linkage;
  private final ReceiversSystem receivers;
  private final NativeRuntime runtime;
  private final SystemRules rules;
  private final SeenInRuns seenInRuns;
  private final boolean isForLinux;
  private Set<Item> direct;
  private final Map<Component, Provenance> provenances = new HashMap<>();

  NativeModel(Application application, Choice choice, Map<Item, String> excluded) {
    String system = choice.target().map(Target::system).orElse("linux");
    this.files = new NativeFiles(application, excluded.keySet());
    this.all = new NativeFiles(application, Set.of());
    this.rules = rules(application, all);
    this.receivers = new ReceiversSystem(all);
    this.linkage =
        new ProgramLinkage(
            files,
            searches(application, files, rules.search()),
            receivers,
            system,
            (name, code) -> new Namesakes(all).told(name).or(() -> rules.whereabouts(name, code)),
            namedBy(files, rules, this::direct, choice.prune() == Prune.FILES));
    this.runtime = new NativeRuntime(files);
    this.seenInRuns = new SeenInRuns(files, rules);
    this.isForLinux = system.equals("linux");
  }

  /** The program's own code, and what that is linked with. */
  private synchronized Set<Item> direct() {
    if (direct == null) {
      Set<Item> found = new HashSet<>();
      for (Item item : files.all()) {
        if (item.component().role().isUsers() && files.head(item).isPresent()) {
          found.add(item);
          found.addAll(linkage.libraries(item));
        }
      }
      direct = found;
    }
    return direct;
  }

  private static Map<String, LibrarySearch> searches(
      Application application, NativeFiles files, ElfSearch elf) {
    return Searches.of(files, () -> programs(application, files), elf);
  }

  private static List<Item> programs(Application application, NativeFiles files) {
    return application.starts().stream()
        .flatMap(s -> files.startedItem(s.entry().name()).stream())
        .toList();
  }

  private static SystemRules rules(Application application, NativeFiles files) {
    Path source = Path.of(application.source());
    Optional<Path> folder = Files.isDirectory(source) ? Optional.of(source) : Optional.empty();
    Target target =
        programs(application, files).stream()
            .flatMap(p -> files.head(p).stream())
            .flatMap(h -> ProgramLinkage.targetOf(h.code()).stream())
            .filter(t -> t.system().equals("linux"))
            .findFirst()
            .or(() -> Target.ofThisMachine().filter(t -> t.system().equals("linux")))
            .orElse(new Target("linux", "x64"));
    return new SystemRules(files.root(), target, folder);
  }

  private static ProgramLinkage.Content namedBy(
      NativeFiles files, SystemRules rules, Supplier<Set<Item>> direct, boolean isAll) {
    FileNames names =
        new FileNames(files.all().stream().filter(i -> !Spot.of(i).isOfSystem()).toList());
    ContentReader reader = new ContentReader(names, NativeThing.NAMES, NativeThing.FOLDER, isAll);
    SystemNames ofSystem = new SystemNames(files, rules, direct);
    return item -> {
      boolean isCode = files.head(item).isPresent();
      boolean isOfSystem = Spot.of(item).isOfSystem();
      boolean isNoText = isCode || files.isAssembly(item);
      ItemDemands named = isOfSystem ? ItemDemands.NONE : reader.read(item, isNoText);
      if (!isCode) {
        return named;
      }
      List<Demand> demands = new ArrayList<>(named.named());
      for (Demand demand : ofSystem.namedBy(item)) {
        if (!files.isKnownByRuns() || demand.thing().equals(NativeThing.LOADED)) {
          demands.add(demand);
        }
      }
      return new ItemDemands(demands, named.open());
    };
  }

  @Override
  public Linkage linkage() {
    return linkage;
  }

  /** What evidence tells of is that a file was opened. */
  @Override
  public boolean isCode(Item item) {
    return item.component().role().isUsers() && !LegalNames.isOne(Paths.fileName(item.path()));
  }

  @Override
  public boolean readsNativeCode() {
    return true;
  }

  @Override
  public List<Demand> seeds(List<LaunchSpec> starts) {
    List<Demand> seeds = new ArrayList<>();
    for (LaunchSpec start : starts) {
      String entry = start.entry().name();
      Optional<Item> item = files.startedItem(entry);
      seeds.add(Demand.ofPlan(Thing.FILE, item.map(Item::name).orElse(entry)));
      item.ifPresent(i -> seeds.addAll(runBy(entry, i)));
      if (!files.isKnownByRuns()) {
        item.ifPresent(i -> seeds.addAll(packagesOf(i)));
      }
      for (String argument : start.arguments()) {
        files.file(argument).ifPresent(i -> seeds.add(demandFor(i, How.PLAN, Strength.SOFT)));
      }
    }
    try {
      seeds.addAll(seenInRuns.seeds());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return seeds;
  }

  /** All packages of a program, also those that nothing of it asks for by name. */
  private List<Demand> packagesOf(Item started) {
    return files.all().stream()
        .filter(i -> isData(i.component()) && i != started)
        .map(
            i ->
                Demand.of(
                    Thing.FILE, i.name(), Site.of(started), NativeThing.NEEDS_DATA, Strength.HINT))
        .toList();
  }

  /** What runs it, if it is no native program, and what that does not start without. */
  private List<Demand> runBy(String entry, Item item) {
    try {
      Optional<Runner> runner =
          isForLinux ? files.started(entry).flatMap(Started::runner) : Optional.empty();
      if (runner.isEmpty() || runner.get().isReceivers()) {
        return List.of();
      }
      String program = runner.get().program();
      Site site = Site.of(item);
      List<Demand> demands = new ArrayList<>();
      demands.add(Demand.of(Thing.FILE, program, site, NativeThing.RUN_BY, Strength.HARD));
      if (program.equals(Runners.DOTNET_HOST)) {
        for (Item one : files.below(Paths.folder(program).replaceFirst("/$", ""))) {
          if (!files.isAssembly(one) || Runners.CORE.equals(Paths.fileName(one.path()))) {
            demands.add(Demand.of(Thing.FILE, one.name(), site, NativeThing.RUN_BY, Strength.SOFT));
          }
        }
      }
      return demands;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The user's own, unless the plan says that content is left out which nothing names. */
  @Override
  public Along along(Prune prune) {
    return component -> {
      List<Demand> demands = new ArrayList<>(own(component, prune));
      demands.addAll(seenInRuns.along(component, prune));
      boolean isTaken = ProgramLinkage.isTaken(component) && !files.isKnownByRuns();
      if (isTaken || isData(component)) {
        rules.data().neededBy(component.name().replaceFirst("@.*$", "")).stream()
            .flatMap(p -> rules.canonical(p).stream())
            .flatMap(p -> files.at(p).stream())
            .forEach(i -> demands.add(needed(i, component)));
      }
      return demands;
    };
  }

  private static Demand needed(Item item, Component by) {
    Site site = Site.of(by.items().get(0));
    return Demand.of(Thing.FILE, item.name(), site, NativeThing.NEEDS_DATA, Strength.HINT);
  }

  private List<Demand> own(Component component, Prune prune) {
    return component.role().isUsers() && prune != Prune.FILES || isData(component)
        ? component.items().stream()
            .filter(i -> files.file(i.name()).filter(f -> f == i).isPresent())
            .filter(i -> prune == Prune.NONE || !isForDebuggers(i))
            .map(i -> demandFor(i, How.ALONG, Strength.HINT))
            .toList()
        : List.of();
  }

  /**
   * What an installed program's own package brought stays whole: any of it can be opened by name.
   */
  private static boolean isData(Component component) {
    return component.role() == Role.PROGRAM;
  }

  @Override
  public Demand demandFor(Item item, How how, Strength strength) {
    return Demand.ofPlan(Thing.FILE, item.name(), how, strength);
  }

  @Override
  public Optional<String> uselessAtRunTime(Item item) {
    return isForDebuggers(item) ? Optional.of("for debuggers or linkers") : Optional.empty();
  }

  private static boolean isForDebuggers(Item item) {
    return FOR_DEBUGGERS.matcher(item.path()).matches();
  }

  @Override
  public Optional<String> staysWith(Item item, Prune prune) {
    if (LegalNames.isOne(Paths.fileName(item.path()))) {
      return Optional.of("licence or notice, which has to travel along");
    }
    return Optional.empty();
  }

  @Override
  public Provenance provenance(Component component) {
    return provenances.computeIfAbsent(component, this::read);
  }

  private Provenance read(Component component) {
    List<Item> texts =
        component.items().stream().filter(i -> LegalNames.isOne(Paths.fileName(i.path()))).toList();
    String name = component.name().replaceFirst("@.*$", "");
    Optional<SystemPackage> brought =
        Spot.of(component.items().get(0)).isOfSystem()
            ? rules.database().called(name)
            : Optional.empty();
    return brought
        .map(
            p ->
                new Provenance(
                    "", p.name(), Optional.of(p.release()), p.address(), p.licences(), terms(p)))
        .orElse(new Provenance("", name, component.release(), "", List.of(), texts));
  }

  /** The terms of a package, which its system keeps apart from its files. */
  private List<Item> terms(SystemPackage one) {
    Optional<Path> file = one.terms().flatMap(rules.root()::file);
    if (file.isEmpty()) {
      return List.of();
    }
    TreeFile text = new TreeFile("copyright", FolderTree.content(file.get()));
    return new Component(
            one.label(),
            "package " + one.name(),
            Role.LIBRARY,
            one.release(),
            null,
            "",
            new SubTree(List.of(text), List.of()),
            path -> path)
        .items();
  }

  @Override
  public List<Item> find(String text) {
    String path = text.startsWith("./") ? text.substring(2) : text;
    Optional<Item> exact = all.file(path);
    return exact.isPresent()
        ? List.of(exact.get())
        : all.all().stream().filter(i -> i.name().endsWith("/" + path)).toList();
  }

  @Override
  public List<String> warnings(Closure closure) {
    List<String> warnings = new ArrayList<>(seenInRuns.warnings());
    warnings.addAll(runtime.warnings(closure, receivers));
    return warnings;
  }

  @Override
  public RuntimeModel runtime() {
    return runtime;
  }

  @Override
  public Packaging packaging() {
    return new Packaging() {
      @Override
      public Layout layOut(LayoutRequest request) {
        return request.shape() == Shape.SYMBOLS
            ? SymbolFiles.layOut(request, files, NativeModel::isForDebuggers)
            : NativeLayout.layOut(request, files, linkage);
      }

      @Override
      public Optional<String> filesFolder() {
        return Optional.of(NativeLayout.FILES);
      }
    };
  }
}
