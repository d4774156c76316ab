package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.github.luben.zstd.Zstd;
import dev.girdle.cli.Run.Result;
import dev.girdle.place.Folders;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Two releases of the tide book, of which one class differs, go out and come in. */
class ReceiveIT {
  /** What a signature and its manifest add to what is fetched, at most. */
  private static final int SIGNATURE = 4000;

  @TempDir static Path shared;
  private static Path demo;
  private static Path changed;

  @TempDir Path dir;

  @BeforeAll
  static void seal() throws IOException {
    demo = shared.resolve("demo");
    Run.girdle("demo", demo, "--quiet").well();
    changed = shared.resolve("changed");
    Folders.copy(demo, changed);
    alter(changed.resolve("tidebook/tidebook.jar"), "org/ternhaven/tidebook/Berth.class");
    seal(demo, "1.4.0", "folder", "--runtime", "trimmed");
    seal(changed, "1.4.1", "folder", "--runtime", "trimmed");
  }

  /** One class says something else: the word for what is too shallow. */
  private static void alter(Path jar, String name) throws IOException {
    try (FileSystem zip = FileSystems.newFileSystem(jar)) {
      Path entry = zip.getPath(name);
      byte[] bytes = Files.readAllBytes(entry);
      byte[] word = "shallow".getBytes(StandardCharsets.UTF_8);
      int at = indexOf(bytes, word);
      assertThat(at).isPositive();
      bytes[at] = 'S';
      Files.write(entry, bytes);
    }
  }

  private static int indexOf(byte[] bytes, byte[] word) {
    for (int i = 0; i <= bytes.length - word.length; i++) {
      if (Arrays.equals(bytes, i, i + word.length, word, 0, word.length)) {
        return i;
      }
    }
    return -1;
  }

