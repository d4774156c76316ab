package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
import dev.girdle.binary.LinkedCode;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.fault.GirdleException;
import dev.girdle.nativeprogram.linkage.NativeFiles;
import dev.girdle.nativeprogram.linkage.Runner;
import dev.girdle.nativeprogram.linkage.Started;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What the ways to start an artifact start, and where that lies in it. */
final class StartedPrograms {
  /** How many scripts may run each other. */
  private static final int DEEPEST = 4;

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
      Optional<Item> item = files.startedItem(start.entry().name());
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
    try {
      Started started = files.started(start.entry().name()).orElseThrow();
      Optional<Runner> runner =
          target.system().equals("linux") ? started.runner() : Optional.empty();
      Deque<StartedProgram.RunBy> runners = new ArrayDeque<>();
      for (int depth = 0; runner.isPresent() && depth < DEEPEST; depth++) {
        Optional<Item> its = files.file(runner.get().program()).filter(placement::has);
        if (its.isEmpty() && !runner.get().isReceivers()) {
          throw GirdleException.request(runner.get().program() + " does not go along");
        }
        String program = runner.get().program();
        runners.push(
            new StartedProgram.RunBy(runner.get(), its.map(i -> placeOf(i, program)).orElse("")));
        runner = its.isPresent() ? files.runner(its.get()) : Optional.empty();
      }
      return new StartedProgram(file, List.copyOf(runners), started.after());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Some programs do what they are called by, so a link to one is kept. */
  private String placeOf(Item item, String name) {
    return name.equals(item.name()) || !name.startsWith("/")
        ? placement.of(item)
        : Places.inArtifact(name);
  }

  /** Where it lies in the artifact. */
  String file(LaunchSpec start) {
    String entry = start.entry().name();
    Item item =
        files
            .startedItem(entry)
            .filter(placement::has)
            .orElseThrow(() -> GirdleException.request(entry + " does not go along"));
    return placeOf(item, files.file(entry).isPresent() ? entry : item.name());
  }
}
