package dev.girdle.cli;

import dev.girdle.place.Folders;
import dev.girdle.place.Variables;
import dev.girdle.place.Windows;
import dev.girdle.seal.Artifact;
import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/**
 * A run of a demo application in an emptied environment and an empty folder.
 *
 * @param output what it wrote to standard output, with the exit status if it was not 0
 */
record DemoRun(String output) {
  private static final int SECONDS = 60;

  static DemoRun ofOriginal(Path app, List<String> arguments) {
    Path real = app.toAbsolutePath();
    String classPath =
        String.join(
            File.pathSeparator,
            real.resolve("tidebook.jar").toString(),
            real.resolve("tidebook-almanac.jar").toString(),
            real.resolve("lib") + File.separator + "*");
    return run(List.of(java(), "-cp", classPath, "org.ternhaven.tidebook.TideBook"), arguments);
  }

  static DemoRun ofArtifact(Artifact artifact, List<String> arguments) {
    Path path = artifact.path().toAbsolutePath();
    return Files.isDirectory(path)
        ? ofFolder(path, arguments)
        : run(List.of(java(), "-jar", path.toString()), arguments);
  }

  /** The tide book as a folder. */
  static DemoRun ofFolder(Path folder, List<String> arguments) {
    return run(List.of(starter(folder.toAbsolutePath(), "tidebook")), arguments);
  }

  /** A script as it was handed over, or an archive, started by a runtime. */
  static DemoRun ofScript(Path runtime, Path script, List<String> arguments) {
    return run(List.of(runtime.toString(), script.toAbsolutePath().toString()), arguments);
  }

  /** What was made of a script, started with a certain runtime. */
  static DemoRun ofArtifact(
      Artifact artifact,
      String name,
      Map<String, String> environment,
      Path runtime,
      List<String> arguments) {
    Path path = artifact.path().toAbsolutePath();
    return Files.isDirectory(path)
        ? run(List.of(starter(path, name)), arguments, environment)
        : ofScript(runtime, path, arguments);
  }

  private static String starter(Path folder, String name) {
    return folder.resolve(Windows.isHere() ? name + ".exe" : "bin/" + name).toString();
  }

  private static String java() {
    return Path.of(System.getProperty("java.home"), "bin", "java").toString();
  }

  /** What no process there can do without, and a Java, which has no place of its own there. */
  private static Map<String, String> ofEveryWindows() {
    Map<String, String> here = Variables.here();
    return Map.of(
        "SystemRoot",
        here.getOrDefault("SystemRoot", "C:\\Windows"),
        "LOCALAPPDATA",
        here.getOrDefault("LOCALAPPDATA", System.getProperty("java.io.tmpdir")),
        "JAVA_HOME",
        System.getProperty("java.home"));
  }

  private static DemoRun run(List<String> command, List<String> arguments) {
    return run(command, arguments, Map.of());
  }

  private static DemoRun run(
      List<String> command, List<String> arguments, Map<String, String> environment) {
    try {
      Path empty = Files.createTempDirectory("girdle-demo-");
      List<String> all = new ArrayList<>(command);
      all.addAll(arguments);
      Path output = empty.resolve("output");
      ProcessBuilder builder =
          new ProcessBuilder(all)
              .directory(empty.toFile())
              .redirectOutput(output.toFile())
              .redirectError(ProcessBuilder.Redirect.DISCARD);
      builder.environment().clear();
      builder.environment().putAll(Windows.isHere() ? ofEveryWindows() : Map.of());
      builder.environment().putAll(environment);
      Process process = builder.start();
      process.getOutputStream().close();
      boolean ended = process.waitFor(SECONDS, TimeUnit.SECONDS);
      if (!ended) {
        process.destroyForcibly().waitFor();
      }
      String text = Files.readString(output, StandardCharsets.UTF_8);
      Folders.delete(empty);
      return new DemoRun(
          process.exitValue() == 0 ? text : text + "exit status " + process.exitValue());
    } catch (IOException e) {
      throw DemoCommand.cannot("start " + command.get(0), e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw DemoCommand.cannot("wait for " + command.get(0), e);
    }
  }
}
