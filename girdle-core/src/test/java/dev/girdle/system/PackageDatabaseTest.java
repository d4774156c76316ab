package dev.girdle.system;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PackageDatabaseTest {
  @TempDir Path root;
  private PackageDatabase database;

  private void file(String path, String text) throws IOException {
    Path file = root.resolve(path);
    Files.createDirectories(file.getParent());
    Files.writeString(file, text);
  }

  @BeforeEach
  void install() throws IOException {
    file("etc/os-release", "ID=harbouros\n");
    file(
        "var/lib/dpkg/status",
        """
        Package: berth
        Status: install ok installed
        Version: 1.2-3
        Depends: tide (>= 1) | moon
        Conffiles:
         /etc/berth.conf 5d41402abc4b2a76b9719d911017c592
         /etc/berth.d/quay.conf 5d41402abc4b2a76b9719d911017c592
         /etc/old.conf 5d41402abc4b2a76b9719d911017c592 obsolete

        Package: tide
        Status: install ok installed
        Version: 2
        """);
    file("var/lib/dpkg/info/berth.list", "/etc/berth.conf\n/usr/bin/berth\n");
    file("var/lib/dpkg/info/tide.list", "/usr/share/tide\n");
    file("etc/berth.conf", "hello");
    file("etc/berth.d/quay.conf", "hello, and a password");
    file("etc/old.conf", "anything");
    file("etc/mine.conf", "mine");
    database = new PackageDatabase(new RootFolder(root));
  }

  @Test
  void settingsAreChangedIfTheirChecksumIsNotThatOfThePackage() throws IOException {
    assertThat(database.isChanged("/etc/berth.conf")).isFalse();
    assertThat(database.isChanged("/etc/berth.d/quay.conf")).isTrue();
    assertThat(database.isChanged("/etc/old.conf")).as("of a release before").isFalse();
    assertThat(database.isChanged("/etc/mine.conf")).as("of no package").isFalse();
    assertThat(database.isChanged("/etc/gone.conf")).isFalse();
  }

  @Test
  void aPackageIsKnownByItsFilesWithWhatItNeeds() {
    assertThat(database.of(Set.of("/bin/berth")))
        .get()
        .satisfies(
            p -> {
              assertThat(p.name()).isEqualTo("berth");
              assertThat(p.release()).isEqualTo("1.2-3");
              assertThat(p.address()).isEqualTo("pkg:deb/harbouros/berth@1.2-3");
            });
    assertThat(database.needs("berth")).containsExactly("tide");
    assertThat(database.isOfPackage("/usr/share/tide")).isTrue();
    assertThat(database.isOfPackage("/usr/share/moon")).isFalse();
  }
}
