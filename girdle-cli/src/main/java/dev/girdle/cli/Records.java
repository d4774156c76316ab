package dev.girdle.cli;

import dev.girdle.fault.GirdleException;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.RecordFile;
import java.nio.file.Files;
import java.nio.file.Path;

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

  static void requireThere(Path artifact) {
    if (!Files.exists(artifact)) {
      throw GirdleException.request("no such file or folder: " + artifact);
    }
  }
}
