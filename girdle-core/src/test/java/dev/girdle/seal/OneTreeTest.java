package dev.girdle.seal;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.plan.Prune;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Which programs cannot live with jars within an archive. */
class OneTreeTest {
  @TempDir Path dir;
  private Office office;

  @BeforeEach
  void libraries() throws IOException {
    office = new Office(dir);
    office.library(
        "fork",
        "package f; public class Fork { public static Process of(String place) throws Exception {"
            + " return new ProcessBuilder(\"java\", \"-cp\", place, \"f.Child\").start(); } }",
        "package f; public class Shell { public static Process of() throws Exception {"
            + " return new ProcessBuilder(\"ls\").start(); } }",
        "package f; public class Forge { public static int of(String place) {"
            + " return javax.tools.ToolProvider.getSystemJavaCompiler()"
            + ".run(null, null, null, \"-classpath\", place); } }");
    office.library(
        "apart",
        "package t; public class Apart { public static Object of(String url) throws Exception {"
            + " String jar = url.substring(0, url.lastIndexOf(\"!/\"));"
            + " return java.nio.file.FileSystems.newFileSystem(java.nio.file.Path.of(jar)); } }",
        "package t; public class Told { public static String of(String url) {"
            + " return url.substring(url.indexOf(\"!/\")); } }",
        "package t; public class Where { public static java.io.File of(Class<?> c) {"
            + " String url = c.getResource(\"here.txt\").toString();"
            + " return new java.io.File(url.substring(9, url.indexOf(\"!/\"))); } }",
        "package t; public class Opens { public static Object of(Class<?> c) throws Exception {"
            + " String url = c.getResource(\"here.txt\").toString();"
            + " return new java.util.zip.ZipFile("
            + " new java.io.File(url.substring(9, url.indexOf(\"!/\")))); } }");
  }

  private Optional<String> reader(String main) throws IOException {
    office.main(main);
    try (Analysis found = office.analyze(Prune.FILES)) {
      return found.model().listsComponents();
    }
  }

  @Test
  void whoStartsAnotherJavaWithAClassPath() throws IOException {
    assertThat(reader("f.Fork.of(\"x\");")).contains("f.Fork");
    assertThat(reader("f.Shell.of();")).isEmpty();
    assertThat(reader("f.Forge.of(\"x\");")).contains("f.Forge");
  }

  @Test
  void whoOpensTheJarOfAnAddressAsAFileSystem() throws IOException {
    assertThat(reader("t.Apart.of(\"x\");")).contains("t.Apart");
    assertThat(reader("t.Told.of(\"x\");")).isEmpty();
  }

  @Test
  void whoHandsOnTheJarThatAClassLiesIn() throws IOException {
    assertThat(reader("t.Where.of(m.Main.class);")).contains("t.Where");
    assertThat(reader("t.Opens.of(m.Main.class);")).isEmpty(); // and finds all of it in the archive
  }

  @Test
  void whoGrantsRightsByTheFileThatCodeLiesIn() throws IOException {
    office.library(
        "guard",
        "package g; public class Guard { public static void on(String rights) {"
            + " System.setProperty(\"java.security.policy\", rights);"
            + " java.security.Policy.getPolicy().refresh(); } }",
        "package g; public class Asks { public static Object now() {"
            + " return java.security.Policy.getPolicy(); } }");
    assertThat(grantor("g.Guard.on(\"x\");")).contains("g.Guard");
    assertThat(grantor("g.Asks.now();")).isEmpty();
  }

  @Test
  void whoTellsCodeApartByTheFileThatItLiesIn() throws IOException {
    String source = ".getProtectionDomain().getCodeSource()";
    office.library(
        "apart2",
        "package c; public class Compares { public static boolean same(Class<?> a, Class<?> b) {"
            + (" return a" + source + ".equals(b" + source + "); } }"),
        "package c; public class Finds { public static Object of(Class<?> a) {"
            + (" return a" + source + ".getLocation(); } }"));
    office.main("c.Compares.same(m.Main.class, String.class);");
    try (Analysis found = office.analyze(Prune.FILES)) {
      assertThat(found.model().tellsComponentsApart()).contains("c.Compares");
    }
    office.main("c.Finds.of(m.Main.class);");
    try (Analysis found = office.analyze(Prune.FILES)) {
      assertThat(found.model().tellsComponentsApart()).isEmpty();
    }
  }

  private Optional<String> grantor(String main) throws IOException {
    office.main(main);
    try (Analysis found = office.analyze(Prune.FILES)) {
      return found.model().grantsRightsByPlace();
    }
  }

  @Test
  void whoAsksForTheClassPathItself() throws IOException {
    assertThat(reader("System.getProperty(\"java.class.path\");")).contains("m.Main");
  }

  @Test
  void whatMarksSomeLibrariesOnlyAndIsAskedFor() throws IOException {
    office.library(
        "marked",
        new Jar()
            .with("META-INF/berths.xml", "<berths/>")
            .with("META-INF/unasked.xml", "<x/>")
            .with("META-INF/deep/er.xml", "<x/>"),
        "package k; public class Marked { }");
    office.library(
        "finder",
        "package k; public class Finder { public static Object all() throws Exception {"
            + " Finder.class.getClassLoader().getResources(\"META-INF/deep/er.xml\");"
            + " return Finder.class.getClassLoader().getResources(\"META-INF/berths.xml\"); } }");
    office.main("k.Finder.all();");
    try (Analysis found = office.analyze(Prune.FILES)) {
      assertThat(found.model().marksOfComponents(found.closure()))
          .containsExactly("META-INF/berths.xml");
    }
    office.library(
        "finder",
        new Jar().with("META-INF/berths.xml", "<berths/>"),
        "package k; public class Finder { public static Object all() throws Exception {"
            + " return Finder.class.getClassLoader().getResources(\"META-INF/berths.xml\"); } }");
    for (String all : new String[] {"fork", "apart"}) {
      office.library(
          all, new Jar().with("META-INF/berths.xml", "<berths/>"), "class X" + all + " {}");
    }
    office.own(
        new Jar().with("META-INF/berths.xml", "<berths/>"), Office.mainOf("k.Finder.all();"));
    try (Analysis found = office.analyze(Prune.FILES)) {
      assertThat(found.model().marksOfComponents(found.closure())).isEmpty();
    }
  }
}
