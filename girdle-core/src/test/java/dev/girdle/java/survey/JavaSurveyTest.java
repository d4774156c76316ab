package dev.girdle.java.survey;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Role;
import dev.girdle.app.SetAside;
import dev.girdle.plan.Entry;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

class JavaSurveyTest {
  private static final String MAIN =
      "package org.ternhaven.tides; public class Tides {"
          + " public static void main(String[] a) { System.out.println(new org.ternhaven.lib.Moon()); } }";
  private static final String LIBRARY = "package org.ternhaven.lib; public class Moon {}";

  @TempDir Path dir;
  private Path app;
  private Path main;
  private Path library;

  @BeforeEach
  void compile() throws IOException {
    app = Files.createDirectory(dir.resolve("app"));
    library = Compiled.to(dir.resolve("library"), LIBRARY);
    main = Compiled.to(dir.resolve("main"), 17, List.of(library), MAIN);
  }

  private static Application survey(Path app, Path... with) {
    return Surveys.of(app, List.of(), with);
  }

  private static Application surveyWithEntry(Path app, String entry) {
    return Surveys.of(app, List.of(Entry.of(entry)));
  }

  private static List<String> origins(Application application) {
    return application.components().stream().map(Component::origin).toList();
  }

  private static String entry(Application application) {
    return application.entryPoint().map(EntryPoint::name).orElse("none");
  }

  @Test
  void aFolderOfClassFiles() {
    try (Application found = survey(main)) {
      assertThat(entry(found)).isEqualTo("org.ternhaven.tides.Tides");
      assertThat(found.identity().fileName()).isEqualTo("main");
    }
  }

  @Test
  void aFolderWithAJarAndLibrariesAtAnyDepthAndThingsThatAreNoPartOfIt() throws IOException {
    new Jar()
        .manifest("Main-Class: org.ternhaven.tides.Tides")
        .folder(main)
        .write(app.resolve("tides-2.1.jar"));
    Path deep = app.resolve("some/where/moon.jar");
    new Jar().folder(library).write(deep);
    Files.createDirectories(app.resolve("copy"));
    Files.copy(deep, app.resolve("copy/moon.jar"));
    new Jar().with("org/ternhaven/lib/Moon.java", LIBRARY).write(app.resolve("moon-sources.jar"));
    Compiled.to(app.resolve("build/test-classes"), "package t; public class TidesTest {}");
    Files.createDirectories(app.resolve("src"));
    Files.writeString(app.resolve("src/Tides.java"), MAIN);
    Files.createDirectories(app.resolve(".git"));
    Files.writeString(app.resolve(".git/HEAD"), "");
    Files.createDirectories(app.resolve("sealed/old"));
    Files.writeString(app.resolve("sealed/old/girdle-record.json"), "{}");
    try (Application found = survey(app)) {
      assertThat(origins(found)).containsExactly("tides-2.1.jar", "copy/moon.jar");
      assertThat(found.components().get(1).role()).isEqualTo(Role.LIBRARY);
      assertThat(found.identity().fileName()).isEqualTo("tides-2.1");
      assertThat(found.setAside())
          .extracting(SetAside::path, SetAside::takenFor)
          .contains(
              org.assertj.core.groups.Tuple.tuple(".git/", "version control data"),
              org.assertj.core.groups.Tuple.tuple("sealed/old/", "earlier output of Girdle"),
              org.assertj.core.groups.Tuple.tuple("build/test-classes/", "test classes"),
              org.assertj.core.groups.Tuple.tuple("src/Tides.java", "source"),
              org.assertj.core.groups.Tuple.tuple("moon-sources.jar", "sources of a library"),
              org.assertj.core.groups.Tuple.tuple(
                  "some/where/moon.jar", "the same bytes as copy/moon.jar"));
    }
  }

