package dev.girdle.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ZipTreeTest {
  @TempDir Path dir;

  private ZipTree open(Path file) throws IOException {
    return ZipTree.open(FolderTree.content(file), file.getFileName().toString());
  }

  @ParameterizedTest
  @ValueSource(strings = {"../../x", "/etc/passwd", "a/../../x", "C:\\x", "..\\x", "a/..\\..\\x"})
  void refusesNamesThatLeadOut(String name) throws IOException {
    Path jar = new Jar().with("fine.txt", "fine").with(name, "evil").write(dir.resolve("evil.jar"));
    assertThatThrownBy(() -> open(jar))
        .isInstanceOfSatisfying(
            GirdleException.class, e -> assertThat(e.fault()).isEqualTo(Fault.APPLICATION))
        .extracting(e -> e.getMessage().replace('\\', '/'))
        .asString()
        .contains("evil.jar: entry " + name.replace('\\', '/'));
  }

  @Test
  void tellsAllThatIsWrongAtOnceAndKeepsControlCharactersToItself() throws IOException {
    Path jar = new Jar().with("../a", "").with("../b\u001b[2J", "").write(dir.resolve("evil.jar"));
    assertThatThrownBy(() -> open(jar))
        .hasMessageContaining("../a")
        .hasMessageContaining("../b?[2J");
  }

  @Test
  void refusesAnArchiveThatWasCutOff() throws IOException {
    Path jar = new Jar().with("a.txt", "a".repeat(5000)).write(dir.resolve("a.jar"));
    byte[] bytes = Files.readAllBytes(jar);
    Files.write(jar, Arrays.copyOf(bytes, bytes.length / 2));
    assertThatThrownBy(() -> open(jar))
        .hasMessageContaining("a.jar is damaged")
        .hasMessageContaining("cut off");
  }

  @Test
  void refusesWhatIsNoArchive() throws IOException {
    Path text = Files.writeString(dir.resolve("notes.jar"), "just notes");
    assertThatThrownBy(() -> open(text)).hasMessageContaining("is not a jar");
    Path empty = Files.createFile(dir.resolve("empty.jar"));
    assertThatThrownBy(() -> open(empty)).hasMessageContaining("empty file");
  }

  @Test
  void refusesTwoDifferentEntriesOfOneNameAndForgivesTwoThatAreTheSame() throws IOException {
    Path different = renamed(new Jar().with("a.txt", "one").with("b.txt", "two"), "different.jar");
    assertThatThrownBy(() -> open(different))
        .hasMessageContaining("two entries have the name a.txt");
    try (ZipTree same =
        open(renamed(new Jar().with("a.txt", "one").with("b.txt", "one"), "s.jar"))) {
      assertThat(same.files()).hasSize(1);
      assertThat(same.notices()).singleElement().asString().contains("a.txt is there twice");
    }
  }

  /** The JDK's writer makes no doubles, so a name is changed afterwards. */
  private Path renamed(Jar jar, String name) throws IOException {
    Path file = jar.write(dir.resolve(name));
    String bytes = Files.readString(file, StandardCharsets.ISO_8859_1);
    return Files.writeString(file, bytes.replace("b.txt", "a.txt"), StandardCharsets.ISO_8859_1);
  }

  @Test
  void refusesAnEntryThatUnpacksPastAnySense() throws IOException {
    Path jar = new Jar().with("zeros", new byte[100 << 20]).write(dir.resolve("bomb.jar"));
    assertThatThrownBy(() -> open(jar)).hasMessageContaining("no real file does");
  }

  @Test
  void givesNoMoreBytesThanTheDirectoryPromises() throws IOException {
    Path jar = new Jar().with("a.txt", "x".repeat(1000)).write(dir.resolve("liar.jar"));
    byte[] bytes = Files.readAllBytes(jar);
    int directory = new String(bytes, StandardCharsets.ISO_8859_1).indexOf("PK\u0001\u0002");
    bytes[directory + 24] = 10; // the size, uncompressed
    bytes[directory + 25] = 0;
    Files.write(jar, bytes);
    try (ZipTree tree = open(jar)) {
      Content liar = tree.files().get(0).content();
      assertThatThrownBy(() -> Sha256.of(liar)).hasMessageContaining("more than it promises");
    }
  }

  @Test
  void readsArchivesInArchivesStoredOrCompressed() throws IOException {
    byte[] inner = Files.readAllBytes(new Jar().with("in.txt", "inside").write(dir.resolve("in")));
    for (Jar outer : new Jar[] {new Jar().stored(), new Jar()}) {
      Path file = outer.with("lib/in.jar", inner).with("pad", "pad").write(dir.resolve("out.jar"));
      try (ZipTree tree = open(file);
          ZipTree nested = ZipTree.open(tree.files().get(0).content(), "in.jar")) {
        assertThat(nested.files()).extracting(TreeFile::path).containsExactly("in.txt");
        byte[] bytes = nested.files().get(0).content().bytes(100);
        assertThat(bytes).asString(StandardCharsets.UTF_8).isEqualTo("inside");
      }
    }
  }

  @Test
  void entriesBehindADamagedOneOfTheDirectoryAreNotLostInSilence() throws IOException {
    Path jar = new Jar().with("a", "1").with("b", "2").with("c", "3").write(dir.resolve("a.jar"));
    byte[] bytes = Files.readAllBytes(jar);
    int found = 0;
    for (int at = 0; at < bytes.length - 4 && found < 2; at++) {
      if (bytes[at] == 'P' && bytes[at + 1] == 'K' && bytes[at + 2] == 1 && bytes[at + 3] == 2) {
        found++;
        bytes[at] = (byte) (found == 2 ? 'Q' : 'P'); // the signature of the second
      }
    }
    Files.write(jar, bytes);
    assertThatThrownBy(() -> ZipTree.open(FolderTree.content(jar), "a.jar"))
        .hasMessageContaining("a.jar is damaged: of 3 entries of its directory, 1 can be read");
  }

  @Test
  void anEntryWithoutAHeaderBeforeItsBytesIsDamaged() throws IOException {
    Path jar = new Jar().with("a", "1").with("b", "2").write(dir.resolve("a.jar"));
    byte[] bytes = Files.readAllBytes(jar);
    bytes[3] = 9; // of the signature
    Files.write(jar, bytes);
    try (ZipTree tree = ZipTree.open(FolderTree.content(jar), "a.jar")) {
      assertThatThrownBy(() -> tree.files().get(0).content().bytes(10))
          .hasMessageContaining(
              "a.jar: entry a is damaged: its bytes are not where they should be");
      assertThat(tree.files().get(1).content().bytes(10)).hasSize(1);
    }
  }
}
