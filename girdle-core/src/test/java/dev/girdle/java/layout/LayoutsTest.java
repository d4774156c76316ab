package dev.girdle.java.layout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import dev.girdle.closure.Ballast;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Shape;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Plan;
import dev.girdle.plan.RuntimeRequest;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Analyzer;
import dev.girdle.start.Start;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class LayoutsTest {
  @TempDir Path dir;
  private Path app;

  @BeforeEach
  void build() throws IOException {
    app = dir.resolve("app");
    Path lib =
        Compiled.to(
            dir.resolve("lib"), "package l; public class Lib { public static void x() {} }");
    Path other =
        Compiled.to(
            dir.resolve("other"), "package o; public class Other { public static void x() {} }");
    Path main =
        Compiled.to(
            dir.resolve("main"),
            17,
            List.of(Path.of(lib + ":" + other)),
            "package m; public class Main { public static void main(String[] a) {"
                + " l.Lib.x(); o.Other.x(); } }");
    new Jar()
        .manifest("Main-Class: m.Main", "Built-By: marta")
        .folder(main)
        .write(app.resolve("m.jar"));
    new Jar()
        .manifest("Implementation-Title: Lib of Ternhaven")
        .folder(lib)
        .with("META-INF/services/s.Type", "l.One # first\n")
        .with("META-INF/wiring.factories", "k=l.A,\\\n  l.B\n")
        .with("META-INF/LICENSE", "licence of lib\n")
        .with("META-INF/SIGN.SF", "signed")
        .with("META-INF/SIGN.RSA", "signed")
        .with("META-INF/maven/g/lib/pom.xml", "<project/>")
        .with("META-INF/DEPENDENCIES", "of lib")
        .with("same.txt", "same")
        .with("differs.txt", "from lib")
        .with("META-INF/versions/9/x.txt", "not multi-release")
        .write(app.resolve("lib/lib.jar"));
    new Jar()
        .manifest("Multi-Release: true")
        .folder(other)
        .with("META-INF/services/s.Type", "o.Two\nl.One\n")
        .with("META-INF/wiring.factories", "k=o.C\nj=o.D\n")
        .with("META-INF/LICENSE", "licence of other\n")
        .with("META-INF/DEPENDENCIES", "of other")
        .with("same.txt", "same")
        .with("differs.txt", "from other")
        .with("META-INF/versions/11/differs.txt", "variant of other")
        .with("META-INF/versions/11/only.txt", "kept")
        .write(app.resolve("lib/other.jar"));
  }

  private Layout layOut(Shape shape) {
    try (Analysis a = new Analyzer(Progress.SILENT).analyze(Plan.of(app))) {
      Layout layout =
          a.model()
              .packaging()
              .layOut(
                  new LayoutRequest(
                      shape,
                      a.application(),
                      a.application().starts(),
                      Optional.empty(),
                      "",
                      false,
                      RuntimeRequest.HOST,
                      Choice.USUAL,
                      List.of(),
                      a.model(),
                      a.closure(),
                      a.selection(),
                      a.need()));
      texts = layout.files().stream().filter(f -> f.content().size() < 90_000).toList();
      assertThat(texts).isNotEmpty();
      contents.clear();
      for (LayoutFile file : texts) {
        contents.put(file.path(), new String(file.content().bytes(90_000), StandardCharsets.UTF_8));
      }
      return layout;
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }

  private List<LayoutFile> texts;
  private final java.util.Map<String, String> contents = new java.util.HashMap<>();

  @Test
  void mergingJoinsWhatCanBeJoined() {
    layOut(Shape.MERGED);
    assertThat(contents.get("META-INF/services/s.Type")).isEqualTo("l.One\no.Two\n");
    assertThat(contents.get("META-INF/wiring.factories")).isEqualTo("k=l.A,l.B,o.C\nj=o.D\n");
    assertThat(contents.get("META-INF/LICENSE"))
        .contains("From lib.jar:\n\nlicence of lib")
        .contains("From other.jar:\n\nlicence of other");
  }

  @Test
  void filesThatHaveNoPlaceInOneTreeLieBesideItAndAreFound() {
    Layout layout = layOut(Shape.MERGED);
    assertThat(contents)
        .containsEntry("differs.txt", "from lib")
        .containsEntry("META-INF/girdle/later/other.jar/differs.txt", "from other")
        .containsEntry(
            "META-INF/girdle/later/other.jar/META-INF/versions/11/differs.txt", "variant of other")
        .doesNotContainKey("META-INF/versions/11/differs.txt")
        .doesNotContainKey("META-INF/girdle/later/other.jar/META-INF/DEPENDENCIES")
        .containsKey("META-INF/versions/11/only.txt")
        .doesNotContainKey("META-INF/versions/9/x.txt");
    assertThat(contents.get("META-INF/MANIFEST.MF"))
        .contains("Main-Class: m.Main\r\n", "Launcher-Agent-Class: dev.girdle.start.Later\r\n");
    assertThat(contents).containsEntry("META-INF/girdle/later/jars", "other.jar\n");
    assertThat(layout.leftOut())
        .extracting(Ballast::path, Ballast::reason)
        .contains(
            tuple("same.txt", "the same bytes as in lib.jar"),
            tuple(
                "META-INF/DEPENDENCIES",
                "differs from the one in lib.jar, which is earlier on the class path"),
            tuple("META-INF/SIGN.SF", "signature of the single jar"),
            tuple("META-INF/maven/g/lib/pom.xml", "build description"));
    assertThat(layout.notices()).singleElement().asString().contains("signature files", "(2)");
  }

  @Test
  void withAnAgentTheFirstOnTheClassPathWinsAndThatIsSaid() throws IOException {
    new Jar()
        .manifest("Main-Class: m.Main", "Launcher-Agent-Class: m.Main")
        .folder(dir.resolve("main"))
        .write(app.resolve("m.jar"));
    Layout layout = layOut(Shape.MERGED);
    assertThat(contents).containsEntry("differs.txt", "from lib");
    assertThat(contents.keySet()).noneMatch(p -> p.contains("later/"));
    assertThat(layout.leftOut())
        .extracting(Ballast::path, Ballast::reason)
        .contains(
            tuple(
                "differs.txt",
                "differs from the one in lib.jar, which is earlier on the class path"));
    assertThat(layout.notices())
        .anySatisfy(
            n -> assertThat(n).contains("1 file is in several components").contains("differs.txt"));
  }

  @Test
  void theMergedManifestKeepsWhatPackagesSaidAndNothingOfTheBuilder() {
    layOut(Shape.MERGED);
    assertThat(contents.get("META-INF/MANIFEST.MF"))
        .startsWith("Manifest-Version: 1.0\r\n")
        .contains("Main-Class: m.Main\r\n")
        .contains("Multi-Release: true")
        .contains("Name: l/\r\nImplementation-Title: Lib of Ternhaven")
        .doesNotContain("marta");
  }

  @Test
  void theNestedArchiveHoldsAllOfTheStartersClasses() throws Exception {
    Path classes = Path.of(Start.class.getProtectionDomain().getCodeSource().getLocation().toURI());
    List<String> built;
    if (Files.isDirectory(classes)) {
      try (Stream<Path> files = Files.walk(classes)) {
        built = files.map(f -> classes.relativize(f).toString()).toList();
      }
    } else {
      try (java.util.jar.JarFile jar = new java.util.jar.JarFile(classes.toFile())) {
        built = jar.stream().map(e -> e.getName()).toList();
      }
    }
    List<String> inAnyArtifact =
        Stream.of(StartClasses.ofNested(), StartClasses.ofMerged(), StartClasses.ofFolder())
            .flatMap(List::stream)
            .map(LayoutFile::path)
            .distinct()
            .toList();
    assertThat(inAnyArtifact)
        .containsExactlyInAnyOrderElementsOf(
            built.stream()
                .filter(n -> n.endsWith(".class") && !n.endsWith("package-info.class"))
                .filter(n -> !n.endsWith("/LeftOut.class")) // goes into runtimes
                .filter(n -> !n.contains("/probe/")) // tries them, and stays here
                .toList());
    assertThat(layOut(Shape.NESTED).files())
        .extracting(LayoutFile::path)
        .containsAll(StartClasses.ofNested().stream().map(LayoutFile::path).toList())
        .containsSubsequence(
            "m/Main.class", "lib/lib.jar/l/Lib.class", "lib/other.jar/o/Other.class");
  }

  @Test
  void everyFileHasAReason() {
    for (Shape shape : EnumSet.complementOf(EnumSet.of(Shape.SYMBOLS))) {
      assertThat(layOut(shape).files()).allSatisfy(f -> assertThat(f.reason()).isNotEmpty());
    }
  }

  @Test
  void manyJarsDoNotMakeTheWindowsCommandLineTooLong() throws IOException {
    layOut(Shape.FOLDER);
    assertThat(contents.get("bin/m.cmd")).contains("lib.jar;").doesNotContain("windows-class");
    Path lib = app.resolve("lib/lib.jar");
    for (int i = 0; i < 90; i++) {
      String name = "a library of Ternhaven with a long name, number " + i;
      new Jar()
          .with("META-INF/services/java.lang.Runnable", "# nobody " + i)
          .write(app.resolve("lib/" + name + ".jar"));
    }
    assertThat(lib).exists();
    layOut(Shape.FOLDER);
    String script = contents.get("bin/m.cmd");
    assertThat(script.lines().mapToInt(String::length).max().orElse(0)).isLessThan(1000);
    assertThat(script).contains("windows-class-path.jar");
    assertThat(contents.get("bin/m")).contains("number 89.jar").doesNotContain("windows-class");
  }
}
