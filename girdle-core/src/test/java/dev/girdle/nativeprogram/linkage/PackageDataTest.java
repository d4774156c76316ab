package dev.girdle.nativeprogram.linkage;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Target;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A small system of Debian's kind. */
class PackageDataTest {
  @TempDir Path root;
  private SystemRules rules;

  @BeforeEach
  void system() throws IOException {
    Files.createDirectories(root.resolve("var/lib/dpkg/info"));
    Files.writeString(
        root.resolve("var/lib/dpkg/status"),
        """
        Package: libtide1
        Status: install ok installed
        Version: 1.0
        Depends: tide-charts, tide-kinds (>= 1) | other-kinds, setup-tool, tide-parts, moon-parts

        Package: tide-parts
        Source: libtide1
        Status: install ok installed
        Version: 1.0

        Package: moon-parts
        Status: install ok installed
        Version: 1.0

        Package: tide-charts
        Status: install ok installed
        Version: 1.0

        Package: tide-kinds
        Status: install ok installed
        Version: 1.0

        Package: setup-tool
        Status: install ok installed
        Priority: required
        Version: 1.0
        """);
    brings("libtide1", "/usr/lib/libtide.so.1");
    brings("tide-parts", "/usr/lib/tide1/base.tide", "/usr/lib/tide1/parts/fast.so");
    brings("moon-parts", "/usr/lib/moon1/base.moon", "/usr/lib/moon1/parts/fast.so");
    brings("tide-charts", "/usr/share/tide-charts/north.chart", "/usr/share/doc/tide-charts/NEWS");
    brings("tide-kinds", "/usr/bin/update-kinds", "/usr/share/kinds/list.xml", "/etc/kinds.conf");
    brings("setup-tool", "/usr/bin/setup-tool", "/usr/share/setup-tool/questions");
    write("/usr/share/kinds/kinds.cache");
    write("/usr/share/kinds/made/north.kind");
    write("/usr/share/foreign/file");
    rules = new SystemRules(root, new Target("linux", "x64"), Optional.empty());
  }

  private void brings(String name, String... files) throws IOException {
    StringBuilder list = new StringBuilder("/.\n/usr\n/usr/share\n");
    for (String file : files) {
      list.append(Path.of(file).getParent()).append('\n').append(file).append('\n');
      write(file);
    }
    Files.writeString(root.resolve("var/lib/dpkg/info/" + name + ".list"), list);
  }

  private void write(String file) throws IOException {
    Path there = root.resolve(file.substring(1));
    Files.createDirectories(there.getParent());
    Files.writeString(there, file);
  }

  @Test
  void dataThatALibraryNeedsComesWithWhatWasMadeOfIt() {
    List<String> data = rules.data().neededBy("libtide1");

    assertThat(data)
        .containsExactlyInAnyOrder(
            "/usr/share/tide-charts/north.chart",
            "/usr/lib/tide1/base.tide",
            "/usr/lib/tide1/parts/fast.so",
            "/usr/share/kinds/list.xml",
            "/etc/kinds.conf",
            "/usr/share/kinds/kinds.cache",
            "/usr/share/kinds/made/north.kind");
  }

  @Test
  void whereSomethingIsToldByItsName() {
    assertThat(rules.database().named("LIBTIDE.so.1")).containsExactly("/usr/lib/libtide.so.1");
    assertThat(rules.database().isOfEverySystem("setup-tool")).isTrue();
    assertThat(rules.database().sourceOf("tide-kinds")).isEqualTo("tide-kinds");
  }

  @Test
  void whatNotEverybodyMayReadIsNobodyElses() throws IOException {
    Path key = root.resolve("usr/share/kinds/secret.key");
    Files.writeString(key, "secret");
    assertThat(SystemRules.isForEverybody(key)).isTrue();
    Files.setPosixFilePermissions(key, PosixFilePermissions.fromString("rw-r-----"));
    assertThat(SystemRules.isForEverybody(key)).isFalse();
  }
}