  @Test
  void aToolAmongLibrariesIsNotTakenForTheProgram() throws IOException {
    Path tool =
        Compiled.to(
            dir.resolve("tool"),
            "package g; public class Gauge { public static void main(String[] a) { } }");
    new Jar().manifest("Main-Class: g.Gauge").folder(tool).write(app.resolve("gauge-3.jar"));
    new Jar().folder(main).write(app.resolve("a.jar"));
    new Jar().folder(library).write(app.resolve("b.jar"));
    Path other = Compiled.to(dir.resolve("other"), "package o; public class Other { }");
    new Jar().folder(other).write(app.resolve("c.jar"));
    try (Application found = survey(app)) {
      assertThat(entry(found)).isEqualTo("none");
      assertThat(found.candidates())
          .extracting(EntryPoint::name, EntryPoint::foundBy)
          .containsExactly(
              org.assertj.core.groups.Tuple.tuple(
                  "org.ternhaven.tides.Tides", "main method; nothing uses it; it uses 1"),
              org.assertj.core.groups.Tuple.tuple(
                  "g.Gauge", "manifest of gauge-3.jar; nothing uses it; it uses 0"));
    }
    try (Application found = surveyWithEntry(app, "g.Gauge")) {
      assertThat(found.identity().fileName()).as("not that of the tool").isEqualTo(nameOf(dir));
      assertThat(found.notices()).anyMatch(n -> n.contains("comes from the folder"));
    }
  }

  /** A folder called "app" names nothing, so the one above it does. */
  private static String nameOf(Path folder) {
    return dev.girdle.app.Identity.fit(folder.getFileName().toString());
  }

  @Test
  void whatUsesMostOfTheOthersIsTheProgramOfAFolder() throws IOException {
    new Jar()
        .manifest("Main-Class: org.ternhaven.tides.Tides")
        .folder(main)
        .write(app.resolve("tides-4.jar"));
    new Jar()
        .manifest("Main-Class: org.ternhaven.lib.Moon")
        .folder(library)
        .write(app.resolve("moon-1.jar"));
    try (Application found = survey(app)) {
      assertThat(entry(found)).isEqualTo("org.ternhaven.tides.Tides");
      assertThat(found.identity().fileName()).isEqualTo("tides-4");
    }
  }

  @Test
  void theUsersMainMethodComesBeforeTheManifestOfALibrary() throws IOException {
    new Jar().folder(main).write(app.resolve("tides.jar"));
    Path tool =
        Compiled.to(
            dir.resolve("tool"),
            "package g; public class Gauge { public static void main(String[] a) { } }");
    new Jar().manifest("Main-Class: g.Gauge").folder(tool).write(app.resolve("lib/gauge.jar"));
    new Jar().folder(library).write(app.resolve("lib/moon.jar"));
    try (Application found = survey(app)) {
      assertThat(entry(found)).isEqualTo("org.ternhaven.tides.Tides");
    }
    try (Application found = surveyWithEntry(app, "g.Gauge")) {
      assertThat(found.identity().fileName()).isEqualTo("tides");
    }
  }

  /** What it holds under a name that others use too is what such a start would find. */
  @Test
  void theJarThatIsStartedIsSearchedBeforeTheOneThatHoldsTheMainClass() throws IOException {
    new Jar().folder(library).write(app.resolve("a-moon.jar"));
    new Jar().folder(main).with("office.policy", "inner").write(app.resolve("b-tides.jar"));
    new Jar()
        .manifest(
            "Main-Class: org.ternhaven.tides.Tides", "Class-Path: lib/b-tides.jar lib/gone.jar")
        .with("office.policy", "outer")
        .write(app.resolve("c-start.jar"));
    try (Application found = surveyWithEntry(app, "org.ternhaven.tides.Tides")) {
      assertThat(origins(found)).containsExactly("c-start.jar", "b-tides.jar", "a-moon.jar");
      assertThat(found.notices())
          .filteredOn(n -> n.contains("which is not there"))
          .containsExactly("c-start.jar: its manifest names gone.jar, which is not there");
    }
  }

