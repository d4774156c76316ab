package dev.girdle.seal;

import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.Ecosystems;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.rehearse.Rehearser;
import dev.girdle.rehearse.SandboxRequest;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;

/** Prepares rehearsals: finds what a stranger's machine has to have. */
public final class RehearserFactory {
  private RehearserFactory() {}

  /**
   * Prepares to rehearse an artifact.
   *
   * @param artifact where it lies
   * @param content its record
   * @param wish how the stranger's machine is to be
   * @param environment this machine's environment, for finding a runtime that a stranger could have
   * @return to be asked for runs
   */
  public static Rehearser of(
      Path artifact, ArtifactRecord content, SandboxRequest wish, Map<String, String> environment) {
    Optional<FoundRuntime> java =
        content.needsRuntime() ? fitting(content, environment) : Optional.empty();
    return new Rehearser(
        artifact,
        content,
        wish,
        java.map(FoundRuntime::home),
        java.map(FoundRuntime::title).orElse(""),
        Ecosystems.installed().find(content.language()).flatMap(Ecosystem::observation));
  }

  private static Optional<FoundRuntime> fitting(
      ArtifactRecord content, Map<String, String> environment) {
    return Ecosystems.installed().runtimesFor(content, environment).stream()
        .filter(r -> r.isIn(content.runtime().range()))
        .findFirst();
  }
}