  private static Path seal(Path from, String release, String form, Object... more) {
    Path out = shared.resolve("out");
    List<Object> words =
        new ArrayList<>(
            List.of(
                "seal",
                from.resolve("girdle.yaml"),
                "--release",
                release,
                "--form",
                form,
                "--out",
                out,
                "--quiet",
                "--replace"));
    words.addAll(List.of(more));
    Run.girdle(words.toArray()).well();
    try (Stream<Path> all = Files.list(out)) {
      return all.filter(p -> p.getFileName().toString().contains(release))
          .filter(p -> Files.isDirectory(p) == form.equals("folder"))
          .max(Comparator.comparing(p -> p.toFile().lastModified()))
          .orElseThrow();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Path folder(String release) {
    return shared.resolve("out/tidebook-" + release + "-linux-x64");
  }

  /** A folder for all systems has a starter for each; this one's is linked, and no other's. */
  @Test
  void theStarterOfThisSystemIsLinked() throws IOException {
    Path any = dir.resolve("any");
    Run.girdle("seal", demo, "--form", "folder", "--out", any).well();
    String name = dir.resolve("releases").toString();
    assertThat(any.resolve("tidebook-1.4.0/tidebook.exe")).exists();
    Run.girdle("deliver", any.resolve("tidebook-1.4.0"), name).well();
    Path bin = dir.resolve("bin");
    Run.girdle("receive", name, "--into", dir.resolve("into"), "--link", bin).well();
    assertThat(bin.resolve("tidebook").toRealPath()).endsWithRaw(Path.of("1.4.0/bin/tidebook"));
    try (Stream<Path> links = Files.list(bin)) {
      assertThat(links).hasSize(1);
    }
  }

  @Test
  void releasesGoOutAndComeIn() throws IOException {
    try (Served depot = Served.standIn(dir.resolve("depot"))) {
      goAndCome(depot.at() + "/harbour/tidebook");
    }
  }

  @Test
  void soTheyDoByARegistryThatPeopleRun() throws Exception {
    assumeTrue(Served.hasRegistry(), "skipped: there is no docker-registry");
    try (Served depot = Served.registry(dir)) {
      goAndCome(depot.at() + "/harbour/tidebook");
    }
  }

  @Test
  void soTheyDoWithoutANetwork() throws IOException {
    goAndCome(dir.resolve("releases").toString());
  }

  @Test
  void soTheyDoInOneFile() throws IOException {
    goAndCome(dir.resolve("releases.tar").toString());
  }

  private void goAndCome(String name) throws IOException {
    Path key = dir.resolve("key");
    JsonIT.valid("keys", Run.girdle("depot", "keys", key, "--json").well());
    Path into = dir.resolve("into");
    JsonNode first =
        JsonIT.valid(
            "deliver",
            Run.girdle("deliver", folder("1.4.0"), name, "--sign", key, "--json").well());
    assertThat(first.path("artifacts").toString()).isEqualTo("[\"folder for linux-x64\"]");
    Object[] receive = {
      "receive",
      name,
      "--into",
      into,
      "--trust",
      key + ".pub",
      "--link",
      dir.resolve("bin"),
      "--json"
    };
    JsonNode got = JsonIT.valid("receive", Run.girdle(receive).well());
    assertThat(got.path("release").asText()).isEqualTo("1.4.0");
    assertThat(got.path("runsHere").asBoolean()).isTrue();
    assertThat(tides(dir.resolve("bin/tidebook"))).contains("too shallow");
    Path notes = Files.writeString(dir.resolve("notes"), "Speaks up at low water.\n");
    JsonNode second =
        JsonIT.valid(
            "deliver",
            Run.girdle("deliver", folder("1.4.1"), name, "--sign", key, "--notes", notes, "--json")
                .well());
    long changedBytes = changedBytes();
    // the list of components is attached as it is, so that others can read it
    long attached = Files.size(folder("1.4.1").resolve("girdle-sbom.cdx.json"));
    assertThat(second.path("sentBytes").asLong())
        .isLessThan(first.path("bytes").asLong() / 20)
        .isLessThan(changedBytes * 12 / 10 + attached);
    JsonNode listed =
        JsonIT.valid("releases", Run.girdle("releases", name, "--into", into, "--json").well());
    assertThat(listed.at("/releases/0/toFetch").asLong()).isBetween(1000L, changedBytes * 12 / 10);
    assertThat(listed.at("/releases/1/toFetch").asLong()).isZero();
    JsonNode next = JsonIT.valid("receive", Run.girdle("receive", "--into", into, "--json").well());
    assertThat(next.path("release").asText()).isEqualTo("1.4.1");
    assertThat(next.path("before").asText()).isEqualTo("1.4.0");
    assertThat(next.path("fetchedBytes").asLong())
        .isLessThan(changedBytes * 12 / 10 + SIGNATURE)
        .isGreaterThan(changedBytes / 2);
    assertThat(tides(dir.resolve("bin/tidebook"))).contains("too Shallow");
    JsonNode one =
        JsonIT.valid(
            "releases",
            Run.girdle("releases", name + "@1.4.1", "--trust", key + ".pub", "--json").well());
    assertThat(one.path("notes").asText()).isEqualTo("Speaks up at low water.\n");
    assertThat(one.at("/signatures/0/trusted").asBoolean()).isTrue();
    // what the plan says of it
    assertThat(one.path("title").asText()).isEqualTo("Tide Book");
    assertThat(one.path("description").asText()).startsWith("Tells when ships can lie");
    assertThat(one.path("homepage").asText()).isEqualTo("https://ternhaven.example/tidebook");
    JsonNode back =
        JsonIT.valid("receive", Run.girdle("receive", "--into", into, "--back", "--json").well());
    assertThat(back.path("release").asText()).isEqualTo("1.4.0");
    assertThat(tides(dir.resolve("bin/tidebook"))).contains("too shallow");
    refused(name, into, key);
  }

  private void refused(String name, Path into, Path key) throws IOException {
    Path other = dir.resolve("other");
    Run.girdle("depot", "keys", other).well();
    Result foreign =
        Run.girdle("receive", name, "--into", dir.resolve("elsewhere"), "--trust", other + ".pub")
            .go();
    assertThat(foreign.status()).isEqualTo(1);
    assertThat(foreign.err()).contains("and not by a trusted key", "Nothing was received");
    assertThat(dir.resolve("elsewhere")).doesNotExist();
    Result unsigned = Run.girdle("deliver", folder("1.4.0"), name + "@1.4.1").go();
    assertThat(unsigned.status()).isEqualTo(2);
    assertThat(unsigned.err()).contains("that is signed", "--sign KEY");
    Result amended =
        Run.girdle("deliver", name + "@1.4.0", "--title", "Tide Book", "--sign", key).well();
    assertThat(amended.out()).contains("Said anew: ", "girdle releases " + name + "@1.4.0");
    assertThat(Run.girdle("releases", name + "@1.4.0").well().out())
        .contains("title ", "Tide Book", "not verified");
    assertThat(Run.girdle("receive", "--into", into).well().out())
        .contains("it lay here already", "Current: 1.4.1 in ", "before it was 1.4.0");
  }

  private static String tides(Path program) {
    return Run.of(program, "north-quay", "2026-03-14").well().out();
  }

  /** What differs between the two, compressed file by file. */
  private static long changedBytes() throws IOException {
    long bytes = 0;
    try (Stream<Path> all = Files.walk(folder("1.4.1"))) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        Path older = folder("1.4.0").resolve(folder("1.4.1").relativize(file));
        if (Files.mismatch(file, older) >= 0) {
          bytes += Zstd.compress(Files.readAllBytes(file)).length;
        }
      }
    }
    return bytes;
  }

