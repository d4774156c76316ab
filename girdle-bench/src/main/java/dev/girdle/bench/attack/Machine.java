package dev.girdle.bench.attack;

import dev.girdle.bench.Folders;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;

/**
 * A machine to attack Girdle on: folders of its own for all that a process can write to, and an
 * environment that leads nowhere else.
 *
 * @param base everything lies below it
 * @param girdle the command that starts Girdle
 */
record Machine(Path base, String girdle) {
  private static final int LONGEST_SECONDS = 120;

  /** What came of a process. */
  record Outcome(int status, String said) {
    boolean isSilentAboutItself() {
      return !said.contains("\tat ")
          && !said.contains("Exception")
          && !said.contains("fault of Girdle");
    }
  }

  static Machine in(Path base, String girdle) throws IOException {
    for (String folder : List.of("tmp", "home", "cache", "config", "data")) {
      Files.createDirectories(base.resolve(folder));
    }
    return new Machine(base, girdle);
  }

  Path at(String path) {
    return base.resolve(path);
  }

  /** A process that is not started yet. */
  ProcessBuilder prepare(Map<String, String> more, List<String> command) {
    Map<String, String> environment = new TreeMap<>();
    environment.put("PATH", "/usr/local/bin:/usr/bin:/bin");
    environment.put("HOME", at("home").toString());
    environment.put("TMPDIR", at("tmp").toString());
    environment.put("XDG_CACHE_HOME", at("cache").toString());
    environment.put("XDG_CONFIG_HOME", at("config").toString());
    environment.put("XDG_DATA_HOME", at("data").toString());
    environment.put("GIRDLE_LOCAL_REPOSITORY", at("repository").toString());
    environment.put("LC_ALL", "C.UTF-8");
    environment.put("JAVA_HOME", System.getProperty("java.home"));
    environment.putAll(more);
    environment.values().removeIf(v -> v.equals("(none)"));
    ProcessBuilder builder = new ProcessBuilder(command).directory(base.toFile());
    builder.environment().clear();
    builder.environment().putAll(environment);
    return builder.redirectErrorStream(true);
  }

  Outcome run(Map<String, String> more, List<String> command) throws IOException {
    Path said = Files.createTempFile("attack", ".txt");
    try {
      Process process = prepare(more, command).redirectOutput(said.toFile()).start();
      process.getOutputStream().close();
      if (!process.waitFor(LONGEST_SECONDS, TimeUnit.SECONDS)) {
        process.descendants().forEach(ProcessHandle::destroyForcibly);
        process.destroyForcibly();
        return new Outcome(-1, "it hangs");
      }
      return new Outcome(
          process.exitValue(), new String(Files.readAllBytes(said), StandardCharsets.UTF_8));
    } catch (InterruptedException e) {
      throw new IOException(e);
    } finally {
      Files.delete(said);
    }
  }

  Outcome girdle(String... words) throws IOException {
    return run(Map.of(), command(words));
  }

  List<String> command(String... words) {
    List<String> command = new ArrayList<>(List.of(girdle));
    command.addAll(List.of(words));
    return command;
  }

  /** What lies about that nobody has asked for. */
  List<String> leftBehind(String... folders) throws IOException {
    List<String> left = new ArrayList<>();
    for (String name : names("tmp")) {
      left.add("tmp/" + name);
    }
    for (String folder : folders) {
      names(folder).stream()
          .filter(n -> n.startsWith("."))
          .forEach(n -> left.add(folder + "/" + n));
    }
    return left;
  }

  List<String> names(String folder) throws IOException {
    return World.names(at(folder));
  }

  void clear(String... folders) throws IOException {
    for (String folder : folders) {
      Folders.delete(at(folder));
      Files.createDirectories(at(folder));
    }
  }
}
