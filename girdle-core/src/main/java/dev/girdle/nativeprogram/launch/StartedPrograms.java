package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
import dev.girdle.binary.LinkedCode;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.fault.GirdleException;
import dev.girdle.nativeprogram.linkage.NativeFiles;
import dev.girdle.nativeprogram.linkage.Runner;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What the ways to start an artifact start, and where that lies in it. */
final class StartedPrograms {
  private final LayoutRequest request;
  private final NativeFiles files;
  private final Placement placement;
  private final Target target;

  StartedPrograms(LayoutRequest request, NativeFiles files, Placement placement, Target target) {
    this.request = request;
    this.files = files;
    this.placement = placement;
    this.target = target;
  }

  /** The ways to start it; programs for Windows say by themselves whether they open windows. */
  List<LaunchSpec> all() {
    return target.system().equals("windows")
        ? request.starts().stream()
            .map(s -> s.opensWindow() || isForWindow(s) ? s.openingWindow() : s)
            .toList()
        : request.starts();
  }

  /** Whether the system itself runs any of some files for one of them. */
  boolean areAnyOf(Set<String> places) {
    return request.starts().stream().anyMatch(s -> places.contains(of(s).code()));
  }

  private boolean isForWindow(LaunchSpec start) {
    try {
      Optional<Item> item = files.file(start.entry().name());
      return item.isPresent()
          && files
              .linked(item.get())
              .flatMap(LinkedCode::subsystem)
              .filter(LinkedCode.Subsystem.WINDOWS::equals)
              .isPresent();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  StartedProgram of(LaunchSpec start) {
    String file = file(start);
    Optional<Runner> runner = Optional.empty();
    try {
      Item item = files.file(start.entry().name()).orElseThrow();
      runner = target.system().equals("linux") ? files.runner(item) : runner;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    String runnerFile =
        runner
            .filter(r -> !r.isReceivers())
            .map(
                r ->
                    files
                        .file(r.program())
                        .filter(placement::has)
                        .map(i -> placeOf(i, r.program()))
                        .orElseThrow(
                            () -> GirdleException.request(r.program() + " does not go along")))
            .orElse("");
    return new StartedProgram(file, runner, runnerFile);
  }

  /** Some programs do what they are called by, so a link to one is kept. */
  private String placeOf(Item item, String name) {
    return name.equals(item.name()) || !name.startsWith("/")
        ? placement.of(item)
        : Places.inArtifact(name);
  }

  /** Where it lies in the artifact. */
  String file(LaunchSpec start) {
    Item item =
        files
            .file(start.entry().name())
            .filter(placement::has)
            .orElseThrow(
                () -> GirdleException.request(start.entry().name() + " does not go along"));
    return placeOf(item, start.entry().name());
  }
}
