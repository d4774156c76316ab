package dev.girdle.python.bundle;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.layout.LayoutFile;
import dev.girdle.place.Variables;
import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;

/** With the packages of this machine, as far as it has them. */
class LentDataTest {
  private final PackageTerms terms =
      new PackageTerms(new RootFolder(Path.of("/")), "runtime/licences/");

  private LentData lent(List<LayoutFile> files, String... asked) throws IOException {
    Optional<PythonHome> home =
        HostPython.all("", Variables.here()).stream()
            .flatMap(r -> PythonHome.at(r.home()).stream())
            .findFirst();
    Assumptions.assumeTrue(home.isPresent(), "there is no Python here that could go along");
    return LentData.of(files, home.get(), "", Set.of(asked), terms);
  }

  private static LayoutFile code(String path, String texts) {
    return LayoutFile.made(path, texts.getBytes(StandardCharsets.ISO_8859_1), "");
  }

  private static String text(LentData lent, String end) throws IOException {
    for (LayoutFile file : lent.files()) {
      if (file.path().endsWith(end)) {
        return new String(file.content().bytes(1 << 22), StandardCharsets.UTF_8);
      }
    }
    return "";
  }

  @Test
  void whoeverAsksForNothingOfItGetsNothing() throws IOException {
    LentData lent = lent(List.of(code("runtime/lib/python3.11/os.py", "")), "os", "json");
    assertThat(lent.files()).isEmpty();
    assertThat(lent.absent()).isEmpty();
  }

  @Test
  void timeZonesAreThePackageThatPythonLooksIn() throws IOException {
    LentData lent = lent(List.of(), "zoneinfo");
    Assumptions.assumeTrue(lent.absent().isEmpty(), "no package here has time zones");
    assertThat(lent.files())
        .extracting(LayoutFile::path)
        .anyMatch(p -> p.endsWith("/tzdata/zoneinfo/Europe/Berlin"))
        .anyMatch(p -> p.endsWith("/tzdata/zoneinfo/Europe/__init__.py"))
        .noneMatch(p -> p.contains("/right/") || p.endsWith("/localtime"));
    assertThat(text(lent, "/tzdata/zones").lines()).contains("Europe/Berlin", "UTC");
    assertThat(terms.files()).isNotEmpty();
    LayoutFile own = code("packages/tzdata/zones", "");
    assertThat(lent(List.of(own), "zoneinfo").files()).isEmpty();
  }

  @Test
  void certificatesGoAlongWithWhatReadsThem() throws IOException {
    LentData lent =
        lent(
            List.of(
                code("runtime/lib/python3.11/lib-dynload/_ssl.so", ""),
                code("runtime/lib/libcrypto.so.3", "\0OPENSSLDIR: \"/srv/of-its-own\"\0")));
    Assumptions.assumeTrue(lent.absent().isEmpty(), "no package here has certificates");
    assertThat(text(lent, "share/certificates.pem")).contains("BEGIN CERTIFICATE");
    assertThat(text(lent, "start/lend.py"))
        .contains("CERTIFICATES = \"/srv/of-its-own\"")
        .contains("TERMINALS = False");
  }

  @Test
  void descriptionsOfTerminalsAreThoseOfAPackage() throws IOException {
    LentData lent = lent(List.of(code("runtime/lib/python3.11/lib-dynload/readline.so", "")));
    Assumptions.assumeTrue(lent.absent().isEmpty(), "no package here describes terminals");
    assertThat(lent.files())
        .extracting(LayoutFile::path)
        .contains("runtime/share/terminfo/x/xterm", "start/lend.py");
  }
}
