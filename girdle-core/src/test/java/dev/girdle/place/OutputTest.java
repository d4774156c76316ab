package dev.girdle.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OutputTest {
  @TempDir Path dir;

  private List<String> names() throws IOException {
    try (Stream<Path> files = Files.list(dir)) {
      return files.map(f -> f.getFileName().toString()).sorted().toList();
    }
  }

  @Test
  void appearsOnlyWhenItIsMovedIn() throws IOException {
    Path place = dir.resolve("artifact");
    try (Output output = Output.at(place, "--out")) {
      Files.writeString(output.work(), "new");
      assertThat(place).doesNotExist();
      output.moveIn();
    }
    assertThat(place).hasContent("new");
    assertThat(names()).containsExactly("artifact");
  }

  @Test
  void exchangesAFolderWhole() throws IOException {
    Path place = Files.createDirectory(dir.resolve("artifact"));
    Files.writeString(place.resolve("stale"), "old");
    try (Output output = Output.at(place, "--out", there -> true)) {
      Files.createDirectory(output.work());
      Files.writeString(output.work().resolve("fresh"), "new");
      output.moveIn();
    }
    assertThat(place.resolve("stale")).doesNotExist();
    assertThat(place.resolve("fresh")).hasContent("new");
    assertThat(names()).containsExactly("artifact");
  }

  @Test
  void whatFailsLeavesNothingAndTheOldInPlace() throws IOException {
    Path place = Files.writeString(dir.resolve("artifact"), "old");
    assertThatThrownBy(
            () -> {
              try (Output output = Output.at(place, "--out")) {
                Files.createDirectories(output.work().resolve("half/written"));
                throw new IOException("disk full");
              }
            })
        .hasMessage("disk full");
    assertThat(place).hasContent("old");
    assertThat(names()).containsExactly("artifact");
  }

  @Test
  void linksInAnOldFolderAreRemovedAndNotFollowed() throws IOException {
    Path precious = Files.createDirectory(dir.resolve("precious"));
    Files.writeString(precious.resolve("letter"), "mine");
    Path place = Files.createDirectory(dir.resolve("artifact"));
    Files.createSymbolicLink(place.resolve("link"), precious);
    try (Output output = Output.at(place, "--out", there -> true)) {
      Files.writeString(output.work(), "new");
      output.moveIn();
    }
    assertThat(precious.resolve("letter")).hasContent("mine");
  }

  @Test
  void whatAppearsInThePlaceMeanwhileIsLeftAsItIs() throws IOException {
    Path place = dir.resolve("artifact");
    for (boolean isFolder : List.of(true, false)) {
      try (Output output = Output.at(place, "--out")) {
        if (isFolder) {
          Files.createDirectory(output.work());
        } else {
          Files.writeString(output.work(), "new");
        }
        Files.createDirectories(place);
        Files.writeString(place.resolve("letter"), "mine");
        assertThatThrownBy(output::moveIn)
            .isInstanceOfSatisfying(
                GirdleException.class, e -> assertThat(e.fault()).isEqualTo(Fault.REQUEST))
            .hasMessageContaining("was made by somebody else in the meantime");
      }
      assertThat(place.resolve("letter")).hasContent("mine");
      assertThat(names()).containsExactly("artifact");
    }
  }

  @Test
  void aLinkThatLeadsNowhereIsNotWrittenOver() throws IOException {
    Path place = Files.createSymbolicLink(dir.resolve("artifact"), dir.resolve("nowhere"));
    try (Output output = Output.at(place, "--out")) {
      Files.writeString(output.work(), "new");
      assertThatThrownBy(output::moveIn).isInstanceOf(GirdleException.class);
    }
    assertThat(place).isSymbolicLink();
    assertThat(dir.resolve("nowhere")).doesNotExist();
  }

  @Test
  void whatMayBeReplacedIsAskedOfWhatLiesThereAtTheMomentOfMoving() throws IOException {
    Path place = Files.createDirectory(dir.resolve("artifact"));
    Files.writeString(place.resolve("made by us"), "");
    Output.Occupant occupant = there -> Files.exists(there.resolve("made by us"));
    try (Output output = Output.at(place, "--out", occupant)) {
      Files.createDirectory(output.work());
      Files.delete(place.resolve("made by us"));
      Files.writeString(place.resolve("letter"), "mine");
      assertThatThrownBy(output::moveIn).hasMessageContaining("left as it is");
    }
    assertThat(place.resolve("letter")).hasContent("mine");
  }

  @Test
  void ofManyWhoReplaceAFolderAtOnceEachFindsAWholeOne() throws Exception {
    Path place = dir.resolve("artifact");
    ExecutorService many = Executors.newFixedThreadPool(16);
    List<Future<?>> all = new ArrayList<>();
    for (int i = 0; i < 16; i++) {
      String content = "of " + i;
      all.add(
          many.submit(
              () -> {
                try (Output output = Output.at(place, "--out", there -> true)) {
                  Files.createDirectory(output.work());
                  Files.writeString(output.work().resolve("one"), content);
                  Files.writeString(output.work().resolve("two"), content);
                  output.moveIn();
                }
                return null;
              }));
    }
    for (Future<?> one : all) {
      one.get();
    }
    many.shutdown();
    assertThat(place.resolve("one")).hasSameTextualContentAs(place.resolve("two"));
    assertThat(names()).containsExactly("artifact");
  }

  @Test
  void whatAKilledProcessMovedAsideIsPutBackAndItsWorkRemoved() throws IOException {
    Path place = dir.resolve("artifact");
    Path left = Files.createDirectory(dir.resolve(".artifact.0123abcd.part"));
    Files.setPosixFilePermissions(left, PosixFilePermissions.fromString("rwx------"));
    Files.writeString(left.resolve("lock"), "of a process that was killed");
    Files.createDirectories(left.resolve("new/artifact"));
    Files.createDirectories(left.resolve("old/000"));
    Files.writeString(left.resolve("old/000/file"), "good");
    Output.recover(place);
    assertThat(place.resolve("file")).hasContent("good");
    assertThat(names()).containsExactly("artifact");
  }

  @Test
  void whatAnotherProcessIsAtWorkOnIsLeftAlone() throws IOException {
    Path place = dir.resolve("artifact");
    try (Output output = Output.at(place, "--out")) {
      Files.createDirectory(output.work());
      Output.recover(place);
      assertThat(output.work()).isDirectory();
    }
    Path open = Files.createDirectory(dir.resolve(".artifact.0123abcd.part"));
    Output.recover(place); // open to others: not made here
    assertThat(open).isDirectory();
  }

  @Test
  void aPlaceThatCannotBeIsTheMachinesMatter() throws IOException {
    Path file = Files.writeString(dir.resolve("file"), "");
    assertThatThrownBy(() -> Output.at(file.resolve("below/artifact"), "--out"))
        .isInstanceOfSatisfying(
            GirdleException.class, e -> assertThat(e.fault()).isEqualTo(Fault.MACHINE))
        .hasMessageContaining("cannot write");
  }
}
