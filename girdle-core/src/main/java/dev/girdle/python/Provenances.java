package dev.girdle.python;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Provenance;
import dev.girdle.ecosystem.PackageAddress;
import dev.girdle.io.Paths;
import dev.girdle.licence.LegalNames;
import dev.girdle.licence.Spdx;
import dev.girdle.python.linkage.Projects;
import dev.girdle.python.pack.Metadata;
import dev.girdle.python.pack.ProjectName;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Where a distribution comes from, by its description and the texts in it. */
final class Provenances {
  private Provenances() {}

  static Provenance of(Component component, Projects projects) {
    Optional<Metadata> said = projects.of(component);
    String name = said.flatMap(Metadata::name).orElse(component.name().replaceFirst("@.*", ""));
    List<String> licences = new ArrayList<>();
    said.ifPresent(d -> d.licences().forEach(l -> licences.add(Spdx.of(l))));
    List<Item> texts =
        component.items().stream()
            .filter(i -> isNear(i.path()) && LegalNames.isOne(Paths.fileName(i.path())))
            .toList();
    return new Provenance(
        "",
        name,
        component.release(),
        PackageAddress.of("pypi", "", ProjectName.normal(name), component.release()),
        licences,
        texts);
  }

  /** At the top, or where distributions keep them (PEP 639). */
  private static boolean isNear(String path) {
    return path.indexOf('/') < 0
        || path.matches("[^/]+-info/(?:licen[cs]es?/.*|[^/]+)")
        || path.matches("[^/]+/[^/]+");
  }
}
