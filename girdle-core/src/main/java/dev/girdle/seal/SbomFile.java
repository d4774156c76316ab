package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.ecosystem.Shape;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.Sha256;
import dev.girdle.layout.LayoutFile;
import dev.girdle.record.Sbom;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The list of components for programs that look for known weaknesses. */
final class SbomFile {
  private final Analysis analysis;
  private final Licensing standing;
  private final Shape shape;

  SbomFile(Analysis analysis, Shape shape) {
    this.analysis = analysis;
    this.standing = new Licensing(analysis);
    this.shape = shape;
  }

  List<LayoutFile> files() {
    String path = standing.place(shape, Sbom.IN_FOLDER, Sbom.IN_ARCHIVE);
    return List.of(LayoutFile.made(path, bytes(List.of()), "lists the components (CycloneDX)"));
  }

  /** The list, with more components than those of the application. */
  byte[] bytes(List<Sbom.Part> more) {
    List<Sbom.Part> parts = new ArrayList<>();
    for (Component component : analysis.kept()) {
      parts.add(
          new Sbom.Part(
              component.name(),
              standing.provenance(component),
              standing.licences(component),
              digest(component),
              !analysis.selection().isWhole(component)));
    }
    parts.addAll(more);
    return Sbom.write(analysis.application().identity(), analysis.plan().metadata(), parts);
  }

  /** Of the component as it was handed over, by which its makers' lists know it. */
  private static Optional<String> digest(Component component) {
    Optional<Content> whole = component.whole();
    if (whole.isEmpty()) {
      return Optional.empty();
    }
    try {
      return Optional.of(Sha256.of(whole.get()));
    } catch (IOException e) {
      throw GirdleException.because(
          e,
          () ->
              new GirdleException(
                  Fault.APPLICATION,
                  e,
                  "cannot read " + component.origin() + ": " + e.getMessage()));
    }
  }
}
