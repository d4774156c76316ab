package dev.girdle.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Folders that one process works in, and files that are whole or not there. */
class TemporaryFolderTest {
  private final String name = "girdle-test-" + UUID.randomUUID();

  @TempDir Path dir;

  @Test
  void isClosedToOthersAndGoneWhenItIsClosed() throws IOException {
    Path path;
    try (TemporaryFolder folder = TemporaryFolder.called(name)) {
      path = folder.path();
      assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(path)))
          .isEqualTo("rwx------");
      Path inner = Files.createDirectories(path.resolve("a/b"));
      Files.writeString(inner.resolve("file"), "");
      Files.setPosixFilePermissions(inner, PosixFilePermissions.fromString("r-x------"));
    }
    assertThat(path).doesNotExist();
  }

  @Test
  void whileOneIsWorkedInAnotherGetsAnotherName() throws IOException {
    try (TemporaryFolder first = TemporaryFolder.called(name);
        TemporaryFolder second = TemporaryFolder.called(name)) {
      assertThat(first.path()).hasFileName(name);
      assertThat(second.path()).hasFileName(name + "-1");
      assertThat(first.path()).exists();
    }
  }

  @Test
  void whatAKilledProcessHasLeftIsClearedAwayAndItsNameUsedAgain() throws IOException {
    Path left;
    try (TemporaryFolder folder = TemporaryFolder.called(name)) {
      left = folder.path(); // only to learn the place
    }
    Files.createDirectory(left);
    Files.setPosixFilePermissions(left, PosixFilePermissions.fromString("rwx------"));
    Files.writeString(left.resolve("lock"), "of a process that was killed");
    Files.writeString(left.resolve("rubbish"), "");
    try (TemporaryFolder folder = TemporaryFolder.called(name)) {
      assertThat(folder.path()).isEqualTo(left);
      assertThat(left.resolve("rubbish")).doesNotExist();
    }
  }

  @Test
  void whatWasJustMadeAndIsNotLockedYetIsLeftAlone() throws IOException {
    Path young = Files.createDirectory(dir.resolve("young"));
    Files.setPosixFilePermissions(young, PosixFilePermissions.fromString("rwx------"));
    Path inside = Files.writeString(young.resolve("inside"), "");
    assertThat(ClaimedFolder.leftBehind(young)).isEmpty();
    assertThat(inside).exists();
    Files.setLastModifiedTime(young, FileTime.from(Instant.now().minus(Duration.ofHours(1))));
    try (ClaimedFolder claimed = ClaimedFolder.leftBehind(young).orElseThrow()) {
      assertThat(claimed.path()).isEqualTo(young);
    }
    assertThat(young).doesNotExist();
  }

  @Test
  void aFileOfACacheIsTheOldOneOrTheNewOneAndNothingIsLeft() throws IOException {
    Path file = dir.resolve("cache/index");
    WholeFile.write(file, new byte[] {1});
    Path old = Files.writeString(dir.resolve("cache/.index.0123abcd.part"), "killed");
    Path young = Files.writeString(dir.resolve("cache/.index.4567abcd.part"), "at work");
    Files.setLastModifiedTime(old, FileTime.from(Instant.now().minus(Duration.ofHours(2))));
    assertThatThrownBy(
            () ->
                WholeFile.write(
                    file,
                    work -> {
                      Files.writeString(work, "half");
                      throw new IOException("no room");
                    }))
        .hasMessage("no room");
    assertThat(file).hasBinaryContent(new byte[] {1});
    assertThat(old).doesNotExist();
    assertThat(young).exists();
    assertThat(WholeFile.write(file, work -> false)).isFalse();
    assertThat(file.getParent().toFile().list()).containsOnly("index", young.toFile().getName());
  }
}
