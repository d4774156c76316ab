package dev.girdle.seal;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.plan.Prune;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * What goes along though no chain leads to it; each a rule that several real programs asked for.
 */
class KeepingTest {
  @TempDir Path dir;
  private Office office;

  @BeforeEach
  void office() {
    office = new Office(dir);
  }

  @Test
  void theUsersOwnCodeAndFilesAreNotPruned() throws IOException {
    office.own(
        new Jar()
            .with("META-INF/maven/a/office/pom.properties", "version=1")
            .with("webroot/index.html", "<html/>")
            .with("db/V1.sql", "create table t(x int)"),
        Office.mainOf(""),
        "package m; public class OnlyFoundByScanning { }");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "office.jar"))
          .contains("META-INF/maven/a/office/pom.properties")
          .contains("m/OnlyFoundByScanning.class", "webroot/index.html", "db/V1.sql");
    }
  }

  @Test
  void whatTravelsAlongBringsWhatItNeeds() throws IOException {
    office.library("deep", "package deep; public class Deep { }");
    office.library(
        "wide",
        "package wide; public class Wide { }",
        "package wide; public class LoadedByConfiguration { deep.Deep deep = new deep.Deep(); }");
    office.library("unused", "package unused; public class Unused { }");
    office.main("new wide.Wide();");
    try (Analysis found = office.analyze(Prune.COMPONENTS)) {
      assertThat(Office.kept(found)).containsExactly("office.jar", "deep.jar", "wide.jar");
      assertThat(found.closure().reachedIn(found.kept().get(2))).hasSize(1);
    }
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.kept(found)).containsExactly("office.jar", "wide.jar");
    }
  }

  @Test
  void aClassThatIsKeptWorksWithAllItsMethodsMembersAndItsOuterClass() throws IOException {
    office.library(
        "l",
        "package l; public class Outer { public static class Inner { } class Never { Far far; }"
            + " public void rarely() { new Spare(); } }",
        "package l; class Far { }",
        "package l; class Spare { }",
        "package l; class Alone { }");
    office.main("new l.Outer.Inner();");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "l.jar"))
          .containsExactlyInAnyOrder(
              "l/Outer.class",
              "l/Outer$Inner.class",
              "l/Outer$Never.class",
              "l/Far.class",
              "l/Spare.class");
    }
  }

  @Test
  void namesWhoseHalvesStandInDifferentClassesAreJoined() throws IOException {
    office.library(
        "ask",
        "package ask; public class Asker { public static Object of(Class<?> c) throws Exception {"
            + " return Class.forName(c.getName() + end()).getConstructor(); }"
            + " static String end() { return \"Helper\"; } }");
    office.library(
        "l",
        "package l; public class Quay { }",
        "package l; public class QuayHelper { }",
        "package l; class Quay_log { }",
        "package l; public class Quayside { }");
    office.main("ask.Asker.of(l.Quay.class);");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "l.jar"))
          .containsExactlyInAnyOrder("l/Quay.class", "l/QuayHelper.class", "l/Quay_log.class");
    }
  }

  @Test
  void aFileMayNameAPackageInOnePlaceAndItsClassesInOthers() throws IOException {
    office.library(
        "plug",
        new Jar()
            .with(
                "META-INF/plugs.xml",
                "<plugs package='plug.parts'>\n<plug name='Rope'/>\n<plug of='other.Chain'/></plugs>"),
        "package plug.parts; public class Rope { }",
        "package plug.parts; public class Chain { }",
        "package plug.parts.more; public class Rope { }",
        "package plug; public class Plugs { public static Object all() {"
            + " return Plugs.class.getResource(\"/META-INF/plugs.xml\"); } }");
    office.main("plug.Plugs.all();");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "plug.jar"))
          .containsExactlyInAnyOrder(
              "META-INF/plugs.xml", "plug/Plugs.class", "plug/parts/Rope.class");
    }
  }

  @Test
  void aTextThatNamesAPackageOrAStemCountsForAllOfIt() throws IOException {
    office.library(
        "l",
        "package l.theme; public class Dark { }",
        "package l.run; public class core__init { }",
        "package l.run; public class other__init { }",
        "package l; public class Start { public static String[] names() {"
            + " return new String[] {\"l.theme\", \"l/run/core\"}; } }");
    office.main("l.Start.names();");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "l.jar"))
          .containsExactlyInAnyOrder(
              "l/Start.class", "l/theme/Dark.class", "l/run/core__init.class");
    }
  }

  /** Whether they are classes, packages or files, a program splits such a list by itself. */
  @Test
  void aListInOneTextNamesWhatStandsInIt() throws IOException {
    office.library("first", "package first; public class Gauge { }");
    office.library(
        "second", "package second; public class Gauge { }", "package second; class More { }");
    office.library("third", "package third; public class Gauge { }");
    office.library(
        "l",
        "package l; public class Choice { public static String all() {"
            + " return \"gone.Gauge,first.Gauge\"; }"
            + " public static String packages() { return \"a.gone:second.\"; } }");
    office.main("l.Choice.all(); l.Choice.packages();");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.kept(found))
          .contains("first.jar", "second.jar")
          .doesNotContain("third.jar");
      assertThat(Office.items(found, "second.jar"))
          .contains("second/Gauge.class", "second/More.class");
    }
  }

  /** A framework joins the name of a package with that of the factory that each has. */
  @Test
  void whatHasTheSameNameInEachPackageGoesAlongWithWhatLiesThere() throws IOException {
    office.library(
        "framework",
        "package f; public class Factories { public static Class<?> of(Class<?> c) throws Exception {"
            + " return Class.forName(c.getPackageName() + \".Maker\"); } }");
    office.library(
        "l",
        "package l.a; public class Boat { }",
        "package l.a; class Maker { }",
        "package l.a; class Other { }",
        "package l.b; class Maker { }");
    office.main("f.Factories.of(l.a.Boat.class);");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "l.jar"))
          .contains("l/a/Maker.class")
          .doesNotContain("l/a/Other.class", "l/b/Maker.class");
    }
  }

  @Test
  void textsThatHoldSettingsOrSourcesNameClassesWithin() throws IOException {
    office.library("quay", "package quay; public class Reader { }");
    office.library("unused", "package unused; public class Unused { }");
    office.library(
        "l",
        "package l; public class Sums { public static int plus(int a, int b) { return a + b; } }",
        "package l; public class Other { }",
        "package l; public class Writer { public static String source(String of) {"
            + " return \"return l.Sums.plus(\" + of + \", 1);\\n// no unused.Unused\"; } }");
    office.main(
        "l.Writer.source(\"2\"); String s = \"{reader: 'quay.Reader', where: '\" + a.length + \"'}\";");
    try (Analysis found = office.analyze(Prune.COMPONENTS)) {
      assertThat(Office.kept(found)).containsExactly("office.jar", "l.jar", "quay.jar");
    }
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "quay.jar")).containsExactly("quay/Reader.class");
      assertThat(Office.items(found, "l.jar"))
          .containsExactlyInAnyOrder("l/Sums.class", "l/Writer.class");
    }
  }

  @Test
  void settingsOfOneNameThatLibrariesBringAndListsThatAreFoldersCount() throws IOException {
    office.library(
        "settings",
        "package s; public class Settings { public static Object all() throws Exception {"
            + " Object lists = Settings.class.getClassLoader().getResources(\"META-INF/quays/\");"
            + " return Settings.class.getClassLoader().getResources(name()); }"
            + " static String name() { return \"defaults.conf\"; } }");
    office.library(
        "wire",
        new Jar()
            .with("defaults.conf", "wire = w.Wire")
            .with("META-INF/quays/", "")
            .with("META-INF/quays/w.North", ""),
        "package w; public class Wire { }",
        "package w; public class North { }",
        "package w; public class Never { }");
    office.main("s.Settings.all();");
    try (Analysis found = office.analyze(Prune.COMPONENTS)) {
      assertThat(Office.kept(found)).contains("wire.jar");
    }
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "wire.jar"))
          .containsExactlyInAnyOrder(
              "defaults.conf", "META-INF/quays/w.North", "w/Wire.class", "w/North.class");
    }
  }

  /** Java refuses a jar whose index lists what is not there. */
  @Test
  void theIndexOfAJarIsMeantByNoName() throws IOException {
    office.library(
        "l",
        new Jar().with("META-INF/INDEX.LIST", "JarIndex-Version: 1.0").with("META-INF/l.conf", ""),
        "package l; public class Settings { public static Object of(String name) {"
            + " return Settings.class.getResource(\"/META-INF/\" + name); } }",
        "package l; public class Never { }");
    office.main("l.Settings.of(a[0]);");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "l.jar"))
          .containsExactlyInAnyOrder("META-INF/l.conf", "l/Settings.class");
    }
  }

  @Test
  void largeTextsAreReadToTheirEnd() throws IOException {
    String filler = "quay north, 4.2 metres\n".repeat(100_000);
    office.library(
        "l",
        new Jar().with("rules.txt", filler + "by l.First\n" + filler + "last l.Last"),
        "package l; public class Rules { public static Object all() {"
            + " return Rules.class.getResourceAsStream(\"/rules.txt\"); } }",
        "package l; class First { }",
        "package l; class Last { }",
        "package l; class Never { }");
    office.main("l.Rules.all();");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "l.jar"))
          .containsExactlyInAnyOrder("l/Rules.class", "l/First.class", "l/Last.class", "rules.txt");
      Item last = found.kept().get(1).item("l/Last.class").orElseThrow();
      assertThat(found.closure().reached(last).orElseThrow().first().site().line())
          .isEqualTo(200_002);
    }
  }

  @Test
  void aTextThatNamesAFolderOfFilesCountsForAllOfThem() throws IOException {
    office.library(
        "north",
        new Jar()
            .with("META-INF/services/l/berths/north", "class=north.North")
            .with("META-INF/maven/a/north/pom.properties", "x=y"),
        "package north; public class North { }");
    new Jar()
        .with("META-INF/maven/a/spare/pom.properties", "x=y")
        .folder(dev.girdle.testing.Compiled.to(dir.resolve("s"), "package s; class S { }"))
        .write(office.app().resolve("lib/spare.jar"));
    office.library(
        "l",
        "package l; public class L { public static String at(String name) {"
            + " return \"/META-INF/services/l/berths/\" + name; }"
            + " public static String of(String name) {"
            + " return \"META-INF/maven/\" + name + \"/pom.properties\"; } }");
    office.library(
        "release",
        new Jar()
            .with("META-INF/maven/a/release/pom.properties", "version=4")
            .with("META-INF/maven/a/release/pom.xml", "<project/>"),
        "package r; public class R { public static Object of(String artifact) {"
            + " return R.class.getResource(\"/META-INF/maven/a/\" + artifact"
            + " + \"/pom.properties\"); } }");
    office.main("l.L.at(a[0]); l.L.of(a[0]); r.R.of(a[0]);");
    try (Analysis found = office.analyze(Prune.FILES)) {
      assertThat(Office.kept(found))
          .containsExactly("office.jar", "l.jar", "north.jar", "release.jar");
      // who asks for its own release by its build description finds it
      assertThat(Office.items(found, "release.jar"))
          .contains("META-INF/maven/a/release/pom.properties");
      assertThat(Office.items(found, "north.jar"))
          .doesNotContain("META-INF/maven/a/north/pom.properties");
      assertThat(found.closure().reachedIn(found.kept().get(2)))
          .extracting(r -> r.item().name())
          .contains("north.North");
    }
  }

  @Test
  void jarsWithoutClassesAreReadByAnyName() throws IOException {
    new Jar().with("tides/data.clj", "(ns tides.data)").write(office.app().resolve("lib/data.jar"));
    new Jar()
        .with("META-INF/maven/a/b/pom.xml", "<project/>")
        .write(office.app().resolve("lib/empty.jar"));
    office.main("");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "data.jar")).containsExactly("tides/data.clj");
      assertThat(Office.kept(found)).doesNotContain("empty.jar");
    }
  }

  @Test
  void whatMakesClassesOfWhatItIsGivenKeepsThemAll() throws IOException {
    office.library("l", "package l; public class Used { }", "package l; public class ByScript { }");
    office.own(
        new Jar(),
        Office.mainOf("new l.Used();"),
        "package m; public class Maker extends ClassLoader { Class<?> of(byte[] b) {"
            + " return defineClass(null, b, 0, b.length); } }");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "l.jar")).contains("l/ByScript.class");
    }
  }

  @Test
  void codeInAJarWithinALibraryCountsForWhatItNames() throws IOException {
    office.library(
        "l",
        "package l; public class Mount { }",
        "package l; public class Called { public static void on() { } }",
        "package l; public class ByText { }",
        "package l; public class Nobodys { }");
    Path inner =
        office.library(
            "inner",
            "package i; public class Inner { static { l.Called.on(); helper.Helper.help(); }"
                + " String text = \"l.ByText\"; }",
            "package helper; public class Helper { public static void help() { } }");
    byte[] mounted = Files.readAllBytes(inner);
    byte[] malformed = mounted.clone();
    for (int i = 0; i < malformed.length - 3; i++) {
      if (malformed[i] == 'i' && malformed[i + 1] == '/') {
        malformed[i] = (byte) 0xff; // no UTF-8
      }
    }
    office.remove("inner");
    office.library(
        "mounting",
        new Jar()
            .with("parts/inner.jar", mounted)
            .with("parts/no.jar", "no")
            .with("parts/cut-off.jar", Arrays.copyOf(mounted, mounted.length / 2))
            .with("parts/malformed.jar", malformed),
        "package g; public class Unused { }");
    office.main(
        "new l.Mount(); for (String p : new String[] {\"inner\", \"no\", \"cut-off\", \"malformed\"})"
            + " m.Main.class.getResource(\"/parts/\" + p + \".jar\");");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "l.jar"))
          .contains("l/Called.class", "l/ByText.class")
          .doesNotContain("l/Nobodys.class");
      assertThat(Office.rank(found, "helper.Helper")).isNull();
      assertThat(Office.rank(found, "i.Inner")).isNull();
    }
  }

  @Test
  void aLibraryOfWhichOnlyFilesAreAtWorkIsKeptWhereSomebodyAsksForAnyClass() throws IOException {
    office.library(
        "names",
        "package n; public class Names { public static Class<?> next() throws Exception {"
            + " return Class.forName(new String(System.in.readAllBytes())); } }");
    office.library(
        "models",
        new Jar().with("models/list.txt", "one"),
        "package p; public class One { }",
        "package p; public class Two { }");
    String list = "m.Main.class.getResource(\"/models/list.txt\");";
    office.main(list);
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "models.jar")).containsExactly("models/list.txt");
    }
    office.main(list + "n.Names.next();");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "models.jar")).contains("p/One.class", "p/Two.class");
    }
  }

  @Test
  void theBeginOfNamesIsJoinedWhereverItIsHandedOn() throws IOException {
    office.library(
        "l",
        "package l.pack; public class Packs { public static Object of(String how) throws Exception {"
            + " return made(\"l.pack.Pack\" + how + \"Writer\"); }"
            + " static Object made(String name) throws Exception {"
            + " return Packs.class.getClassLoader().loadClass(name); } }",
        "package l.pack; public class PackFastWriter { }",
        "package l.pack; public class Other { }");
    office.main("l.pack.Packs.of(a[0]);");
    try (Analysis found = office.analyze(Prune.CLASSES)) {
      assertThat(Office.items(found, "l.jar"))
          .contains("l/pack/PackFastWriter.class")
          .doesNotContain("l/pack/Other.class");
    }
  }

  @Test
  void aSingleJarOfAFolderOfJarsIsOnlyGuessedToBeTheUsers() throws IOException {
    office.main("");
    try (Analysis found = office.analyze(Prune.COMPONENTS)) {
      assertThat(found.kept().get(0).role()).isEqualTo(Role.PROGRAM);
    }
    office.library("l", "package l; public class L { }");
    try (Analysis found = office.analyze(Prune.COMPONENTS)) {
      assertThat(found.kept().get(0).role()).isEqualTo(Role.OWN);
    }
  }

  @Test
  void onlyWhatCannotBeDoneWithoutDecidesWhichJavaIsNeeded() throws IOException {
    office.library(
        "l",
        new Jar()
            .manifest("Multi-Release: true")
            .with("META-INF/versions/21/l/Newer.class", newer()),
        "package l; public class L { public static Object o() { try {"
            + " return Class.forName(\"l.Newer\"); } catch (ClassNotFoundException e) { return null; } } }");
    office.main("l.L.o();");
    try (Analysis found = office.analyze(Prune.FILES)) {
      assertThat(found.need().orElseThrow().range()).hasToString(">=17");
      assertThat(found.notices()).anyMatch(n -> n.contains("l.Newer (Java 21)"));
    }
  }

  private static byte[] newer() {
    org.objectweb.asm.ClassWriter writer = new org.objectweb.asm.ClassWriter(0);
    writer.visit(
        org.objectweb.asm.Opcodes.V21,
        org.objectweb.asm.Opcodes.ACC_PUBLIC,
        "l/Newer",
        null,
        "java/lang/Object",
        null);
    writer.visitEnd();
    return writer.toByteArray();
  }
}
