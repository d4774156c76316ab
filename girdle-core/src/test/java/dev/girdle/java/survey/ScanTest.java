package dev.girdle.java.survey;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.SetAside;
import dev.girdle.plan.Entry;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What survey takes things in a folder for. */
class ScanTest {
  private static final String MAIN =
      "package a; public class Main { public static void main(String[] x) {} }";

  @TempDir Path dir;
  private Path app;

  @BeforeEach
  void folder() throws IOException {
    app = Files.createDirectory(dir.resolve("app"));
  }

  private static Application survey(Path app, Path... with) {
    return Surveys.of(app, List.of(), with);
  }

  private static Map<String, String> setAside(Application application) {
    return application.setAside().stream()
        .collect(Collectors.toMap(SetAside::path, SetAside::takenFor));
  }

  private static List<String> items(Component component) {
    return component.items().stream().map(Item::path).toList();
  }

  private Path write(String path, String text) throws IOException {
    Path file = app.resolve(path);
    Files.createDirectories(file.getParent());
    return Files.writeString(file, text);
  }

  @Test
  void aBuildFolderWithClassesAndResourcesApart() throws IOException {
    Compiled.to(app.resolve("build/classes/java/main"), MAIN);
    Compiled.to(app.resolve("build/classes/java/test"), "package a; public class T {}");
    write("build/resources/main/a/words.properties", "x=y");
    write("build/resources/test/t.properties", "x=y");
    write("src/main/resources/a/words.properties", "x=y");
    write("pom.xml", "<project/>");
    write("conf/tides.yaml", "x: y");
    write("docs/read me.txt", "");
    try (Application found = survey(app)) {
      assertThat(found.components())
          .extracting(Component::origin)
          .containsExactly("build/classes/java/main/", "build/resources/main/");
      assertThat(items(found.components().get(1))).containsExactly("a/words.properties");
      assertThat(setAside(found))
          .containsEntry("build/classes/java/test/", "test classes")
          .containsEntry("src/main/resources/a/words.properties", "source")
          .containsEntry("pom.xml", "build description")
          .containsEntry("conf/tides.yaml", "configuration or data, not on the class path")
          .containsEntry("docs/read me.txt", "other file, not on the class path");
    }
  }

  @Test
  void aFolderOfClassesTakesItsFilesAlongAndNoSources() throws IOException {
    Compiled.to(app, MAIN);
    write("a/data.csv", "1,2");
    write("a/Main.java", MAIN);
    write("lib/readme", "");
    try (Application found = survey(app)) {
      assertThat(items(found.components().get(0)))
          .containsExactly("a/Main.class", "a/data.csv", "lib/readme");
      assertThat(setAside(found)).containsExactly(Map.entry("a/Main.java", "source"));
      assertThat(found.components().get(0).name()).isEqualTo("app");
    }
  }

  @Test
  void aClassFileThatLiesOutsideItsPackageIsNoPart() throws IOException {
    Compiled.to(app.resolve("classes"), MAIN);
    Files.createDirectories(app.resolve("stray/folder"));
    Files.copy(app.resolve("classes/a/Main.class"), app.resolve("stray/folder/Other.class"));
    try (Application found = survey(app)) {
      assertThat(found.components()).hasSize(1);
      assertThat(setAside(found))
          .containsEntry("stray/folder/Other.class", "class file outside its package's folder");
    }
  }

  @Test
  void aJarThatLacksClassesOfTheFolderIsAnOlderPacking() throws IOException {
    Path classes = Compiled.to(app.resolve("classes"), MAIN);
    new Jar().folder(classes).write(app.resolve("old.jar"));
    Compiled.to(classes, "package a; public class New {}");
    try (Application found = survey(app)) {
      assertThat(found.components()).extracting(Component::origin).containsExactly("classes/");
      assertThat(setAside(found)).containsEntry("old.jar", "an older packing of classes/");
      assertThat(found.notices())
          .anySatisfy(n -> assertThat(n).contains("so the folder was taken"));
    }
  }

  @Test
  void documentationAndTestsOfLibrariesAreNoComponents() throws IOException {
    Path classes = Compiled.to(dir.resolve("c"), MAIN);
    new Jar().folder(classes).write(app.resolve("main.jar"));
    new Jar().with("index.html", "x").with("element-list", "a").write(app.resolve("l-javadoc.jar"));
    Path tests = Compiled.to(dir.resolve("t"), "package t; public class T {}");
    new Jar().folder(tests).write(app.resolve("l-tests.jar"));
    new Jar().with("META-INF/girdle/record.json", "{}").write(app.resolve("sealed.jar"));
    try (Application found = survey(app)) {
      assertThat(found.components()).extracting(Component::name).containsExactly("main.jar");
      assertThat(setAside(found))
          .containsEntry("l-javadoc.jar", "documentation of a library")
          .containsEntry("l-tests.jar", "test classes")
          .containsEntry("sealed.jar", "earlier output of Girdle");
    }
  }

