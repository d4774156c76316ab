package dev.girdle.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
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
    try (Output output = Output.at(place)) {
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
    try (Output output = Output.at(place)) {
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
              try (Output output = Output.at(place)) {
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
    try (Output output = Output.at(place)) {
      Files.writeString(output.work(), "new");
      output.moveIn();
    }
    assertThat(precious.resolve("letter")).hasContent("mine");
  }

  @Test
  void aPlaceThatCannotBeIsTheMachinesMatter() throws IOException {
    Path file = Files.writeString(dir.resolve("file"), "");
    assertThatThrownBy(() -> Output.at(file.resolve("below/artifact")))
        .isInstanceOfSatisfying(
            GirdleException.class, e -> assertThat(e.fault()).isEqualTo(Fault.MACHINE))
        .hasMessageContaining("cannot write");
  }

  @Test
  void foldersAreListedInOrderWithTheirLinksAndWithoutLoops() throws IOException {
    Path real = Files.createDirectories(dir.resolve("tree/b"));
    Files.writeString(real.resolve("z.txt"), "z");
    Files.writeString(dir.resolve("tree/a.txt"), "a");
    Files.createSymbolicLink(real.resolve("up"), dir.resolve("tree"));
    Files.createSymbolicLink(dir.resolve("tree/c.txt"), dir.resolve("tree/a.txt"));
    Files.createSymbolicLink(dir.resolve("tree/broken"), dir.resolve("nowhere"));
    Files.createDirectory(dir.resolve("tree/closed"));
    Files.writeString(dir.resolve("tree/closed/x"), "");
    FolderTree tree = FolderTree.of(dir.resolve("tree"), p -> !p.equals("closed"));
    assertThat(tree.files())
        .extracting(TreeFile::path)
        .containsExactly("a.txt", "b/z.txt", "c.txt");
    assertThat(tree.folders()).containsExactly("b/", "closed/");
  }

  @Test
  void aPartOfATreeHasPathsOfItsOwn() throws IOException {
    Files.createDirectories(dir.resolve("in/deep"));
    Files.writeString(dir.resolve("in/deep/a.txt"), "a");
    Files.writeString(dir.resolve("in/b.class"), "b");
    Files.writeString(dir.resolve("out.txt"), "o");
    SubTree part = SubTree.of(FolderTree.of(dir, p -> true), "in/", p -> p.endsWith(".txt"));
    assertThat(part.files()).extracting(TreeFile::path).containsExactly("deep/a.txt");
    assertThat(part.folders()).containsExactly("deep/");
  }

  @Test
  void contentIsReadUpToALimit() {
    Content content = Content.of(new byte[10]);
    assertThatThrownBy(() -> content.bytes(9))
        .hasMessageContaining("has 10 bytes, more than the 9");
  }
}
