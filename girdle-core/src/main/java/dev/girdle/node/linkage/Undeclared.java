package dev.girdle.node.linkage;

import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Reached;
import dev.girdle.io.Few;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.node.tree.ModuleTree;
import dev.girdle.node.tree.Resolution;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Packages that code surely asks for and its description does not declare: they are there by
 * chance, and gone after the next installation.
 */
public final class Undeclared {
  private static final int MOST = 5;

  private Undeclared() {}

  /**
   * Looks for them.
   *
   * @param closure what is reached
   * @param tree the application's files
   * @return sentences for the user
   */
  public static List<String> in(Closure closure, ModuleTree tree) {
    Map<String, String> nowhere = new TreeMap<>();
    Map<String, String> development = new TreeMap<>();
    for (Reached reached : closure.reached()) {
      Demand demand = reached.first();
      Optional<String> name = name(demand);
      Optional<Item> asker = demand.asker();
      if (name.isEmpty() || asker.isEmpty() || reached.item().component().role() == Role.RUNTIME) {
        continue;
      }
      Optional<PackageJson> description =
          tree.description(ModuleTree.place(asker.get().component()));
      boolean isDeclared =
          description.isEmpty()
              || description.get().needed().contains(name.get())
              || description.get().optional().contains(name.get())
              || description.get().name().filter(name.get()::equals).isPresent();
      if (!isDeclared) {
        boolean isForDevelopment = description.get().development().contains(name.get());
        (isForDevelopment && asker.get().component().role().isUsers() ? development : nowhere)
            .putIfAbsent(name.get(), demand.place());
      }
    }
    List<String> notices = new ArrayList<>();
    tell(development, "only as needed for development", notices);
    tell(nowhere, "nowhere", notices);
    return notices;
  }

  private static Optional<String> name(Demand demand) {
    boolean isSure = NodeThing.isAlways(demand.how());
    boolean isModule =
        demand.thing().equals(NodeThing.REQUIRED) || demand.thing().equals(NodeThing.IMPORTED);
    return isSure && isModule ? Resolution.packageOf(demand.name()) : Optional.empty();
  }

  private static void tell(Map<String, String> found, String where, List<String> notices) {
    if (!found.isEmpty()) {
      List<String> all =
          found.entrySet().stream().map(e -> e.getKey() + " (" + e.getValue() + ")").toList();
      notices.add("asked for and declared " + where + ", kept: " + Few.of(all, MOST));
    }
  }
}