  /**
   * One changed class moves under a twentieth, also where compression could hide what is the same.
   */
  @ParameterizedTest
  @ValueSource(strings = {"executable", "archive"})
  void compressionHidesNothing(String form) throws IOException {
    Object[] runtime =
        form.equals("archive") ? new Object[0] : new Object[] {"--runtime", "trimmed"};
    String name = dir.resolve("releases").toString();
    Path older = seal(demo, "1.4.0", form, runtime);
    Path newer = seal(changed, "1.4.1", form, runtime);
    Run.girdle("deliver", older, name).well();
    Path into = dir.resolve("into");
    JsonNode first =
        JsonIT.valid("receive", Run.girdle("receive", name, "--into", into, "--json").well());
    Run.girdle("deliver", newer, name).well();
    JsonNode next = JsonIT.valid("receive", Run.girdle("receive", "--into", into, "--json").well());
    assertThat(next.path("fetchedBytes").asLong())
        .isLessThan(first.path("fetchedBytes").asLong() / 20);
    assertThat(into.resolve("current").resolve(newer.getFileName())).hasSameBinaryContentAs(newer);
  }

  /** A kill at any moment leaves releases whole, and the next try goes well. */
  @Test
  void aKillWhilePlacingLeavesNothingHalf() throws Exception {
    String name = dir.resolve("releases").toString();
    Run.girdle("deliver", folder("1.4.0"), name).well();
    Path into = dir.resolve("into");
    Run.girdle("receive", name, "--into", into).well();
    Run.girdle("deliver", folder("1.4.1"), name).well();
    Random random = new Random(11);
    int killed = 0;
    for (int i = 0; i < 12; i++) {
      Process process =
          new ProcessBuilder(receiveAgain(into))
              .redirectErrorStream(true)
              .redirectOutput(ProcessBuilder.Redirect.DISCARD)
              .start();
      if (!process.waitFor(300 + random.nextInt(1500), TimeUnit.MILLISECONDS)) {
        process.destroyForcibly().waitFor();
        killed++;
      }
      String current = Files.readSymbolicLink(into.resolve("current")).toString();
      assertThat(current).isIn("1.4.0", "1.4.1");
      for (String release : List.of("1.4.0", "1.4.1")) {
        if (Files.exists(into.resolve(release))) {
          Run.girdle("check", into.resolve(release)).well();
        }
      }
      if (current.equals("1.4.1")) {
        Run.girdle("receive", "--into", into, "--back").well();
        Folders.delete(into.resolve("1.4.1"));
      }
    }
    assertThat(killed).isPositive();
    Run.girdle("receive", "--into", into).well();
    try (Stream<Path> all = Files.list(into)) {
      assertThat(all.map(p -> p.getFileName().toString()))
          .containsExactlyInAnyOrder(".girdle", "current", "1.4.0", "1.4.1");
    }
  }

