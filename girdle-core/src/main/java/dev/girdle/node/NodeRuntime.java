package dev.girdle.node;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.ReleaseRange;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Reached;
import dev.girdle.ecosystem.RuntimeModel;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.node.linkage.NodeLinkage;
import dev.girdle.node.pack.NodeLanguage;
import dev.girdle.node.pack.NodeRelease;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.node.tree.ModuleTree;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Which Node an application needs: what the program itself says. */
final class NodeRuntime implements RuntimeModel {
  private final Application application;
  private final ModuleTree tree;

  NodeRuntime(Application application, ModuleTree tree) {
    this.application = application;
    this.tree = tree;
  }

  @Override
  public Optional<RuntimeNeed> needOf(List<LaunchSpec> starts) {
    Set<String> started =
        starts.stream().map(l -> l.entry().component()).collect(Collectors.toSet());
    return Optional.of(
        newest(
            application.components().stream()
                .filter(c -> c.role().isUsers() || started.contains(c.name()))
                .toList()));
  }

  @Override
  public Optional<RuntimeNeed> need(Closure closure) {
    RuntimeNeed need = needOf(application.starts()).orElseThrow();
    for (Reached reached : closure.reached()) {
      Optional<String> first = NodeLinkage.firstRelease(reached);
      if (first.isPresent() && !ReleaseRange.from(first.get()).accepts(need.range().least())) {
        String because = reached.first().place() + ", which loads node:" + reached.item().path();
        need = new RuntimeNeed(NodeLanguage.NAME, ReleaseRange.from(first.get()), "", because);
      }
    }
    return Optional.of(need);
  }

  /**
   * Packages that ask for a newer Node than the program itself does. Package managers do no more
   * than tell it, and most of them run on older ones all the same.
   */
  List<String> asking(Closure closure, ReleaseRange range) {
    List<Component> reached =
        application.components().stream()
            .filter(c -> !c.role().isUsers() && !closure.reachedIn(c).isEmpty())
            .toList();
    RuntimeNeed newest = newest(reached);
    if (!range.accepts(newest.range().least()) || newest.range().accepts(range.least())) {
      return List.of();
    }
    String together =
        Engines.of(closure, tree)
            .oldest()
            .filter(o -> !o.equals(newest.range().least()))
            .map(o -> ", and all that is reached for " + o + " or newer")
            .orElse("");
    return List.of(
        newest.because()
            + " says that it is made for "
            + newest.text()
            + together
            + "; the program is started on "
            + range.words()
            + " all the same, since such words are often not kept to: try it on the oldest");
  }

  private RuntimeNeed newest(List<Component> components) {
    ReleaseRange range = NodeRelease.OLDEST;
    String because = "the starter that Girdle adds";
    for (Component component : components) {
      String folder = ModuleTree.place(component);
      Optional<String> oldest =
          tree.description(folder)
              .flatMap(PackageJson::engine)
              .flatMap(r -> NodeRelease.oldestIn(List.of(r)));
      if (oldest.isPresent() && !ReleaseRange.from(oldest.get()).accepts(range.least())) {
        range = ReleaseRange.from(oldest.get());
        because = component.name();
      }
    }
    return new RuntimeNeed(NodeLanguage.NAME, range, "", because);
  }
}