  @Test
  void manyJarsThatAManifestNamesInVainAreToldAtOnce() throws IOException {
    new Jar().folder(main).write(app.resolve("tides.jar"));
    new Jar()
        .manifest("Class-Path: a.jar b.jar tides.jar ../c.jar d.jar a.jar e.jar")
        .write(app.resolve("old.jar"));
    try (Application found = survey(app)) {
      assertThat(found.notices())
          .contains(
              "old.jar: its manifest names a.jar, b.jar, c.jar and 2 more, which are not there");
    }
  }

  @Test
  void optionsInTwoWordsMeanTheSameAsInOne() throws IOException {
    new Jar().folder(main).write(app.resolve("tides.jar"));
    new Jar().folder(library).write(app.resolve("lib/moon.jar"));
    List<String> options =
        List.of("-Xss1m", "--add-opens", "java.base/java.lang=ALL-UNNAMED", "--add-exports=a/b=c");
    Entry entry =
        new Entry("", "org.ternhaven.tides.Tides", List.of(), options, Map.of(), false, "");
    try (Application found = Surveys.of(app, List.of(entry))) {
      assertThat(found.starts().get(0).options())
          .containsExactly(
              "-Xss1m", "--add-opens=java.base/java.lang=ALL-UNNAMED", "--add-exports=a/b=c");
    }
  }

  @Test
  void aJarWhoseManifestNamesOthers() throws IOException {
    new Jar().folder(library).write(dir.resolve("lib/moon.jar"));
    Path jar =
        new Jar()
            .manifest(
                "Main-Class: org.ternhaven.tides.Tides", "Class-Path: lib/moon.jar lib/gone.jar")
            .folder(main)
            .write(dir.resolve("tides.jar"));
    try (Application found = survey(jar)) {
      assertThat(origins(found)).containsExactly("tides.jar", "lib/moon.jar");
      assertThat(found.notices())
          .singleElement()
          .asString()
          .contains("gone.jar, which is not there");
    }
  }

  @Test
  void aJarThatHoldsJarsAndClassesInAFolder() throws IOException {
    Path moon = new Jar().folder(library).write(dir.resolve("moon.jar"));
    Path outer =
        new Jar()
            .manifest("Program: org.ternhaven.tides.Tides")
            .folder(main, "inside/classes/")
            .with("inside/jars/moon.jar", Files.readAllBytes(moon))
            .write(dir.resolve("all.jar"));
    try (Application found = survey(outer)) {
      assertThat(origins(found))
          .containsExactly("all.jar!/inside/classes/", "all.jar!/inside/jars/moon.jar");
      assertThat(entry(found)).isEqualTo("org.ternhaven.tides.Tides");
    }
  }

  @Test
  void aLaunchSet() throws IOException {
    Path moon = new Jar().folder(library).write(dir.resolve("z/moon.jar"));
    Path extra = new Jar().with("a.txt", "a").write(dir.resolve("extra/a.jar"));
    Path jar = new Jar().folder(main).write(dir.resolve("tides.jar"));
    try (Application found = survey(jar, moon, extra.getParent())) {
      assertThat(origins(found)).containsExactly("tides.jar", "moon.jar", "extra/a.jar");
    }
  }

  @Test
  void theClassesThatAJarWasPackedFromDoNotCountTwice() throws IOException {
    Compiled.to(app.resolve("target/classes"), 17, List.of(library), MAIN);
    new Jar().folder(main).write(app.resolve("target/tides.jar"));
    try (Application found = survey(app)) {
      assertThat(origins(found)).containsExactly("target/tides.jar");
      assertThat(found.setAside())
          .extracting(SetAside::takenFor)
          .containsExactly("the classes that target/tides.jar was packed from");
    }
  }

  @Test
  void severalMainClassesAreListedTheLikeliestFirst() throws IOException {
    Compiled.to(
        app,
        "package a.b.c; public class Zebra { public static void main(String[] a) {} }",
        "package a; public class Main { public static void main(String[] a) {} }",
        "package a; public class Heir extends Main {}");
    try (Application found = survey(app)) {
      assertThat(found.entryPoint()).isEmpty();
      assertThat(found.candidates())
          .extracting(EntryPoint::name)
          .containsExactly("a.Main", "a.Heir", "a.b.c.Zebra");
    }
  }

