package dev.girdle.java.observe;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.ecosystem.RunPaths;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ClassLogTest {
  private static final String PROGRAM = "/home/stranger/look/";
  private static final RunPaths PATHS =
      new RunPaths() {
        @Override
        public String inArtifact(String path) {
          return path.startsWith(PROGRAM) ? path.substring(PROGRAM.length()) : path;
        }

        @Override
        public boolean isNews(String path) {
          return path.startsWith("/") && !path.startsWith("/opt/java");
        }
      };

  @TempDir Path dir;

  private Set<Seen> read(String... lines) throws IOException {
    Files.write(dir.resolve("classes-7.log"), java.util.List.of(lines));
    Set<Seen> found = new TreeSet<>();
    ClassLog.read(dir, PATHS, found);
    return found;
  }

  @Test
  void classesKnowWhereTheyComeFrom() throws IOException {
    assertThat(
            read(
                "java.util.zip.Inflater source: jrt:/java.base",
                "h.Look source: file:/home/stranger/look/lib/look.jar",
                "java.lang.Object source: shared objects file",
                "h.Look$$Lambda$1/0x01 source: h.Look",
                "jdk.proxy1.$Proxy4 source: __dynamic_proxy__"))
        .containsExactlyInAnyOrder(
            new Seen(ClassLog.CLASS, "java.util.zip.Inflater", "java.base"),
            new Seen(ClassLog.CLASS, "h.Look", "lib/look.jar"),
            new Seen(ClassLog.CLASS, "java.lang.Object", ""));
  }

  @Test
  void nativeLibrariesOfTheSystemAreNotNews() throws IOException {
    assertThat(
            read(
                "Loaded library /home/stranger/look/runtime/lib/libzip.so, handle 0x7f01",
                "Loaded library /opt/java/lib/libnio.so, handle 0x7f02",
                "Loaded library /srv/tides/libtide.so, handle 0x7f03",
                "Loaded library libjsvml.so, handle 0x7f04"))
        .containsExactlyInAnyOrder(
            new Seen(EvidenceKind.LIBRARY, "runtime/lib/libzip.so", ""),
            new Seen(EvidenceKind.LIBRARY, "/srv/tides/libtide.so", ""));
  }

  @Test
  void onlyAJavaThatKnowsTheLogIsAskedForIt() throws Exception {
    assertThat(ClassLog.option("/seen", 11)).doesNotContain("library");
    Process java =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                ClassLog.option(dir.toString(), 17),
                "-version")
            .redirectErrorStream(true)
            .start();
    String said = new String(java.getInputStream().readAllBytes());
    assertThat(java.waitFor()).as(said).isZero();
    Set<Seen> found = new TreeSet<>();
    ClassLog.read(dir, PATHS, found);
    assertThat(found).contains(new Seen(ClassLog.CLASS, "java.lang.Object", ""));
  }
}
