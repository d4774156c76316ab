package dev.girdle.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Assumptions;

/** A fresh Windows, as far as Debian's Wine goes, in a folder. */
final class Wine {
  /** A Java for Windows, and a Node.js; what {@code .ci/run} lays there. */
  static final Path JAVA = place("GIRDLE_WINDOWS_JAVA", "/opt/girdle-windows/java");

  static final Path NODE = place("GIRDLE_WINDOWS_NODE", "/opt/girdle-windows/node/node.exe");
  static final Path COMPILER = Path.of("/usr/bin/x86_64-w64-mingw32-gcc");

  private static final Path WINE = Path.of("/usr/bin/wine");

  private final Path prefix;
  private final Path folder;

  private Wine(Path prefix, Path folder) {
    this.prefix = prefix;
    this.folder = folder;
  }

  private static Path place(String variable, String usual) {
    return Path.of(System.getenv().getOrDefault(variable, usual));
  }

  /** Skips whoever asks, and says so, if something is not there. */
  static void require(Path... files) {
    List<Path> wanted = Stream.concat(Stream.of(WINE), Stream.of(files)).toList();
    Assumptions.assumeTrue(
        wanted.stream().allMatch(Files::exists), "skipped: needs all of " + wanted);
  }

  /** Makes one in a folder, in which programs are started. */
  static Wine in(Path folder) throws IOException {
    Wine wine = new Wine(folder.resolve("prefix"), folder);
    wine.run("wineboot", "-i").go();
    return wine;
  }

  /** A program of Windows, or one that Wine brings along, with its words. */
  Run run(Object... command) {
    Object[] words = Stream.concat(Stream.of(WINE), Stream.of(command)).toArray();
    return Run.of(words)
        .in(folder)
        .with("WINEPREFIX", prefix.toString())
        .with("WINEDEBUG", "-all")
        .with("LC_ALL", "C.UTF-8")
        .with("PATH", "/usr/bin:/bin")
        .with("NODE_SKIP_PLATFORM_CHECK", "1");
  }

  /** The same, to be killed. */
  Process start(Map<String, String> more, Object... command) throws IOException {
    List<String> words =
        Stream.concat(Stream.of(WINE), Stream.of(command)).map(Object::toString).toList();
    ProcessBuilder builder =
        new ProcessBuilder(words)
            .directory(folder.toFile())
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .redirectError(ProcessBuilder.Redirect.DISCARD);
    builder.environment().clear();
    builder.environment().putAll(more);
    builder.environment().put("WINEPREFIX", prefix.toString());
    builder.environment().put("WINEDEBUG", "-all");
    builder.environment().put("PATH", "/usr/bin:/bin");
    return builder.start();
  }

  /** Where something lies on its first drive. */
  Path drive(String path) {
    return prefix.resolve("drive_c").resolve(path);
  }

  /** The same path, as Windows has it. */
  static String path(Path path) {
    return "Z:" + path.toString().replace('/', '\\');
  }

  /**
   * Wine goes on writing into its folder, which is about to be removed, for some seconds; and it
   * keeps a link to the root of the machine in it.
   */
  void end() throws IOException {
    Run.of("/usr/bin/wineserver", "-k", "-w")
        .with("WINEPREFIX", prefix.toString())
        .with("PATH", "/usr/bin:/bin")
        .go();
    try (Stream<Path> links = Files.list(prefix.resolve("dosdevices"))) {
      for (Path link : links.filter(Files::isSymbolicLink).toList()) {
        Files.delete(link);
      }
    }
  }
}
