package dev.girdle.node;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Conflict;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Provenance;
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
import dev.girdle.fault.GirdleException;
import dev.girdle.host.HostedLayout;
import dev.girdle.io.Paths;
import dev.girdle.layout.Layout;
import dev.girdle.licence.LegalNames;
import dev.girdle.node.archive.ArchiveLayout;
import dev.girdle.node.install.Installed;
import dev.girdle.node.install.NpmCache;
import dev.girdle.node.launch.NodeLayout;
import dev.girdle.node.launch.ProgramFiles;
import dev.girdle.node.launch.StartOptions;
import dev.girdle.node.linkage.NodeLinkage;
import dev.girdle.node.linkage.Undeclared;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.node.tree.ModuleTree;
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

/** What Node knows about one application. */
final class NodeModel implements LanguageModel {
  private final Application application;
  private final ModuleTree tree;
  private final NodeLinkage linkage;
  private final NodeRuntime runtime;
  private final Installed installed;
  private final Useless useless = new Useless();
  private final Map<Component, Provenance> provenances = new HashMap<>();

  NodeModel(Application application, Set<Item> excluded, boolean exact) {
    this.application = application;
    this.tree = new ModuleTree(application.components(), application.links(), excluded);
    this.linkage = new NodeLinkage(tree, exact, StartOptions.conditions(application.starts()));
    this.runtime = new NodeRuntime(application, tree);
    this.installed = new Installed(tree, NpmCache.of(Variables.here()));
  }

  @Override
  public Linkage linkage() {
    return linkage;
  }

  @Override
  public List<Demand> seeds(List<LaunchSpec> starts) {
    List<Demand> seeds = new ArrayList<>();
    for (LaunchSpec start : starts) {
      seeds.add(Demand.ofPlan(Thing.FILE, start.entry().name()));
      new StartOptions(start.options(), tree)
          .files()
          .forEach(f -> seeds.add(Demand.ofPlan(Thing.FILE, f)));
    }
    // what a tool of others is started on is the user's own, whatever it is for
    boolean isOthers =
        starts.stream()
            .flatMap(s -> tree.file(s.entry().name()).stream())
            .noneMatch(i -> i.component().role().isUsers());
    application.components().stream()
        .filter(c -> c.role().isUsers())
        .flatMap(c -> c.items().stream())
        .filter(i -> !NodeLinkage.isCode(i) || isOthers || !linkage.isForDevelopment(i))
        .forEach(i -> seeds.add(demandFor(i, How.OWN, Strength.HINT)));
    return seeds;
  }

  @Override
  public Along along(Prune prune) {
    return Along.NOTHING;
  }

  @Override
  public Demand demandFor(Item item, How how, Strength strength) {
    return Demand.ofPlan(Thing.FILE, ModuleTree.path(item), how, strength);
  }

  @Override
  public boolean isCode(Item item) {
    return NodeLinkage.isCode(item);
  }

  @Override
  public Optional<String> uselessAtRunTime(Item item) {
    return item.component().role().isUsers() ? Optional.empty() : useless.why(item);
  }

  @Override
  public Optional<String> uselessBeside(Closure closure, Item item) {
    return item.component().role().isUsers()
        ? Optional.empty()
        : linkage.uselessBeside(item, closure);
  }

  @Override
  public Optional<String> staysWith(Item item, Prune prune) {
    if (item.component().role().isUsers()) {
      return Optional.of("the user's own");
    }
    if (item.path().equals(PackageJson.NAME)) {
      return Optional.of("describes its package");
    }
    if (LegalNames.isOne(Paths.fileName(item.path()))) {
      return Optional.of("licence or notice, which has to travel along");
    }
    if (useless.why(item).isPresent() || prune == Prune.CLASSES && isCode(item)) {
      return Optional.empty();
    }
    return Optional.of("its package may load or open it by a name that only the run tells");
  }

  @Override
  public Provenance provenance(Component component) {
    return provenances.computeIfAbsent(component, c -> Provenances.of(c, tree));
  }

  @Override
  public List<Conflict> conflicts() {
    return Copies.among(application.components());
  }

  @Override
  public List<Conflict> conflictsIn(Closure closure) {
    return Engines.of(closure, tree).conflicts();
  }

  @Override
  public List<Item> find(String text) {
    String path = text.startsWith("./") ? text.substring(2) : text;
    Optional<Item> exact = tree.file(path);
    if (exact.isPresent()) {
      return List.of(exact.get());
    }
    List<Item> packages =
        application.components().stream()
            .filter(c -> c.name().equals(text) || c.name().startsWith(text.replace('/', '+') + "@"))
            .flatMap(c -> c.item(PackageJson.NAME).stream())
            .toList();
    return packages.isEmpty()
        ? tree.files().values().stream()
            .filter(i -> ModuleTree.path(i).endsWith("/" + path))
            .toList()
        : packages;
  }

  @Override
  public List<String> warnings(Closure closure) {
    List<String> warnings = new ArrayList<>();
    if (conflictsIn(closure).isEmpty()) {
      warnings.addAll(runtime.asking(closure, runtime.need(closure).orElseThrow().range()));
    }
    warnings.addAll(Undeclared.in(closure, tree));
    warnings.addAll(installed.notices());
    return warnings;
  }

  @Override
  public Map<String, String> whereabouts(Collection<String> names) {
    return installed.whereabouts(names);
  }

  @Override
  public RuntimeModel runtime() {
    return runtime;
  }

  private Layout layOut(LayoutRequest request) {
    if (!request.shape().isFolder()) {
      return ArchiveLayout.layOut(request, tree);
    }
    if (request.runtime().placement().isEmpty()) {
      return NodeLayout.layOut(request, tree);
    }
    ProgramFiles program = ProgramFiles.of(request, tree, "");
    try {
      return HostedLayout.layOut(request, program.files(), program.links());
    } catch (IOException e) {
      throw GirdleException.because(e, "the program cannot be laid out");
    }
  }

  @Override
  public Packaging packaging() {
    return new Packaging() {
      @Override
      public Layout layOut(LayoutRequest request) {
        return NodeModel.this.layOut(request);
      }

      @Override
      public Optional<String> filesFolder() {
        return Optional.of(NodeLayout.APP);
      }
    };
  }
}
