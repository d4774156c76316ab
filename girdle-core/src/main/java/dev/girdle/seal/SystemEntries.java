package dev.girdle.seal;

import dev.girdle.app.Provenance;
import dev.girdle.image.root.SystemFiles;
import dev.girdle.layout.LayoutFile;
import dev.girdle.record.ArtifactRecord.ComponentEntry;
import dev.girdle.record.Sbom;
import dev.girdle.system.SystemPackage;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;

/** What records and lists of components say of the packages that an image takes from a system. */
final class SystemEntries {
  private static final String ROLE = "system";

  private SystemEntries() {}

  static List<ComponentEntry> of(SystemFiles system) {
    return new TreeMap<>(system.packages())
        .values().stream().map(p -> entry(p, system.files())).toList();
  }

  private static ComponentEntry entry(SystemPackage one, List<LayoutFile> files) {
    List<LayoutFile> its = files.stream().filter(f -> f.component().equals(one.label())).toList();
    return new ComponentEntry(
        one.label(),
        "",
        one.release(),
        one.address(),
        one.licences(),
        ROLE,
        its.stream().mapToLong(f -> f.content().size()).sum(),
        its.size(),
        its.size(),
        its.isEmpty() ? "" : its.get(0).path() + ": " + its.get(0).reason());
  }

  static List<Sbom.Part> parts(SystemFiles system) {
    return new TreeMap<>(system.packages())
        .values().stream()
            .map(
                p ->
                    new Sbom.Part(
                        p.label(),
                        new Provenance(
                            "",
                            p.name(),
                            Optional.of(p.release()),
                            p.address(),
                            p.licences(),
                            List.of()),
                        p.licences(),
                        Optional.empty(),
                        true))
            .toList();
  }
}
