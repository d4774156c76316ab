package dev.girdle.python;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Conflict;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Provenance;
import dev.girdle.app.Role;
import dev.girdle.app.Target;
import dev.girdle.closure.Along;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.Packaging;
import dev.girdle.ecosystem.RuntimeModel;
import dev.girdle.io.Paths;
import dev.girdle.layout.Layout;
import dev.girdle.licence.LegalNames;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Prune;
import dev.girdle.python.archive.ZipApplication;
import dev.girdle.python.launch.PythonLayout;
import dev.girdle.python.launch.StartedModule;
import dev.girdle.python.linkage.MadeFor;
import dev.girdle.python.linkage.OwnLists;
import dev.girdle.python.linkage.Projects;
import dev.girdle.python.linkage.PythonLinkage;
import dev.girdle.python.linkage.PythonThing;
import dev.girdle.python.pack.DataScheme;
import dev.girdle.python.survey.OwnFiles;
import dev.girdle.python.survey.PathFile;
import dev.girdle.python.tree.ModuleTree;
import dev.girdle.python.tree.RuntimeNames;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** What Python knows about one application. */
final class PythonModel implements LanguageModel {
  private static final int LARGEST_PATH_FILE = 1 << 20;

  private final Application application;
  private final ModuleTree tree;
  private final Projects projects;
  private final PythonLinkage linkage;
  private final PythonRuntime runtime;
  private final List<String> ownFolders;
  private final boolean isScript;

  /** Read when somebody wants to know, and not again; null before. */
  private OwnLists ownLists;

  private final Useless useless = new Useless();
  private final Map<Component, Provenance> provenances = new HashMap<>();

  PythonModel(Application application, Choice choice, Set<Item> excluded, boolean exact) {
    this.application = application;
    this.isScript = Files.isRegularFile(Path.of(application.source()));
    List<String> started = application.starts().stream().map(s -> s.entry().name()).toList();
    this.ownFolders = ownFolders(application, started);
    Optional<String> line = PythonRuntime.installedFor(application);
    this.tree =
        new ModuleTree(
            application.components(),
            ownFolders,
            excluded,
            n -> RuntimeNames.has(n, line.orElse("")));
    this.projects = new Projects(application.components(), environment(line, choice.target()));
    Set<Item> startedItems = new HashSet<>();
    started.forEach(s -> startedItems.addAll(StartedModule.of(s, tree).items()));
    this.linkage = new PythonLinkage(tree, projects, new RuntimeNames(), startedItems, exact);
    this.runtime = new PythonRuntime(application, projects, choice.contents().withoutSources());
  }

  private static List<String> ownFolders(Application application, List<String> started) {
    Set<String> paths =
        application.components().stream()
            .filter(c -> c.origin().equals(ModuleTree.TOP))
            .flatMap(c -> c.items().stream())
            .map(Item::path)
            .collect(Collectors.toSet());
    return OwnFiles.folders(paths, started);
  }

  private static Map<String, String> environment(Optional<String> line, Optional<Target> target) {
    Map<String, String> environment = new LinkedHashMap<>();
    environment.put("implementation_name", "cpython");
    environment.put("platform_python_implementation", "CPython");
    line.ifPresent(
        l -> {
          environment.put("python_version", l);
          environment.put("python_full_version", l + ".0");
        });
    target.ifPresent(
        t -> {
          boolean isWindows = t.system().equals("windows");
          boolean isLinux = t.system().equals("linux");
          environment.put("os_name", isWindows ? "nt" : "posix");
          environment.put("sys_platform", isWindows ? "win32" : isLinux ? "linux" : "darwin");
          environment.put("platform_system", isWindows ? "Windows" : isLinux ? "Linux" : "Darwin");
        });
    return environment;
  }

  @Override
  public Linkage linkage() {
    return linkage;
  }

  @Override
  public List<Demand> seeds(List<LaunchSpec> starts) {
    List<Demand> seeds = new ArrayList<>();
    for (LaunchSpec start : starts) {
      StartedModule started = StartedModule.of(start.entry().name(), tree);
      started.script().ifPresent(i -> seeds.add(Demand.ofPlan(Thing.FILE, ModuleTree.key(i))));
      started.modules().forEach(m -> seeds.add(Demand.ofPlan(PythonThing.MODULE, m)));
      start.arguments().forEach(w -> seeds.addAll(linkage.ofStart(w)));
      start.environment().values().forEach(w -> seeds.addAll(linkage.ofStart(w)));
    }
    if (isScript) {
      return seeds;
    }
    application.components().stream()
        .filter(c -> c.role().isUsers())
        .flatMap(c -> c.items().stream())
        .filter(i -> !OwnFiles.isForDevelopment(i.path()))
        .forEach(i -> seeds.add(demandFor(i, How.OWN, Strength.HINT)));
    return seeds;
  }

