package dev.girdle.node.bundle;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.node.pack.NodeLanguage;
import dev.girdle.place.Windows;
import dev.girdle.plan.RuntimeKind;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The Nodes of this machine, in the order in which a starter looks at them. */
public final class HostNode {
  private static final Pattern RELEASE = Pattern.compile("v(\\d+\\.\\d+\\.\\d+)");
  private static final List<String> USUAL =
      List.of("/usr/local/bin/node", "/usr/bin/nodejs", "/opt/node/bin/node");

  private HostNode() {}

  /**
   * Looks for them.
   *
   * @param variablePrefix what environment variables of the application start with
   * @param environment the environment variables
   * @return each program once
   */
  public static List<FoundRuntime> all(String variablePrefix, Map<String, String> environment) {
    Map<Path, String> places = new LinkedHashMap<>();
    String named = environment.getOrDefault(variablePrefix + "_NODE", "");
    if (!named.isEmpty()) {
      places.put(Path.of(named), variablePrefix + "_NODE");
    }
    for (String folder : environment.getOrDefault("PATH", "").split(File.pathSeparator)) {
      if (!folder.isEmpty()) {
        String program = Windows.isHere() ? "node.exe" : "node";
        places.putIfAbsent(Path.of(folder, program), "on the path");
      }
    }
    usual(environment).forEach(p -> places.putIfAbsent(p, "in the usual places"));
    Map<Path, FoundRuntime> found = new LinkedHashMap<>();
    places.forEach(
        (program, foundBy) -> {
          if (Files.isRegularFile(program) && Files.isExecutable(program)) {
            release(program)
                .ifPresent(r -> found.putIfAbsent(real(program), runtime(program, r, foundBy)));
          }
        });
    return new ArrayList<>(found.values());
  }

  private static List<Path> usual(Map<String, String> environment) {
    if (!Windows.isHere()) {
      return USUAL.stream().map(Path::of).toList();
    }
    return Stream.of("ProgramFiles", "LOCALAPPDATA")
        .map(environment::get)
        .filter(Objects::nonNull)
        .map(f -> Path.of(f, f.endsWith("Local") ? "Programs" : "", "nodejs", "node.exe"))
        .toList();
  }

  private static Path real(Path program) {
    try {
      return program.toRealPath();
    } catch (IOException e) {
      return program;
    }
  }

  private static FoundRuntime runtime(Path program, String release, String foundBy) {
    return NodeHome.at(real(program))
        .map(h -> found(h, foundBy))
        .orElseGet(
            () ->
                new FoundRuntime(
                    NodeLanguage.NAME + " " + release,
                    release,
                    Target.ofThisMachine(),
                    real(program),
                    foundBy,
                    List.of(),
                    "it does not hold all of itself"));
  }

  /**
   * One that can go along.
   *
   * @param home where it lies
   * @param foundBy how it was found
   * @return its home is the program
   */
  public static FoundRuntime found(NodeHome home, String foundBy) {
    return new FoundRuntime(
        home.title(),
        home.release(),
        home.target(),
        home.program(),
        foundBy,
        List.of(RuntimeKind.WHOLE),
        "");
  }

  /** What a program says of itself; the only way to learn the release of a Node. */
  private static Optional<String> release(Path program) {
    try {
      Process process =
          new ProcessBuilder(program.toString(), "--version").redirectErrorStream(true).start();
      try (InputStream in = process.getInputStream()) {
        String said = new String(in.readNBytes(100), StandardCharsets.UTF_8).strip();
        process.waitFor(10, TimeUnit.SECONDS);
        process.destroyForcibly();
        Matcher matcher = RELEASE.matcher(said);
        return matcher.matches() ? Optional.of(matcher.group(1)) : Optional.empty();
      }
    } catch (IOException e) {
      return Optional.empty(); // it cannot be started, so it is none
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return Optional.empty();
    }
  }
}
