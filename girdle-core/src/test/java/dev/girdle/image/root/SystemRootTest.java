package dev.girdle.image.root;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import dev.girdle.app.Target;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.layout.LayoutFile;
import dev.girdle.system.SystemPackage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * What real native code is linked with, from this machine's root folder and from one of our own.
 */
class SystemRootTest {
  private static final Path JAVA = Path.of(System.getProperty("java.home"), "bin", "java");

  @TempDir Path dir;
  private Target target;
  private Map<String, Content> code;

  @BeforeEach
  void requireLinux() {
    Optional<Target> here = Target.ofThisMachine().filter(t -> t.system().equals("linux"));
    assumeTrue(here.isPresent(), "skipped: only Linux has root folders");
    target = here.orElseThrow();
    Path home = JAVA.getParent().getParent();
    code =
        Map.of(
            "bin/java", FolderTree.content(JAVA),
            "lib/libjli.so", FolderTree.content(home.resolve("lib/libjli.so")));
  }

  private Path copy(String from, String to) throws IOException {
    Path place = dir.resolve(to);
    Files.createDirectories(place.getParent());
    return Files.copy(Path.of(from).toRealPath(), place);
  }

  @Test
  void takesTheLoaderTheLibraryAndTheirTerms() throws IOException {
    SystemFiles taken = new SystemRoot(Path.of("/"), target).gather(code, List.of());
    List<String> paths = taken.files().stream().map(LayoutFile::path).toList();
    assertThat(paths)
        .anyMatch(p -> p.endsWith("/libc.so.6"))
        .anyMatch(p -> p.contains("/ld-linux"));
    assertThat(taken.missing()).isEmpty();
    assertThat(taken.files()).allMatch(f -> !f.reason().isEmpty());
    if (Files.exists(Path.of("/var/lib/dpkg/status"))) {
      assertThat(taken.packages().values())
          .filteredOn(p -> p.name().equals("libc6"))
          .singleElement()
          .satisfies(p -> assertThat(p.address()).startsWith("pkg:deb/").contains("libc6@"))
          .satisfies(p -> assertThat(p.licences()).anyMatch(l -> l.startsWith("LGPL")));
      assertThat(paths).contains("usr/share/doc/libc6/copyright");
    }
  }

  @Test
  void linksAreOfTheRootAndSettingsNameFolders() throws IOException {
    SystemFiles real = new SystemRoot(Path.of("/"), target).gather(code, List.of());
    for (LayoutFile file : real.files()) {
      boolean isLoader = file.path().contains("/ld-linux");
      if (isLoader) {
        copy("/" + file.path(), file.path());
      } else if (file.path().contains(".so")) {
        String name = file.path().substring(file.path().lastIndexOf('/') + 1);
        copy("/" + file.path(), "odd/place/" + name + ".real");
        // as if the folder were the root of a system
        Files.createSymbolicLink(
            dir.resolve("odd/place/" + name), Path.of("/odd/place/" + name + ".real"));
      }
    }
    Files.createDirectories(dir.resolve("etc/ld.so.conf.d"));
    Files.writeString(dir.resolve("etc/ld.so.conf"), "include ld.so.conf.d/*.conf\n");
    Files.writeString(dir.resolve("etc/ld.so.conf.d/own.conf"), "# ours\n/odd/place\n");
    SystemFiles taken = new SystemRoot(dir, target).gather(code, List.of());
    assertThat(taken.missing()).isEmpty();
    assertThat(taken.files())
        .extracting(LayoutFile::path)
        .noneMatch(p -> p.startsWith("odd/")) // where no loader looks without settings
        .anyMatch(p -> p.endsWith("-linux-gnu/libc.so.6"));
  }

  @Test
  void whatIsNotThereIsToldWithWhoWantsIt() throws IOException {
    SystemFiles taken = new SystemRoot(dir, target).gather(code, List.of());
    assertThat(taken.missing()).containsEntry("libc.so.6", "bin/java");
    assertThat(taken.missing().keySet()).anyMatch(n -> n.startsWith("/lib"));
    assertThatThrownBy(
            () -> new SystemRoot(dir, target).gather(Map.of(), List.of("/etc/tides.conf")))
        .isInstanceOf(GirdleException.class)
        .hasMessageContaining("there is no /etc/tides.conf");
  }

  @Test
  void packagesAreReadAsTwoSystemsWriteThem() throws IOException {
    file("etc/os-release", "ID=tern\n");
    file("etc/tides.conf", "x");
    file(
        "var/lib/dpkg/status",
        "Package: tides\nVersion: 1:2.0-3+b1\nDescription: x\n more\n\nPackage: other\nVersion: 1\n");
    file("var/lib/dpkg/info/tides:amd64.list", "/.\n/etc\n/etc/tides.conf\n");
    file(
        "usr/share/doc/tides/copyright",
        "Format: x\n\nFiles: *\nCopyright: us\nLicense: MIT\n\nFiles: debian/*\nLicense: GPL-3\n");
    assertThat(owner("/etc/tides.conf"))
        .isEqualTo(
            new SystemPackage(
                "tides",
                "1:2.0-3+b1",
                "pkg:deb/tern/tides@1%3A2.0-3%2Bb1",
                List.of("MIT"),
                Optional.of("/usr/share/doc/tides/copyright")));
    Files.delete(dir.resolve("var/lib/dpkg/status"));
    file(
        "lib/apk/db/installed",
        "P:tides\nV:2.0-r1\nL:Apache-2.0\nF:etc\nR:tides.conf\nF:usr/bin\nR:tide\n\nP:b\nV:1\n");
    assertThat(owner("/etc/tides.conf").address()).isEqualTo("pkg:apk/tern/tides@2.0-r1");
    assertThat(owner("/etc/tides.conf").licences()).containsExactly("Apache-2.0");
  }

  private SystemPackage owner(String path) throws IOException {
    SystemFiles taken = new SystemRoot(dir, target).gather(Map.of(), List.of(path));
    LayoutFile file = taken.files().get(0);
    return taken.packages().get(file.component());
  }

  private void file(String path, String text) throws IOException {
    Path place = dir.resolve(path);
    Files.createDirectories(place.getParent());
    Files.writeString(place, text);
  }
}
