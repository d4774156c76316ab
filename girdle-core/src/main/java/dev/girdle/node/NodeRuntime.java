package dev.girdle.node;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.ReleaseRange;
import dev.girdle.app.Role;
import dev.girdle.closure.Closure;
import dev.girdle.ecosystem.RuntimeModel;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.node.pack.NodeLanguage;
import dev.girdle.node.pack.NodeRelease;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.node.tree.ModuleTree;
import java.util.List;
import java.util.Optional;

/** Which Node an application needs: what the packages say that are reached. */
final class NodeRuntime implements RuntimeModel {
  private final Application application;
  private final ModuleTree tree;

  NodeRuntime(Application application, ModuleTree tree) {
    this.application = application;
    this.tree = tree;
  }

  @Override
  public Optional<RuntimeNeed> needOf(List<LaunchSpec> starts) {
    return Optional.of(
        newest(application.components().stream().filter(c -> c.role().isUsers()).toList()));
  }

  @Override
  public Optional<RuntimeNeed> need(Closure closure) {
    return Optional.of(
        newest(
            application.components().stream()
                .filter(c -> c.role() != Role.RUNTIME && !closure.reachedIn(c).isEmpty())
                .toList()));
  }

  private RuntimeNeed newest(List<Component> components) {
    ReleaseRange range = NodeRelease.OLDEST;
    String because = "the starter that Girdle adds";
    for (Component component : components) {
      String folder = ModuleTree.folder(component).replaceFirst("/$", "");
      Optional<String> oldest =
          tree.description(folder).flatMap(PackageJson::engine).flatMap(NodeRelease::oldestIn);
      if (oldest.isPresent() && !range.accepts(oldest.get())) {
        continue;
      }
      if (oldest.isPresent() && !ReleaseRange.from(oldest.get()).accepts(range.least())) {
        range = ReleaseRange.from(oldest.get());
        because = component.name();
      }
    }
    return new RuntimeNeed(NodeLanguage.NAME, range, "", because);
  }
}
