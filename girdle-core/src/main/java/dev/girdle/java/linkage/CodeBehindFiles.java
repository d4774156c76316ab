package dev.girdle.java.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.closure.DynamicReference;
import dev.girdle.closure.How;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.java.format.JavaThing;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Libraries of which files are at work and no class is. Whoever brings them knows why; and if
 * somebody asks for classes by names that only the run will tell, theirs are likely to be meant,
 * though they lie in another component.
 */
final class CodeBehindFiles {
  private final List<Component> components;
  private final Set<Component> done = new HashSet<>();

  CodeBehindFiles(List<Component> components) {
    this.components = components;
  }

  /**
   * The classes of such libraries, as far as they have not been told yet. Of several who ask for
   * any class, the first is told.
   */
  List<Demand> by(Set<Item> reached, List<DynamicReference> open) {
    Optional<Site> asker =
        open.stream().filter(Meanings::areMeant).map(DynamicReference::site).findFirst();
    return asker.map(a -> by(reached, a)).orElse(List.of());
  }

  private List<Demand> by(Set<Item> reached, Site asker) {
    Set<Component> byFiles = new HashSet<>();
    Set<Component> byCode = new HashSet<>();
    for (Item item : reached) {
      (isClass(item) ? byCode : byFiles).add(item.component());
    }
    List<Demand> demands = new ArrayList<>();
    for (Component component : components) {
      boolean isOne = byFiles.contains(component) && !byCode.contains(component);
      if (isOne && component.role() == Role.LIBRARY && done.add(component)) {
        component.items().stream()
            .filter(CodeBehindFiles::isClass)
            .map(i -> Demand.of(JavaThing.CODE, i.name(), asker, How.OPEN, Strength.HINT))
            .forEach(demands::add);
      }
    }
    return demands;
  }

  private static boolean isClass(Item item) {
    return item.path().endsWith(".class");
  }
}