  @Test
  void inAFlatFolderTheJarThatNoOtherUsesIsTheProgram() throws IOException {
    Path tool =
        Compiled.to(
            dir.resolve("tool"),
            "package org.ternhaven.lib; public class Moon {"
                + " public static void main(String[] a) {} }");
    new Jar()
        .manifest("Main-Class: org.ternhaven.lib.Moon")
        .folder(tool)
        .write(app.resolve("a.jar"));
    new Jar()
        .manifest("Main-Class: org.ternhaven.tides.Tides")
        .folder(main)
        .write(app.resolve("z.jar"));
    try (Application found = survey(app)) {
      assertThat(entry(found)).isEqualTo("org.ternhaven.tides.Tides");
      assertThat(origins(found)).containsExactly("z.jar", "a.jar");
      assertThat(found.components().get(1).role()).isEqualTo(Role.LIBRARY);
    }
  }

  @Test
  void aWrongEntryGetsTheNearestNameAndAClassWithoutMainSaysSo() {
    assertThatThrownBy(() -> surveyWithEntry(main, "org.ternhaven.Tides"))
        .hasMessageContaining(
            "no class org.ternhaven.Tides; did you mean org.ternhaven.tides.Tides?");
    assertThatThrownBy(() -> surveyWithEntry(library, "org.ternhaven.lib.Moon"))
        .hasMessageContaining("it has no method public static void main(String[])");
  }

  @Test
  void instanceMainsCountFromJava25AndAsPreviewFrom21() throws IOException {
    Files.createDirectories(app);
    Files.write(app.resolve("New.class"), instanceMain("New", Opcodes.V25));
    Files.write(app.resolve("Early.class"), instanceMain("Early", Opcodes.V21 | 0xffff0000));
    Files.write(app.resolve("Old.class"), instanceMain("Old", Opcodes.V21));
    try (Application found = survey(app)) {
      assertThat(found.candidates())
          .extracting(EntryPoint::name)
          .containsExactlyInAnyOrder("New", "Early");
    }
  }

  private static byte[] instanceMain(String name, int version) {
    ClassWriter writer = new ClassWriter(ClassWriter.COMPUTE_MAXS);
    writer.visit(version, Opcodes.ACC_PUBLIC, name, null, "java/lang/Object", null);
    MethodVisitor constructor = writer.visitMethod(0, "<init>", "()V", null, null);
    constructor.visitVarInsn(Opcodes.ALOAD, 0);
    constructor.visitMethodInsn(Opcodes.INVOKESPECIAL, "java/lang/Object", "<init>", "()V", false);
    constructor.visitInsn(Opcodes.RETURN);
    constructor.visitMaxs(1, 1);
    MethodVisitor main = writer.visitMethod(0, "main", "()V", null, null);
    main.visitInsn(Opcodes.RETURN);
    main.visitMaxs(0, 1);
    return writer.toByteArray();
  }

  @Test
  void nameAndReleaseComeFromTheManifestThePomOrTheFile() throws IOException {
    Jar jar = new Jar().manifest("Implementation-Version: 7").folder(main);
    jar.with("META-INF/maven/g/a/pom.properties", "artifactId=tidebook\nversion=6\n");
    try (Application found = survey(jar.write(dir.resolve("x-5.jar")))) {
      assertThat(found.identity().fileName()).isEqualTo("tidebook-7");
    }
    try (Application found =
        survey(new Jar().folder(main).write(dir.resolve("tide-book-5.0.jar")))) {
      assertThat(found.identity().fileName()).isEqualTo("tide-book-5.0");
    }
  }

  @Test
  void allDamagedJarsAreToldAtOnce() throws IOException {
    Files.writeString(app.resolve("a.jar"), "PK but not really");
    Files.writeString(app.resolve("b.jar"), "no");
    assertThatThrownBy(() -> survey(app))
        .hasMessageContaining("a.jar is damaged")
        .hasMessageContaining("b.jar is not a jar");
  }
}