  @Test
  void aFolderGivenWithoutClassesGoesOnTheClassPathAsItIs() throws IOException {
    Compiled.to(app, MAIN);
    Path conf = Files.createDirectories(dir.resolve("conf/inner"));
    Files.writeString(conf.resolve("tides.yaml"), "x: y");
    try (Application found = survey(app, conf.getParent())) {
      assertThat(found.components()).hasSize(2);
      assertThat(items(found.components().get(1))).containsExactly("inner/tides.yaml");
      assertThat(found.setAside()).isEmpty();
    }
  }

  @Test
  void componentsOfOneFileNameGetNamesThatDiffer() throws IOException {
    Path classes = Compiled.to(dir.resolve("c"), MAIN);
    new Jar().folder(classes).write(app.resolve("main.jar"));
    new Jar().with("one.txt", "1").write(app.resolve("lib/util.jar"));
    new Jar().with("two.txt", "22").write(app.resolve("lib2/Util.jar"));
    new Jar().with("three.txt", "3").write(app.resolve("lib3/odd;na:me\".jar"));
    try (Application found = survey(app)) {
      assertThat(found.components())
          .extracting(Component::name)
          .containsExactly("main.jar", "util.jar", "Util-2.jar", "odd-na-me-.jar");
    }
  }

  @Test
  void classPathsOfManifestsLeadOnAndMayNameFoldersAndPathsOfThisMachine() throws IOException {
    Path classes = Compiled.to(dir.resolve("c"), MAIN);
    Path far = new Jar().with("far.txt", "f").write(dir.resolve("far.jar"));
    new Jar().manifest("Class-Path: ../conf/").with("b.txt", "b").write(app.resolve("lib/b.jar"));
    Files.createDirectories(app.resolve("conf"));
    Files.writeString(app.resolve("conf/x.yaml"), "");
    Path jar =
        new Jar()
            .manifest("Main-Class: a.Main", "Class-Path: lib/b.jar", "  " + far.toUri())
            .folder(classes)
            .write(app.resolve("main.jar"));
    try (Application found = survey(jar)) {
      assertThat(found.components())
          .extracting(Component::name)
          .contains("b.jar", "far.jar", "lib-conf");
      assertThat(found.notices())
          .anySatisfy(n -> assertThat(n).contains("far.jar").contains("a path of this machine"));
    }
  }

  @Test
  void jarsThatLieTooDeepInEachOtherAreRefused() throws IOException {
    Path inner = new Jar().with("x", "x").write(dir.resolve("0.jar"));
    Path classes = Compiled.to(dir.resolve("c"), MAIN);
    Path outer =
        new Jar()
            .folder(classes)
            .with("lib/inner.jar", Files.readAllBytes(inner))
            .write(dir.resolve("outer.jar"));
    try (Application found = survey(outer)) {
      assertThat(found.components())
          .extracting(Component::origin)
          .containsExactly("outer.jar", "outer.jar!/lib/inner.jar");
    }
  }

  @Test
  void theOrderOfFilesOnDiskDoesNotMatter() throws IOException {
    Path classes = Compiled.to(dir.resolve("c"), MAIN);
    for (String name : List.of("z.jar", "a.jar", "m.jar")) {
      Path jar = new Jar().with(name, name).write(app.resolve("lib/" + name));
      Files.setLastModifiedTime(jar, FileTime.fromMillis(name.hashCode() * 1000L));
    }
    new Jar().folder(classes).write(app.resolve("main.jar"));
    try (Application found = survey(app)) {
      assertThat(found.components())
          .extracting(Component::name)
          .containsExactly("main.jar", "a.jar", "m.jar", "z.jar");
    }
  }

  @Test
  void manifestsThatNameNoUsableMainClassAreNoticed() throws IOException {
    Path classes = Compiled.to(dir.resolve("c"), MAIN, "package a; public class NoMain {}");
    new Jar().manifest("Main-Class: a.Gone").folder(classes).write(app.resolve("main.jar"));
    try (Application found = survey(app)) {
      assertThat(found.entryPoint()).isPresent();
      assertThat(found.notices())
          .anySatisfy(
              n -> assertThat(n).contains("names the main class a.Gone, which is not there"));
    }
    assertThatThrownBy(() -> Surveys.of(app, List.of(Entry.of("a.NoMain"))))
        .hasMessageContaining("class a.NoMain cannot be started")
        .hasMessageContaining("can be started: --entry a.Main");
  }
}
