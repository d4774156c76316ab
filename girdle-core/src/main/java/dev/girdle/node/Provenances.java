package dev.girdle.node;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Provenance;
import dev.girdle.ecosystem.PackageAddress;
import dev.girdle.io.Paths;
import dev.girdle.licence.LegalNames;
import dev.girdle.licence.Spdx;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.node.tree.ModuleTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Where a package comes from, by its description and the texts in it. */
final class Provenances {
  private Provenances() {}

  static Provenance of(Component component, ModuleTree tree) {
    Optional<PackageJson> description = tree.description(ModuleTree.place(component));
    String whole = description.flatMap(PackageJson::name).orElse(component.name());
    int slash = whole.startsWith("@") ? whole.indexOf('/') : -1;
    String group = slash < 0 ? "" : whole.substring(0, slash);
    String name = whole.substring(slash + 1);
    List<String> licences = new ArrayList<>();
    description.ifPresent(d -> d.licences().forEach(l -> licences.add(Spdx.of(l))));
    List<Item> texts =
        component.items().stream()
            .filter(i -> i.path().indexOf('/') < 0 && LegalNames.isOne(Paths.fileName(i.path())))
            .toList();
    return new Provenance(
        group,
        name,
        component.release(),
        PackageAddress.of("npm", group, name, component.release()),
        licences,
        texts);
  }
}