  @Override
  public Along along(Prune prune) {
    // where modules may stay behind, what files name that go along is looked at, too
    return prune != Prune.CLASSES
        ? Along.NOTHING
        : component ->
            component.role() != Role.LIBRARY
                ? List.of()
                : component.items().stream()
                    .filter(i -> !isCode(i) && useless.why(i).isEmpty())
                    .map(i -> demandFor(i, How.ALONG, Strength.HINT))
                    .toList();
  }

  @Override
  public Demand demandFor(Item item, How how, Strength strength) {
    return Demand.ofPlan(Thing.FILE, ModuleTree.key(item), how, strength);
  }

  @Override
  public boolean isCode(Item item) {
    return PythonLinkage.isCode(item);
  }

  @Override
  public Optional<String> uselessAtRunTime(Item item) {
    return item.component().role().isUsers() ? Optional.empty() : useless.why(item);
  }

  @Override
  public Optional<String> staysWith(Item item, Prune prune) {
    if (item.component().role().isUsers()) {
      return isScript ? Optional.empty() : Optional.of("the user's own");
    }
    String name = Paths.fileName(item.path());
    if (LegalNames.isOne(name) || item.path().matches("[^/]+-info/licen[cs]es?/.*")) {
      return Optional.of("licence or notice, which has to travel along");
    }
    if (item.path().matches("[^/]+-info/(METADATA|PKG-INFO|entry_points\\.txt)")) {
      return Optional.of("describes its distribution");
    }
    boolean isModule =
        isCode(item)
            && DataScheme.inEnvironment(item.path()).isEmpty()
            && !ModuleTree.isAmongData(item);
    if (useless.why(item).isPresent() || prune == Prune.CLASSES && isModule) {
      return Optional.empty();
    }
    return Optional.of("its distribution may load or open it by a name that only the run tells");
  }

  @Override
  public Provenance provenance(Component component) {
    return provenances.computeIfAbsent(component, c -> Provenances.of(c, projects));
  }

  /** A module that is found in place of one of Python's own. */
  @Override
  public List<Conflict> conflicts() {
    List<Conflict> conflicts = new ArrayList<>();
    tree.shadowing()
        .forEach(
            (name, item) ->
                conflicts.add(
                    new Conflict(
                        "shadows_runtime",
                        item.path()
                            + " is called like Python's own "
                            + name
                            + ", and is found in its place",
                        name,
                        0,
                        item.component().name(),
                        List.of("python"),
                        false)));
    return conflicts;
  }

  /** Code that Python runs whenever it starts was not run here. */
  @Override
  public List<String> warnings(Closure closure) {
    if (ownLists == null) {
      List<Component> own =
          application.components().stream().filter(c -> c.role().isUsers()).toList();
      ownLists = new OwnLists(own, projects);
    }
    List<String> warnings = new ArrayList<>(ownLists.differences());
    ownLists.undeclared(closure).ifPresent(warnings::add);
    MadeFor.line(closure, PythonRuntime.installedFor(application))
        .ifPresent(l -> warnings.addAll(MadeFor.others(closure, l)));
    for (Component component : application.components()) {
      boolean isUsed = !closure.reachedIn(component).isEmpty();
      for (Item item : isUsed ? component.items() : List.<Item>of()) {
        if (item.path().indexOf('/') < 0 && item.path().endsWith(".pth") && runsCode(item)) {
          warnings.add(
              item.path()
                  + " of "
                  + component.name()
                  + " runs code whenever Python starts; it goes along, and was not run here");
        }
      }
    }
    return warnings;
  }

  private static boolean runsCode(Item item) {
    try {
      String text = new String(item.content().bytes(LARGEST_PATH_FILE), StandardCharsets.UTF_8);
      return text.lines().anyMatch(PathFile::isCode);
    } catch (IOException e) {
      return false; // whoever lays it out tells why
    }
  }

  @Override
  public List<Item> find(String text) {
    Optional<Item> exact = tree.file(text.startsWith("./") ? text.substring(2) : text);
    if (exact.isPresent()) {
      return List.of(exact.get());
    }
    List<Item> module = text.matches("[\\w.]+") ? tree.find(text).items() : List.of();
    if (!module.isEmpty() && tree.find(text).isWhole()) {
      return List.of(module.get(module.size() - 1));
    }
    Optional<Component> project =
        application.components().stream()
            .filter(c -> c.name().equals(text) || c.name().startsWith(text + "@"))
            .findFirst();
    if (project.isPresent() && project.get().role() != Role.RUNTIME) {
      return project.get().items().stream().limit(1).toList();
    }
    return tree.files().keySet().stream()
        .filter(i -> i.path().equals(text) || i.path().endsWith("/" + text))
        .toList();
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
        return request.shape().isFolder()
            ? PythonLayout.layOut(request, tree, ownFolders)
            : ZipApplication.layOut(request, tree, ownFolders);
      }
    };
  }
}