  private static List<String> receiveAgain(Path into) {
    String lib = System.getProperty("girdle.lib") + File.separator + "*";
    return List.of(
        Run.JAVA.toString(),
        "-cp",
        System.getProperty("girdle.jar") + File.pathSeparator + lib,
        "dev.girdle.cli.Main",
        "receive",
        "--into",
        into.toString());
  }

  /** The system writes no more of a file than so much: as if the disk became full just then. */
  @Test
  void aDiskThatBecomesFullChangesNothing() throws IOException {
    String name = dir.resolve("releases").toString();
    Run.girdle("deliver", folder("1.4.0"), name).well();
    Path into = dir.resolve("into");
    Run.girdle("receive", name, "--into", into).well();
    Run.girdle("deliver", folder("1.4.1"), name).well();
    List<Object> words = new ArrayList<>(List.of("sh", "-c", "ulimit -f 20000; exec \"$@\"", "sh"));
    words.addAll(receiveAgain(into));
    Result cut = Run.of(words.toArray()).go();
    assertThat(cut.status()).isEqualTo(3);
    assertThat(cut.err()).contains("cannot receive into " + into, "What was there is as it was");
    assertThat(Files.readSymbolicLink(into.resolve("current")).toString()).isEqualTo("1.4.0");
    try (Stream<Path> all = Files.list(into)) {
      assertThat(all.map(p -> p.getFileName().toString()))
          .containsExactlyInAnyOrder(".girdle", "current", "1.4.0");
    }
    Run.girdle("receive", "--into", into).well();
  }

  /** A disk that is full from the start. */
  @Test
  void aFullDiskChangesNothing() throws IOException {
    assumeTrue(
        Run.has("mount") && System.getProperty("user.name").equals("root"),
        "skipped: only root can make small disks");
    String name = dir.resolve("releases").toString();
    Run.girdle("deliver", folder("1.4.0"), name).well();
    Path disk = Files.createDirectory(dir.resolve("disk"));
    Result mounted = Run.of("mount", "-t", "tmpfs", "-o", "size=40m", "none", disk).go();
    assumeTrue(mounted.status() == 0, "skipped: no disk can be mounted here");
    try {
      Result full = Run.girdle("receive", name, "--into", disk.resolve("into")).go();
      assertThat(full.status()).isEqualTo(3);
      assertThat(full.err()).contains("there is no room for the release", "as it was");
      assertThat(disk).isEmptyDirectory();
    } finally {
      Run.of("umount", disk).go();
    }
  }

  @Test
  void whatCannotBeReceivedIsSaid() {
    Path into = dir.resolve("into");
    Result nothing = Run.girdle("receive", "--into", into).go();
    assertThat(nothing.status()).isEqualTo(2);
    assertThat(nothing.err()).contains("nothing was received into", "girdle receive DEPOT/NAME");
    assertThat(Run.girdle("receive", "--into", into, "--back").go().err())
        .contains("is not there, so nothing was received into it");
    assertThat(Run.girdle("receive", demo.resolve("girdle.yaml"), "--into", into).go().err())
        .contains("is no image layout");
    assertThat(Run.girdle("deliver", "localhost:1/x").go().err())
        .contains("nothing is to be delivered");
    assertThat(into).doesNotExist();
  }
}
