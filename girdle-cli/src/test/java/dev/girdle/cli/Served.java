package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/** A depot on this machine: the stand-in as a process, or a registry that people run. */
final class Served implements AutoCloseable {
  private final Process process;
  private final String at;

  private Served(Process process, String at) {
    this.process = process;
    this.at = at;
  }

  /** Where it is. */
  String at() {
    return at;
  }

  /** The built program as a server. */
  static Served standIn(Path folder, Object... more) throws IOException {
    String lib = System.getProperty("girdle.lib") + File.separator + "*";
    String classes = System.getProperty("girdle.jar") + File.pathSeparator + lib;
    List<String> words =
        Stream.concat(
                Stream.of(
                    Run.JAVA,
                    "-cp",
                    classes,
                    "dev.girdle.cli.Main",
                    "depot",
                    "serve",
                    folder,
                    "--port",
                    "0"),
                Stream.of(more))
            .map(Object::toString)
            .toList();
    Process process = new ProcessBuilder(words).redirectErrorStream(true).start();
    BufferedReader out =
        new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
    String line = out.readLine();
    assertThat(line).contains("Serving", " at localhost:");
    return new Served(process, line.replaceFirst(".* at (localhost:\\d+)\\..*", "$1"));
  }

  /** Whether there is one that people run. */
  static boolean hasRegistry() {
    return Run.has("docker-registry");
  }

  /** A registry that people run. */
  static Served registry(Path dir) throws IOException, InterruptedException {
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    Path settings = dir.resolve("registry.yml");
    Files.writeString(
        settings,
        "version: 0.1\nstorage: {filesystem: {rootdirectory: %s}}\nhttp: {addr: \"127.0.0.1:%d\"}\n"
            .formatted(dir.resolve("registry"), port));
    Process process =
        new ProcessBuilder("docker-registry", "serve", settings.toString())
            .redirectErrorStream(true)
            .redirectOutput(dir.resolve("registry.log").toFile())
            .start();
    for (int i = 0; i < 100 && !answers(port); i++) {
      Thread.sleep(100);
    }
    return new Served(process, "localhost:" + port);
  }

  private static boolean answers(int port) {
    try (Socket socket = new Socket("127.0.0.1", port)) {
      return socket.isConnected();
    } catch (IOException e) {
      return false;
    }
  }

  @Override
  public void close() {
    process.destroy();
    try {
      process.waitFor();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
