package dev.girdle.cli;

import dev.girdle.fault.GirdleException;
import dev.girdle.plan.file.PlanFile;
import dev.girdle.record.ArtifactReader;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.Demands;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/** Reads the records of artifacts that users name. */
final class Records {
  private Records() {}

  static ArtifactRecord read(Path artifact) {
    requireThere(artifact);
    return RecordFile.of(artifact)
        .orElseThrow(
            () ->
                GirdleException.application(
                    artifact + " was not made by Girdle: there is no record in it",
                    "  For an application that is not sealed yet: girdle survey " + artifact));
  }

  /**
   * What holds a record is an artifact, unless it is meant as a plan.
   *
   * @param app what the user named; null for nothing
   */
  static Optional<ArtifactRecord> ofArtifact(Path app) {
    if (app == null || PlanFile.at(app).isPresent() || !Files.exists(app)) {
      return Optional.empty();
    }
    try {
      return ArtifactReader.mayBeOne(app) ? RecordFile.of(app) : Optional.empty();
    } catch (IOException e) {
      throw GirdleException.because(
          e, () -> GirdleException.application(app + " cannot be read: " + e.getMessage()));
    }
  }

  /** The demands of an artifact; empty if it has none. */
  static Optional<Demands> demands(Path artifact) {
    try {
      return Demands.in(artifact);
    } catch (IOException e) {
      throw GirdleException.because(
          e, () -> GirdleException.application(artifact + ": " + e.getMessage()));
    }
  }

  static void requireThere(Path artifact) {
    if (!Files.exists(artifact)) {
      throw GirdleException.request("no such file or folder: " + artifact);
    }
  }
}
