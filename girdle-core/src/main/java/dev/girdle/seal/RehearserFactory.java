package dev.girdle.seal;

import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.Ecosystems;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.RunObservation;
import dev.girdle.fault.GirdleException;
import dev.girdle.place.Scratch;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.rehearse.GivenRuntime;
import dev.girdle.rehearse.Rehearser;
import dev.girdle.rehearse.SandboxRequest;
import java.io.IOException;
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
   * @param request how the stranger's machine is to be
   * @param environment this machine's environment, for finding a runtime that a stranger could have
   * @return to be asked for runs
   */
  public static Rehearser of(
      Path artifact,
      ArtifactRecord content,
      SandboxRequest request,
      Map<String, String> environment) {
    Optional<RunObservation> observation =
        Ecosystems.installed().find(content.language()).flatMap(Ecosystem::observation);
    Optional<FoundRuntime> runtime =
        content.needsRuntime() ? fitting(content, environment) : Optional.empty();
    return new Rehearser(
        artifact,
        content,
        request,
        runtime.flatMap(
            r -> observation.map(o -> new GivenRuntime(given(o, r), r.title(), o.places()))),
        observation);
  }

  private static Path given(RunObservation observation, FoundRuntime runtime) {
    try {
      return observation.given(runtime.home(), Scratch.newFolder());
    } catch (IOException e) {
      throw GirdleException.because(e, runtime.title() + " cannot be given to a stranger");
    }
  }

  private static Optional<FoundRuntime> fitting(
      ArtifactRecord content, Map<String, String> environment) {
    return Ecosystems.installed().runtimesFor(content, environment).stream()
        .filter(r -> r.isIn(content.runtime().range()))
        .findFirst();
  }
}
