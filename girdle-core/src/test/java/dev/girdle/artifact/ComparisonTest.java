package dev.girdle.artifact;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.artifact.Comparison.Change;
import dev.girdle.artifact.Comparison.Fact;
import dev.girdle.artifact.Comparison.Kind;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.ComponentEntry;
import dev.girdle.record.ArtifactRecord.FileEntry;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

class ComparisonTest {
  private static ComponentEntry component(String name, String release, long bytes) {
    String file = name + (release == null ? "" : "-" + release) + ".jar";
    return new ComponentEntry(
        file, file, release, null, List.of(), "library", bytes, 9, 3, "called by a.Main");
  }

  private static FileEntry file(String path, String component, String digest, long bytes) {
    return new FileEntry(path, bytes, digest, null, component, "because");
  }

  private static ArtifactRecord artifact(
      String release, List<FileEntry> files, ComponentEntry... components) {
    return new ArtifactRecord(
        ArtifactRecord.FORMAT,
        "java",
        "0.1.0",
        "tidebook",
        release,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        "folder",
        "a.Main",
        List.of(),
        "components",
        null,
        new ArtifactRecord.RuntimeEntry(
            "Java", ">=17", "x", List.of("java.base"), null, null, null, null),
        Arrays.asList(components),
        files,
        List.of(),
        List.of(),
        List.of());
  }

  @Test
  void aNewReleaseOfALibraryIsTheSameLibrary() {
    Comparison found =
        Comparison.of(
            artifact(
                "1.4",
                List.of(file("lib/a-1.0.jar", "a-1.0.jar", "11", 100), file("x", null, "1", 5)),
                component("a", "1.0", 100),
                component("gone", "3", 70),
                component("same", null, 10)),
            artifact(
                "1.5",
                List.of(file("lib/a-1.1.jar", "a-1.1.jar", "22", 150), file("x", null, "1", 5)),
                component("a", "1.1", 150),
                component("new", "1", 30),
                component("same", null, 10)),
            1000,
            1100);
    assertThat(found.components())
        .containsExactly(
            new Change(Kind.CHANGED, "a-1.1.jar", "1.0 to 1.1", 100, 150),
            new Change(Kind.ADDED, "new-1.jar", "called by a.Main", 0, 30),
            new Change(Kind.GONE, "gone-3.jar", "", 70, 0));
    assertThat(found.files())
        .containsExactly(new Change(Kind.CHANGED, "lib/a-1.1.jar", "was lib/a-1.0.jar", 100, 150));
    assertThat(found.same()).isEqualTo(1);
    assertThat(found.growth()).isEqualTo(0.1);
    assertThat(found.facts()).containsExactly(new Fact("release", "1.4", "1.5"));
  }

  @Test
  void nothingDiffersFromItself() {
    ArtifactRecord one =
        artifact(
            "1", List.of(file("x", null, "1", 5)), component("a", "1", 3), component("a", "2", 3));
    Comparison found = Comparison.of(one, one, 9, 9);
    assertThat(found.components()).isEmpty();
    assertThat(found.files()).isEmpty();
    assertThat(found.facts()).isEmpty();
    assertThat(found.same()).isEqualTo(2);
    assertThat(found.growth()).isZero();
  }
}
