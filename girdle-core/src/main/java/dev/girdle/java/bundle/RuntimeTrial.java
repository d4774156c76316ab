package dev.girdle.java.bundle;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.java.reach.RuntimeProbe;
import dev.girdle.java.runtime.JavaHome;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.place.TemporaryFolder;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.probe.Probes;
import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Tries a Java that was cut down, before anybody calls it made: every subsystem that the program
 * asks for has to do a short piece of work, in that Java and on this machine. What the whole Java
 * cannot do here either does not count.
 */
public final class RuntimeTrial {
  /** Stands for all probes if none could be run. */
  private static final String NOT_RUN = "";

  private static final long LONGEST_SECONDS = 120;

  private final List<RuntimeProbe> probes;
  private final JavaHome home;

  private RuntimeTrial(List<RuntimeProbe> probes, JavaHome home) {
    this.probes = probes;
    this.home = home;
  }

  /**
   * Tries what was cut down of the runtime in a layout, once for all forms that it goes into.
   *
   * @return the same layout, perhaps with a notice that it could not be tried
   * @throws GirdleException if it does not work
   */
  public static Layout passed(Layout layout, LayoutRequest request, RuntimeMemo memo) {
    if (request.runtime().kind() != RuntimeKind.TIGHT || layout.runtime().isEmpty()) {
      return layout;
    }
    JavaHome home = RuntimeBundler.chosen(request);
    if (Target.ofThisMachine().isEmpty() || !home.target().equals(Target.ofThisMachine())) {
      return layout.noticing(
          List.of(
              "the tight Java was not tried; it can be tried on "
                  + home.target().map(Target::text).orElse("its own system")
                  + " only: girdle rehearse there"));
    }
    RuntimeTrial trial = new RuntimeTrial(RuntimeProbe.of(request.closure()), home);
    Map<String, String> failures =
        memo.failuresOf(home, request.closure(), () -> trial.failures(layout, request));
    if (failures.containsKey(NOT_RUN)) {
      return layout.noticing(
          List.of(
              "the tight Java was not tried: no program can be run in the folder for temporary"
                  + " files"));
    }
    if (!failures.isEmpty()) {
      throw trial.notWorking(failures);
    }
    return layout;
  }

  private GirdleException notWorking(Map<String, String> failures) {
    List<String> lines = new ArrayList<>();
    lines.add("a tight Java was made and does not do what the program asks for; nothing is sealed");
    for (RuntimeProbe probe : probes) {
      if (failures.containsKey(probe.name())) {
        lines.add("  " + probe.what() + ": " + failures.get(probe.name()));
      }
    }
    lines.add("  --runtime trimmed makes one of whole modules; --always CLASS keeps a class.");
    return new GirdleException(Fault.APPLICATION, lines);
  }

  /** The probes that fail in the layout's runtime and not in the whole one, each with why. */
  private Map<String, String> failures(Layout layout, LayoutRequest request) {
    if (probes.isEmpty()) {
      return Map.of();
    }
    String inside = request.programFolder() + RuntimeBundler.FOLDER;
    try (TemporaryFolder folder = TemporaryFolder.called("girdle-trial")) {
      Path classes = folder.path().resolve("classes");
      for (Map.Entry<String, Content> one : RuntimeProbe.classes(probes).entrySet()) {
        write(one.getValue(), classes.resolve(one.getKey()));
      }
      Path runtime = folder.path().resolve("runtime");
      for (LayoutFile file : layout.files()) {
        if (file.path().startsWith(inside)) {
          Path to = runtime.resolve(file.path().substring(inside.length()));
          write(file.content(), to);
          if (file.executable() && !to.toFile().setExecutable(true)) {
            throw new IOException(to + " cannot be made executable");
          }
        }
      }
      Map<String, String> failures = run(runtime, classes);
      if (!failures.isEmpty() && !failures.containsKey(NOT_RUN)) {
        failures.keySet().removeAll(run(home.folder(), classes).keySet());
      }
      return failures;
    } catch (IOException e) {
      throw new GirdleException(
          Fault.MACHINE, e, "the tight Java cannot be tried: " + e.getMessage());
    }
  }

  private static void write(Content content, Path to) throws IOException {
    Files.createDirectories(to.getParent());
    try (InputStream in = content.open()) {
      Files.copy(in, to);
    }
  }

  private Map<String, String> run(Path java, Path classes) throws IOException {
    List<String> command = new ArrayList<>();
    command.add(java.resolve("bin/java").toString());
    command.addAll(List.of("-Xshare:auto", "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC", "-cp"));
    command.add(classes.toString());
    command.add(Probes.class.getName());
    probes.forEach(p -> command.add(p.name()));
    ProcessBuilder builder = new ProcessBuilder(command).directory(classes.toFile());
    builder.environment().keySet().removeAll(List.of("JAVA_TOOL_OPTIONS", "JDK_JAVA_OPTIONS"));
    TimedRun run;
    try {
      run = TimedRun.of(builder, LONGEST_SECONDS);
    } catch (InterruptedIOException e) {
      throw e;
    } catch (IOException e) {
      return new TreeMap<>(Map.of(NOT_RUN, "")); // the system lets none run there
    }
    String otherwise = run.ended() ? run.lastLine("it ended without a word") : "it did not end";
    Map<String, String> failures = new TreeMap<>();
    for (RuntimeProbe probe : probes) {
      if (!run.lines().contains(Probes.WELL + probe.name())) {
        String start = Probes.BADLY + probe.name() + ": ";
        failures.put(
            probe.name(),
            run.lines().stream()
                .filter(l -> l.startsWith(start))
                .map(l -> l.substring(start.length()))
                .findFirst()
                .orElse(otherwise));
      }
    }
    return failures;
  }
}
