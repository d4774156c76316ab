package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Packed folders, three targets at once, and the same bytes wherever they are made. */
class PackedIT {
  @TempDir static Path dir;
  private static Path plan;

  @BeforeAll
  static void seal() throws IOException {
    Run.girdle("demo", dir.resolve("ternhaven")).well();
    Path example = Path.of(System.getProperty("girdle.examples"), "three-targets");
    plan = dir.resolve("three");
    Files.createDirectories(plan.resolve("notes"));
    Files.copy(example.resolve("notes/quays.txt"), plan.resolve("notes/quays.txt"));
    String text =
        Files.readString(example.resolve("girdle.yaml"))
            .replace("../../girdle-demo/box/src/plan/icon.png", "../ternhaven/icon.png");
    Files.writeString(plan.resolve("girdle.yaml"), text);
    sealTo("sealed");
  }

  private static void sealTo(String out) {
    Run.girdle("seal", plan, "--out", dir.resolve(out))
        .with("TIDEBOOK", "../ternhaven/tidebook")
        .well();
  }

  @Test
  void thePlanOfTheExamplesMakesThreeTargetsAtOnce() throws IOException {
    try (Stream<Path> made = Files.list(dir.resolve("sealed"))) {
      assertThat(made.map(p -> p.getFileName().toString()))
          .containsExactlyInAnyOrder(
              "tidebook-1.4.0-linux-x64.tgz",
              "tidebook-1.4.0-linux-x64.zip",
              "tidebook-1.4.0-windows-x64.tgz",
              "tidebook-1.4.0-windows-x64.zip",
              "tidebook-1.4.0-macos-arm64.tgz",
              "tidebook-1.4.0-macos-arm64.zip");
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"zip", "tgz"})
  void unpackedByTheSystemItRunsFromItsTopFolder(String form) throws IOException {
    Path away = Files.createDirectories(dir.resolve("away " + form));
    Path packed = dir.resolve("sealed/tidebook-1.4.0-linux-x64." + form);
    Run unpack = form.equals("zip") ? Run.of("unzip", "-q", packed) : Run.of("tar", "-xzf", packed);
    unpack.in(away).with("PATH", "/usr/bin:/bin").well();
    try (Stream<Path> top = Files.list(away)) {
      assertThat(top).containsExactly(away.resolve("tidebook-1.4.0-linux-x64"));
    }
    Path folder = away.resolve("tidebook-1.4.0-linux-x64");
    Result run =
        Run.of(folder.resolve("bin/tidebook"), "north-quay", "2026-03-14")
            .with("JAVA_HOME", System.getProperty("java.home"))
            .well();
    assertThat(run.out()).contains("page sum 4c2a9646");
    assertThat(folder.resolve("doc/quays.txt")).exists();
    assertThat(folder.resolve("bin/tidebook.cmd")).doesNotExist();
    // what was unpacked is a folder form like any other, and its record accounts for it
    assertThat(Run.girdle("check", folder).with("PATH", path()).well().out())
        .contains("Nothing has to be mended");
  }

  private static String path() {
    return Path.of(System.getProperty("java.home"), "bin") + ":/usr/bin:/bin";
  }

  @Test
  void theMenuEntryIsRegisteredByTheLineInTheReadme() throws IOException {
    Path home = Files.createDirectories(dir.resolve("home"));
    Files.createDirectories(home.resolve("applications"));
    Path away = Files.createDirectories(dir.resolve("menu"));
    Run.of("tar", "-xzf", dir.resolve("sealed/tidebook-1.4.0-linux-x64.tgz"))
        .in(away)
        .with("PATH", "/usr/bin:/bin")
        .well();
    Path folder = away.resolve("tidebook-1.4.0-linux-x64");
    List<String> lines = Files.readAllLines(folder.resolve("README.txt"));
    int at = lines.indexOf("In the menu of a Linux desktop");
    String command = lines.get(at + 2) + "\n" + lines.get(at + 3);
    Run.of("sh", "-c", command)
        .in(folder)
        .with("PATH", "/usr/bin:/bin")
        .with("XDG_DATA_HOME", home.toString())
        .well();
    String entry = Files.readString(home.resolve("applications/org.ternhaven.tidebook.desktop"));
    assertThat(entry)
        .contains("Name=Tide Book", "Exec=\"" + folder + "/bin/tidebook\"", "Terminal=true");
    Path validator = Path.of("/usr/bin/desktop-file-validate");
    if (Files.isExecutable(validator)) {
      Run.of(validator, home.resolve("applications/org.ternhaven.tidebook.desktop")).well();
    }
    String icon = entry.replaceFirst("(?s).*Icon=([^\n]+).*", "$1");
    assertThat(Path.of(icon)).exists();
  }

