package dev.girdle.rehearse;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.java.observe.JavaObservation;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.LeftOutEntry;
import dev.girdle.record.ArtifactRecord.MissingEntry;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What programs say when they miss something, in their own words, and what becomes of it. */
class CausesTest {
  @TempDir Path dir;

  private List<Diagnosis> of(String... lines) {
    ArtifactRecord content =
        new ArtifactRecord(
            ArtifactRecord.FORMAT,
            "java",
            "0.1.0",
            "tidebook",
            "1.0",
            null,
            null,
            null,
            null,
            null,
            null,
            false,
            "folder",
            "x.Y",
            List.of(),
            "classes",
            null,
            new ArtifactRecord.RuntimeEntry(
                "Java",
                ">=17",
                "x",
                List.of(),
                "trimmed",
                "Java 17",
                Map.of("java.base", "x.Y calls it"),
                Map.of("jdk.charsets", "only services ask")),
            List.of(),
            List.of(new ArtifactRecord.FileEntry("lib/tidebook.jar", 1, "00", null, null, "x")),
            List.of(
                new LeftOutEntry("tides.jar", "t/Tide.class", 7, "nothing needs it"),
                new LeftOutEntry("tides.jar", "n/libtide.so", 7, "for another system"),
                new LeftOutEntry("tides.jar", "t/words_de.properties", 7, "nothing needs it"),
                new LeftOutEntry(
                    "moons.jar", null, 7, "--never moons.jar", List.of("", "m/a", "m/b")),
                new LeftOutEntry("stars.jar", null, 7, "nothing needs it", List.of("m/b")),
                new LeftOutEntry("berths.txt", null, 7, "survey: other file")),
            List.of(
                new MissingEntry("r.Radio", "soft", "x.Y.tune, line 3, calls r.Radio", 1, true)),
            List.of());
    return Causes.of(
        List.of(lines),
        new RehearsedArtifact(dir, content),
        Set.of(),
        Set.of(),
        Optional.of(new JavaObservation()));
  }

  private Diagnosis one(String... lines) throws IOException {
    Files.createDirectories(dir.resolve("lib"));
    Files.writeString(dir.resolve("lib/tidebook.jar"), "there");
    List<Diagnosis> found = of(lines);
    assertThat(found).hasSize(1);
    return found.get(0);
  }

  @Test
  void aClassThatWasPrunedFromAJarThatIsThere() throws IOException {
    String said = "Exception in thread \"main\" java.lang.NoClassDefFoundError: t/Tide";
    Diagnosis found = one(said, "Caused by: java.lang.ClassNotFoundException: t.Tide");
    assertThat(found.said()).isEqualTo(said);
    assertThat(found.cause())
        .isEqualTo("the class t.Tide of tides.jar was left out: nothing needs it");
    assertThat(found.mend()).isEqualTo("contents:\n  always: [t.Tide]");
  }

  @Test
  void aClassOfAComponentThatWasLeftOutWhole() throws IOException {
    assertThat(one("java.lang.ClassNotFoundException: m.a.Moon").cause())
        .isEqualTo("the class m.a.Moon lies in moons.jar, left out: --never moons.jar");
    assertThat(one("java.lang.ClassNotFoundException: m.b.Star").cause())
        .startsWith("the class m.b.Star lies in one of moons.jar, stars.jar, left out");
  }

  @Test
  void aClassThatWasMissingAlready() throws IOException {
    Diagnosis found = one("java.lang.ClassNotFoundException: r.Radio");
    assertThat(found.cause())
        .isEqualTo(
            "the class r.Radio was missing already when it was sealed, which the plan accepts:"
                + " x.Y.tune, line 3, calls r.Radio");
    assertThat(found.mend()).contains("with: [what has r.Radio]");
  }

  @Test
  void aClassOfNobody() throws IOException {
    assertThat(one("java.lang.ClassNotFoundException: z.None").cause())
        .isEqualTo("the class z.None is in no component that was handed over");
  }

  @Test
  void whatJavaItselfHasNotGot() throws IOException {
    assertThat(one("java.lang.ClassNotFoundException: java.sql.Driver").mend())
        .isEqualTo("contents:\n  always: [java.sql]");
    assertThat(one("java.lang.ClassNotFoundException: java.util.concurrent.Phaser").mend())
        .isEqualTo("contents:\n  always: [java.util.concurrent.Phaser]");
    assertThat(one("java.lang.module.FindException: Module jdk.charsets not found").cause())
        .isEqualTo("the module jdk.charsets was left out: only services ask");
  }

  @Test
  void nativeLibraries() throws IOException {
    assertThat(
            one("java.lang.UnsatisfiedLinkError: no tide in java.library.path: /usr/lib").cause())
        .isEqualTo("the native library n/libtide.so of tides.jar was left out: for another system");
    assertThat(
            one("libfog.so.3: cannot open shared object file: No such file or directory").cause())
        .contains("libfog.so.3 is not in the artifact, and a stranger's machine may not have it");
  }

  @Test
  void files() throws IOException {
    assertThat(
            one("java.util.MissingResourceException: Can't find bundle for base name t.words, locale de")
                .cause())
        .contains("the file t/words_de.properties of tides.jar was left out");
    Diagnosis beside = one("java.io.FileNotFoundException: berths.txt (No such file or directory)");
    assertThat(beside.cause())
        .isEqualTo(
            "the file berths.txt lies beside the program and did not go in: survey: other file");
    assertThat(beside.mend())
        .isEqualTo("contents:\n  files:\n  - from: berths.txt\n    to: berths.txt");
    assertThat(one("java.nio.file.NoSuchFileException: /srv/data/tides.csv").mend())
        .isEqualTo("contents:\n  files:\n  - from: /srv/data/tides.csv\n    to: tides.csv");
  }

  @Test
  void allThatIsSaidIsToldAtOnce() throws IOException {
    Files.createDirectories(dir.resolve("lib"));
    Files.writeString(dir.resolve("lib/tidebook.jar"), "there");
    assertThat(
            of(
                "java.lang.ClassNotFoundException: t.Tide",
                "java.nio.file.NoSuchFileException: /srv/a",
                "\tat x.Y.main(Y.java:3)",
                "no tide in java.library.path"))
        .hasSize(3);
    assertThat(of("all is well", "at 12:09 low water")).isEmpty();
  }

  @Test
  void anArtifactThatLostAFileIsToBlameItself() {
    List<Diagnosis> found = of("java.lang.ClassNotFoundException: z.None");
    assertThat(found)
        .extracting(Diagnosis::cause)
        .containsExactly(
            "the artifact has lost its file lib/tidebook.jar; seal it again",
            "the class z.None may have been in what is lost");
  }
}
