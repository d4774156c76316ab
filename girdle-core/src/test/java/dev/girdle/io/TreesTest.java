package dev.girdle.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Folders as trees of files, parts of trees, and contents. */
class TreesTest {
  @TempDir Path dir;

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
    assertThat(tree.passedOver()).containsExactly(Map.entry("broken", "to nothing"));
  }

  @Test
  void linksThatLeadAroundInARingAreTold() throws IOException {
    Files.createSymbolicLink(dir.resolve("a"), Path.of("b"));
    Files.createSymbolicLink(dir.resolve("b"), Path.of("a"));
    FolderTree tree = FolderTree.of(dir, p -> true);
    assertThat(tree.files()).isEmpty();
    assertThat(tree.passedOver())
        .containsExactly(Map.entry("a", "around in a ring"), Map.entry("b", "around in a ring"));
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
