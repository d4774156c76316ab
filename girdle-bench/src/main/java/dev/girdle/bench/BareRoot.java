package dev.girdle.bench;

import dev.girdle.plan.Rehearsal;
import dev.girdle.record.RecordFile;
import dev.girdle.rehearse.RunResult;
import dev.girdle.rehearse.SandboxRequest;
import dev.girdle.seal.RehearserFactory;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** A root folder with nothing but a shell, the C library and what an artifact says it needs. */
final class BareRoot {
  /** Where programs are started there. */
  static final String WORK = "/home/stranger/work";

  private BareRoot() {}

  /** Runs a folder artifact in a copy of its own application folder, so that it finds its input. */
  static RunResult run(Path artifact, List<String> arguments, int seconds) {
    Rehearsal rehearsal =
        new Rehearsal(
            "job",
            "",
            arguments,
            Optional.of(artifact.resolve("app")),
            Optional.empty(),
            new Rehearsal.Expected(0, Optional.empty(), List.of(), Optional.empty(), 0, ""),
            seconds);
    return RehearserFactory.of(
            artifact,
            RecordFile.of(artifact).orElseThrow(),
            new SandboxRequest(true, true),
            System.getenv())
        .perform(rehearsal);
  }
}