  @Test
  void theBundleOfMacosStartsFromAnywhere() throws IOException {
    Path away = Files.createDirectories(dir.resolve("mac"));
    Run.of("tar", "-xzf", dir.resolve("sealed/tidebook-1.4.0-macos-arm64.tgz"))
        .in(away)
        .with("PATH", "/usr/bin:/bin")
        .well();
    Path bundle = away.resolve("tidebook-1.4.0-macos-arm64/Tide Book.app");
    Path moved = Files.createDirectories(dir.resolve("Applications")).resolve("Tide Book.app");
    Files.move(bundle, moved);
    Path link =
        Files.createSymbolicLink(dir.resolve("tides"), moved.resolve("Contents/MacOS/tidebook"));
    Result run =
        Run.of(link, "north-quay", "2026-03-14")
            .with("JAVA_HOME", System.getProperty("java.home"))
            .with("PATH", "/usr/bin:/bin")
            .go();
    // it starts; that its native code is for macOS only is what this target is for
    assertThat(run.out()).startsWith("Tide book of Ternhaven, north-quay, 2026-03-14");
    assertThat(run.err()).contains("no native library is found for os.name=Linux");
    assertThat(moved.resolve("Contents/Resources/tidebook.icns")).exists();
  }

  @Test
  void inspectAndCompareKnowPackedFolders() {
    Path tgz = dir.resolve("sealed/tidebook-1.4.0-linux-x64.tgz");
    Path zip = dir.resolve("sealed/tidebook-1.4.0-windows-x64.zip");
    assertThat(Run.girdle("inspect", tgz).well().out())
        .contains("a tgz made by Girdle", "linux-x64", "Apache-2.0", "slf4j-api-2.0.17.jar");
    assertThat(Run.girdle("inspect", zip, "--files").well().out())
        .contains("  tidebook.exe", "starts it on Windows");
    assertThat(Run.girdle("compare", tgz, zip, "--files").well().out())
        .contains("linux-x64", "windows-x64", "bin/tidebook.cmd");
  }

  @Test
  void theSameBytesWhereverAndByWhomeverItIsMade() throws IOException {
    Path elsewhere = dir.resolve("else where/deep");
    Files.createDirectories(elsewhere);
    // copied in another order, read by another user's umask, in another zone and language
    Run.of(
            "sh",
            "-c",
            "umask 077; mkdir ternhaven three; for f in $(cd '"
                + dir
                + "'; find ternhaven/tidebook ternhaven/icon.png three -type f | sort -r);"
                + " do mkdir -p \"$(dirname $f)\"; cat \"$OLD/$f\" > \"$f\"; done")
        .in(elsewhere)
        .with("OLD", dir.toString())
        .with("PATH", "/usr/bin:/bin")
        .well();
    String girdle =
        String.format(
            "umask 027; exec '%s' -cp '%s:%s/*' dev.girdle.cli.Main seal three --out out",
            Run.JAVA, System.getProperty("girdle.jar"), System.getProperty("girdle.lib"));
    Run.of("sh", "-c", girdle)
        .in(elsewhere)
        .with("PATH", "/usr/bin:/bin")
        .with("TIDEBOOK", "../ternhaven/tidebook")
        .with("TZ", "Asia/Kathmandu")
        .with("LC_ALL", "tr_TR.UTF-8")
        .with("USER", "stranger")
        .with("XDG_CACHE_HOME", dir.resolve("cache").toString())
        .with("GIRDLE_LOCAL_REPOSITORY", dir.resolve("no-repository").toString())
        .well();
    try (Stream<Path> made = Files.list(dir.resolve("sealed"))) {
      for (Path first : made.toList()) {
        assertThat(elsewhere.resolve("out").resolve(first.getFileName()))
            .as(first.toString())
            .hasSameBinaryContentAs(first);
      }
    }
    for (String word : Set.of(dir.toString(), "stranger", System.getProperty("user.home"))) {
      Path tgz = dir.resolve("sealed/tidebook-1.4.0-linux-x64.tgz");
      Result record = Run.girdle("inspect", tgz, "--json").well();
      assertThat(record.out()).doesNotContain(word);
    }
  }
}
