package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.ecosystem.Shape;
import dev.girdle.io.Paths;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** The licence and notice texts of all that goes in, in one place. */
final class LegalFiles {
  private final Analysis analysis;
  private final Licensing standing;
  private final String folder;
  private final Set<String> taken = new HashSet<>();

  LegalFiles(Analysis analysis, Shape shape) {
    this.analysis = analysis;
    this.standing = new Licensing(analysis);
    this.folder = standing.place(shape, "licences/", "licences/");
  }

  List<LayoutFile> files() {
    List<LayoutFile> files = new ArrayList<>();
    StringBuilder summary = new StringBuilder();
    summary.append("What is in ").append(analysis.application().identity().title());
    summary.append(", and under which licence\n\n");
    for (Component component : analysis.kept()) {
      String licences = String.join(", ", standing.licences(component));
      summary.append(
          String.format(
                  "%-44s  %s%n", component.name(), licences.isEmpty() ? "not known" : licences)
              .replace("\r", ""));
      for (Item text : standing.provenance(component).texts()) {
        files.add(file(component, text));
      }
    }
    files.add(
        0,
        LayoutFile.made(
            folder + "summary.txt",
            summary.toString().getBytes(StandardCharsets.UTF_8),
            "tells under which licences it stands"));
    return files;
  }

  private LayoutFile file(Component component, Item text) {
    String stem = component.stem().replace('/', '-');
    String name = Paths.fileName(text.path());
    String path = folder + stem + "/" + name;
    for (int i = 2; !taken.add(path); i++) {
      path = folder + stem + "/" + i + "-" + name;
    }
    return new LayoutFile(
        path,
        text.content(),
        false,
        Packing.AS_IT_IS,
        component.name(),
        "licence or notice of " + component.name());
  }
}
