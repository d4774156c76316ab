package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Girdle sealed by itself, with its Java, does its work where there is no other. */
class SelfIT {
  @TempDir Path dir;

  private Result itself(Path file, Object... words) {
    Object[] all = new Object[words.length + 1];
    all[0] = file;
    System.arraycopy(words, 0, all, 1, words.length);
    return Run.of(all)
        .with("PATH", "/usr/bin:/bin")
        .with("GIRDLE_UNPACK_DIR", dir.resolve("unpacked").toString())
        .with("XDG_CACHE_HOME", dir.resolve("cache").toString())
        .well();
  }

  private static Object[] with(Object[] words, Path last) {
    Object[] all = java.util.Arrays.copyOf(words, words.length + 1);
    all[words.length] = last;
    return all;
  }

  @Test
  void itGivesTheDemoAndSealsInItsTurn() throws IOException {
    Path plan = Path.of("../girdle.yaml").toAbsolutePath().normalize();
    Run.girdle("seal", plan, "--out", dir, "--as", "girdle").well();
    Path file = Files.move(dir.resolve("girdle"), dir.resolve("the program"));
    assertThat(itself(file, "--version").out()).contains("0.1.0");
    Path demo = dir.resolve("demo");
    assertThat(itself(file, "demo", demo).out()).contains("Before and after", "page sum 4c2a9646");
    assertThat(itself(file, "runtimes").out()).contains("Girdle runs on it");
    Object[] exe = {"seal", demo, "--target", "windows-x64", "--form", "executable", "--out"};
    itself(file, with(exe, dir.resolve("by itself")));
    Run.girdle(with(exe, dir.resolve("by the built"))).well();
    assertThat(dir.resolve("by itself/tidebook-1.4.0-windows-x64.exe"))
        .hasSameBinaryContentAs(dir.resolve("by the built/tidebook-1.4.0-windows-x64.exe"));
    itself(file, "report", demo, "--as", "itself.html");
    Run.girdle("report", demo, "--as", "built.html").well();
    assertThat(demo.resolve("sealed/itself.html"))
        .hasSameBinaryContentAs(demo.resolve("sealed/built.html"));
    Path out = dir.resolve("out");
    itself(file, "seal", demo, "--form", "folder", "--runtime", "trimmed", "--out", out);
    Path folder = out.resolve("tidebook-1.4.0-linux-x64");
    Path same = dir.resolve("by the built one");
    Run.girdle("seal", demo, "--form", "folder", "--runtime", "trimmed", "--out", same).well();
    assertThat(folder.resolve("runtime/lib/modules"))
        .hasSameBinaryContentAs(same.resolve("tidebook-1.4.0-linux-x64/runtime/lib/modules"));
  }
}
