package dev.girdle.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.ecosystem.Ecosystems;
import dev.girdle.java.runtime.JavaHome;
import dev.girdle.testing.Jar;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.zip.GZIPOutputStream;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.archivers.tar.TarConstants;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ShelfTest {
  private static final String RELEASE =
      "IMPLEMENTOR=\"Harbour office\"\nJAVA_VERSION=\"21.0.4\"\nOS_ARCH=\"aarch64\"\n"
          + "OS_NAME=\"Linux\"\n";

  @TempDir Path dir;
  private Shelf shelf;

  @BeforeEach
  void shelf() {
    shelf = Shelf.of(Map.of("XDG_DATA_HOME", dir.resolve("data").toString()));
  }

  private JavaHome add(Path source) {
    return JavaHome.of(
        shelf.add(
            source,
            Ecosystems.installed().all().stream().flatMap(e -> e.runtimes().stream()).toList()));
  }

  private interface Entries {
    void writeTo(TarArchiveOutputStream tar) throws IOException;
  }

  private Path tar(Entries entries) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (TarArchiveOutputStream tar =
        new TarArchiveOutputStream(new GZIPOutputStream(bytes), "UTF-8")) {
      entries.writeTo(tar);
    }
    return Files.write(dir.resolve("jdk.tar.gz"), bytes.toByteArray());
  }

  private static void add(TarArchiveOutputStream tar, String name, String text, int mode)
      throws IOException {
    byte[] content = text.getBytes(StandardCharsets.UTF_8);
    TarArchiveEntry entry = new TarArchiveEntry(name, true);
    entry.setSize(content.length);
    entry.setMode(mode);
    tar.putArchiveEntry(entry);
    tar.write(content);
    tar.closeArchiveEntry();
  }

  private static void link(TarArchiveOutputStream tar, String name, String to) throws IOException {
    TarArchiveEntry entry = new TarArchiveEntry(name, TarConstants.LF_SYMLINK);
    entry.setLinkName(to);
    tar.putArchiveEntry(entry);
    tar.closeArchiveEntry();
  }

  private static void runtime(TarArchiveOutputStream tar) throws IOException {
    add(tar, "jdk-21/release", RELEASE, 0100644);
    add(tar, "jdk-21/lib/modules", "image", 0100644);
    add(tar, "jdk-21/bin/java", "code", 0100755);
    add(tar, "jdk-21/legal/java.base/LICENSE", "licence", 0100644);
  }

  @Test
  void takesAnArchiveAsItsBuildersPackIt() throws IOException {
    Path archive =
        tar(
            t -> {
              runtime(t);
              link(t, "jdk-21/legal/java.xml/LICENSE", "../java.base/LICENSE");
            });
    JavaHome home = add(archive);
    assertThat(home.title()).isEqualTo("Java 21.0.4 of Harbour office");
    assertThat(home.target().orElseThrow().text()).isEqualTo("linux-arm64");
    assertThat(home.folder().getFileName()).hasToString("java-21.0.4-Harbour-office-linux-arm64");
    assertThat(home.folder().resolve("bin/java")).isExecutable();
    assertThat(home.folder().resolve("legal/java.xml/LICENSE")).hasContent("licence");
    assertThat(Files.isSymbolicLink(home.folder().resolve("legal/java.xml/LICENSE"))).isFalse();
    assertThat(shelf.folders()).containsExactly(home.folder());
    assertThat(shelf.folder()).isDirectoryNotContaining("glob:**/.*");
    assertThatThrownBy(() -> add(archive)).hasMessageContaining("is on the shelf already");
    assertThat(shelf.folder()).isDirectoryNotContaining("glob:**/.*");
  }

  @Test
  void takesAZipAndAFolder() throws IOException {
    Path zip =
        new Jar()
            .with("jdk/Contents/Home/release", RELEASE.replace("aarch64", "x86_64"))
            .with("jdk/Contents/Home/lib/modules", "image")
            .write(dir.resolve("jdk.zip"));
    JavaHome unzipped = add(zip);
    assertThat(unzipped.target().orElseThrow().text()).isEqualTo("linux-x64");
    Path folder = Files.createDirectories(dir.resolve("jdk/lib")).getParent();
    Files.writeString(folder.resolve("release"), RELEASE);
    Files.writeString(folder.resolve("lib/modules"), "image");
    assertThat(add(folder).target().orElseThrow().text()).isEqualTo("linux-arm64");
    assertThat(shelf.folders()).hasSize(2);
  }

  @Test
  void refusesWhatLeadsOutAndLeavesNothing() throws IOException {
    Path link =
        tar(
            t -> {
              runtime(t);
              link(t, "jdk-21/lib/evil", "../../../../etc/passwd");
            });
    assertThatThrownBy(() -> add(link)).hasMessageContaining("is a link that leads out");
    Path name =
        tar(
            t -> {
              runtime(t);
              add(t, "../outside", "x", 0100644);
            });
    assertThatThrownBy(() -> add(name)).hasMessageContaining("leads out of its folder");
    assertThat(dir.resolve("data/girdle/outside")).doesNotExist();
    Path none = tar(t -> add(t, "readme", "x", 0100644));
    assertThatThrownBy(() -> add(none)).hasMessageContaining("holds no runtime");
    assertThatThrownBy(() -> add(dir.resolve("nothing"))).hasMessageContaining("no such file");
    assertThat(shelf.folders()).isEmpty();
    assertThat(shelf.folder()).isEmptyDirectory();
  }
}
