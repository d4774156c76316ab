package dev.girdle.java.library;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.ecosystem.Progress;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class LibraryIndexTest {
  @TempDir Path dir;
  private final List<String> read = new ArrayList<>();

  private LibraryIndex index() throws IOException {
    Progress counting = (what, done, total) -> read.add(what);
    return LibraryIndex.of(dir.resolve("repository"), dir.resolve("cache"), counting);
  }

  private Path jar(String path, String... classes) throws IOException {
    Jar jar = new Jar();
    for (String name : classes) {
      jar.with(name.replace('.', '/') + ".class", "");
    }
    return jar.write(dir.resolve("repository").resolve(path));
  }

  @Test
  void findsClassesAndReadsOnlyWhatChanged() throws IOException {
    Path first = jar("t/a/1/a-1.jar", "a.One", "a.One$Inner", "a.Two");
    jar("t/b/1/b-1.jar", "a.Two");
    jar("t/b/1/b-1-sources.jar", "a.Source");
    Files.writeString(dir.resolve("repository/t/b/1/broken-1.jar"), "no jar");
    assertThat(index().find(List.of("a.One$Other", "a.Two", "a.Source", "a.None")))
        .containsOnlyKeys("a.One$Other", "a.Two")
        .containsEntry("a.Two", List.of("t/a/1/a-1.jar", "t/b/1/b-1.jar"));
    assertThat(read).hasSize(3);
    read.clear();
    assertThat(index().find(List.of("a.One"))).containsKey("a.One");
    assertThat(read).isEmpty();
    jar("t/a/1/a-1.jar", "a.Three");
    Files.setLastModifiedTime(first, FileTime.fromMillis(1_000_000));
    Files.delete(dir.resolve("repository/t/b/1/b-1.jar"));
    assertThat(index().find(List.of("a.One", "a.Two", "a.Three"))).containsOnlyKeys("a.Three");
    assertThat(read).hasSize(1);
  }

  @Test
  void aReleaseCanHoldItsClassesInAnotherFile() throws IOException {
    jar("t/a/1/a-1.jar", "a.One");
    jar("t/a/1/a-1-native.jar");
    jar("t/a/2/a-2.jar");
    assertThat(index().releaseHoldsCode("t/a/1/a-1-native.jar")).isTrue();
    assertThat(index().releaseHoldsCode("t/a/2/a-2.jar")).isFalse();
  }

  @Test
  void aDamagedIndexIsMadeAgain() throws IOException {
    jar("t/a/1/a-1.jar", "a.One");
    index();
    Path file = dir.resolve("cache/classes-of-libraries");
    byte[] bytes = Files.readAllBytes(file);
    Files.write(file, java.util.Arrays.copyOf(bytes, bytes.length / 2));
    assertThat(index().find(List.of("a.One"))).containsKey("a.One");
    assertThat(index().find(List.of("a.One"))).containsKey("a.One");
  }

  @Test
  void withoutARepositoryNothingIsKnown() throws IOException {
    assertThat(index().find(List.of("a.One"))).isEmpty();
  }
}
