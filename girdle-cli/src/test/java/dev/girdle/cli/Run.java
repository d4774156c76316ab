package dev.girdle.cli;

import java.io.ByteArrayOutputStream;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** Runs programs as a user would, and the built Girdle first of all. */
final class Run {
  static final Path JAVA = Path.of(System.getProperty("java.home"), "bin", "java");

  private static final String MAIN = "dev.girdle.cli.Main";
  private static final Path HERE = Path.of("").toAbsolutePath();

  /** Whether each run of Girdle is to be a process of its own, as for a user. */
  private static final boolean PROCESSES = Boolean.getBoolean("girdle.processes");

  private final List<String> command;
  private final Map<String, String> environment = new LinkedHashMap<>();
  private Path folder = HERE;
  private boolean isUsual;
  private String input = "";

  /** What came back. */
  record Result(int status, byte[] bytes, String err) {
    String out() {
      return new String(bytes, StandardCharsets.UTF_8);
    }
  }

  private Run(List<String> command) {
    this.command = command;
  }

  static Run of(Object... command) {
    List<String> words = new ArrayList<>();
    for (Object word : command) {
      words.add(word.toString());
    }
    return new Run(words);
  }

  /** The built program, from its jar and the libraries beside it. */
  static Run girdle(Object... arguments) {
    String lib = System.getProperty("girdle.lib") + File.separator + "*";
    Run run =
        of(
            JAVA,
            "-XX:TieredStopAtLevel=1",
            "-cp",
            System.getProperty("girdle.jar") + File.pathSeparator + lib,
            MAIN);
    for (Object argument : arguments) {
      run.command.add(argument.toString());
    }
    String target = Path.of(System.getProperty("girdle.lib")).getParent().toString();
    run.with("LC_ALL", "C.UTF-8")
        .with("GIRDLE_LOCAL_REPOSITORY", target + "/no-repository")
        .with("GIRDLE_MAVEN_SETTINGS", target + "/no-settings.xml")
        .with("XDG_CACHE_HOME", target + "/cache");
    run.isUsual = true;
    return run;
  }

  /** Girdle with more on its class path. */
  Run withClasses(String path) {
    isUsual = false;
    int at = command.indexOf("-cp") + 1;
    command.set(at, command.get(at) + File.pathSeparator + path);
    return this;
  }

  Run in(Path newFolder) {
    folder = newFolder;
    return this;
  }

  Run with(String variable, String value) {
    isUsual = false;
    environment.put(variable, value);
    return this;
  }

  Run input(String text) {
    input = text;
    return this;
  }

  /**
   * Runs it in an environment that holds nothing but what was asked for. Girdle itself runs within
   * this process, where it is warm, unless a process is what is tested: its folder, its
   * environment, its input, its class path.
   */
  Result go() {
    return isUsual && folder == HERE && input.isEmpty() && !PROCESSES ? here() : process();
  }

  private Result here() {
    int end = command.indexOf(MAIN);
    String[] arguments = command.subList(end + 1, command.size()).toArray(String[]::new);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    int status =
        Main.run(new PrintStream(out), new PrintStream(err), false, environment, arguments);
    return new Result(status, out.toByteArray(), err.toString(StandardCharsets.UTF_8));
  }

  private Result process() {
    try {
      Path out = Files.createTempFile("girdle-out", "");
      Path err = Files.createTempFile("girdle-err", "");
      Path in = Files.writeString(Files.createTempFile("girdle-in", ""), input);
      ProcessBuilder builder =
          new ProcessBuilder(command)
              .directory(folder.toFile())
              .redirectInput(in.toFile())
              .redirectOutput(out.toFile())
              .redirectError(err.toFile());
      builder.environment().clear();
      builder.environment().putAll(environment);
      Process process = builder.start();
      if (!process.waitFor(120, TimeUnit.SECONDS)) {
        process.destroyForcibly();
        throw new AssertionError("does not end: " + command);
      }
      Result result =
          new Result(process.exitValue(), Files.readAllBytes(out), Files.readString(err));
      Files.delete(out);
      Files.delete(err);
      Files.delete(in);
      return result;
    } catch (IOException | InterruptedException e) {
      throw new AssertionError(e);
    }
  }

  /** Runs it and expects that all is well. */
  Result well() {
    Result result = go();
    if (result.status() != 0) {
      throw new AssertionError(
          command + " ended with " + result.status() + "\n" + result.out() + result.err());
    }
    return result;
  }

  /** Whether this machine has a program, on the path or among those of its administrators. */
  static boolean has(String program) {
    return Stream.of((System.getenv("PATH") + ":/usr/sbin").split(":"))
        .anyMatch(f -> Files.isExecutable(Path.of(f, program)));
  }

  /** A folder with a real program, put there by the build. */
  static Path sample(String name) {
    return Path.of(System.getProperty("girdle.samples"), name, "target", "app");
  }

  static String text(InputStream in) throws IOException {
    return new String(in.readAllBytes(), StandardCharsets.UTF_8);
  }
}
