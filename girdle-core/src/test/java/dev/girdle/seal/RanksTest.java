package dev.girdle.seal;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.closure.Rank;
import dev.girdle.plan.Prune;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** How sure it is that what is missing is needed. */
class RanksTest {
  private static final String POM = "META-INF/maven/org.ternhaven/tides/pom.xml";

  @TempDir Path dir;

  private static String pom(String dependency) {
    return "<project><groupId>org.ternhaven</groupId><artifactId>tides</artifactId><version>1</version>"
        + "<dependencies><dependency><groupId>org.gauges</groupId><artifactId>gauges</artifactId>"
        + "<version>1</version>"
        + dependency
        + "</dependency></dependencies></project>";
  }

  private Office office(Jar tides) throws IOException {
    Office office = new Office(dir);
    office.library(
        "gauges", "package org.gauges; public class Gauge { public int read() { return 4; } }");
    office.library(
        "tides",
        tides,
        "package t; public class Tides { public static int level() { return new org.gauges.Gauge().read(); } }");
    return office;
  }

  @ParameterizedTest
  @EnumSource(Prune.class)
  void whatTheUsersOwnCodeAsksForIsNeededAtEveryLevel(Prune prune) throws IOException {
    Office office = office(new Jar());
    office.main("new org.gauges.Gauge().read(); t.Tides.level();");
    office.remove("gauges");
    try (Analysis found = office.analyze(prune)) {
      assertThat(Office.rank(found, "org.gauges.Gauge")).isEqualTo(Rank.NEEDED);
      assertThat(found.faults()).hasSize(1);
    }
  }

  @ParameterizedTest
  @EnumSource(Prune.class)
  void whatOnlyALibraryAsksForIsPerhapsNeededAtEveryLevel(Prune prune) throws IOException {
    Office office = office(new Jar());
    office.main("t.Tides.level();");
    office.remove("gauges");
    try (Analysis found = office.analyze(prune)) {
      assertThat(Office.rank(found, "org.gauges.Gauge")).isEqualTo(Rank.PERHAPS);
      assertThat(found.faults()).isEmpty();
      assertThat(found.doubts())
          .singleElement()
          .satisfies(d -> assertThat(d.family()).isEqualTo("org"));
    }
  }

  /** The same class is not asked for hard where only the level of pruning is another. */
  @ParameterizedTest
  @EnumSource(Prune.class)
  void whatAClassIsPreparedForStaysSoWhereItAlsoHandlesIt(Prune prune) throws IOException {
    Office office = new Office(dir);
    office.library(
        "gauges", "package org.gauges; public class Gauge { public int read() { return 4; } }");
    office.library(
        "tides",
        new Jar().manifest("Import-Package: org.gauges"),
        """
        package t;
        public class Tides {
          public static int level(Object[] all) {
            if (!THERE) { return 0; }
            org.gauges.Gauge last = null;
            for (Object o : all) { if (o.equals(org.gauges.Gauge.class)) { last = (org.gauges.Gauge) o; } }
            return last == null ? 0 : last.read();
          }
          static final boolean THERE;
          static {
            boolean there = false;
            try { there = Class.forName("org.gauges.Gauge") != null; }
            catch (ClassNotFoundException e) { there = false; }
            THERE = there;
          }
        }
        """);
    office.main("t.Tides.level(new Object[0]);");
    office.remove("gauges");
    try (Analysis found = office.analyze(prune)) {
      assertThat(Office.rank(found, "org.gauges.Gauge")).isEqualTo(Rank.PREPARED);
      assertThat(found.faults()).isEmpty();
    }
  }

  @Test
  void whatALibraryDeclaresToNeedIsNeeded() throws IOException {
    Office office = office(new Jar().with(POM, pom("")));
    office.main("t.Tides.level();");
    office.remove("gauges");
    try (Analysis found = office.analyze(Prune.FILES)) {
      assertThat(Office.rank(found, "org.gauges.Gauge")).isEqualTo(Rank.NEEDED);
    }
  }

  @Test
  void whatIsDeclaredIsNeededEvenIfTheSameMakersArePreparedElsewhere() throws IOException {
    for (boolean described : new boolean[] {false, true}) {
      Office office = office(new Jar());
      office.library(
          "tides",
          described ? new Jar().with(POM, pom("")) : new Jar(),
          "package t; public class Tides { public static int level() { Mild.level();"
              + " return new org.gauges.Gauge().read(); } }",
          "package t; class Mild { static int level() {"
              + " try { return new org.gauges.Gauge().read(); }"
              + " catch (NoClassDefFoundError e) { return 0; } } }");
      office.main("t.Tides.level();");
      office.remove("gauges");
      try (Analysis found = office.analyze(Prune.FILES)) {
        assertThat(Office.rank(found, "org.gauges.Gauge"))
            .isEqualTo(described ? Rank.NEEDED : Rank.PREPARED);
      }
    }
  }

  /** Tools make a list of packages from the code; who names libraries means these. */
  @Test
  void aListOfPackagesIsSureOnlyOfMakersThatNameNoLibraries() throws IOException {
    String nothing = "<project><groupId>t</groupId><artifactId>tides</artifactId></project>";
    for (boolean describes : new boolean[] {false, true}) {
      Jar jar = new Jar().manifest("Import-Package: org.gauges");
      Office office = office(describes ? jar.with(POM, nothing) : jar);
      office.main("t.Tides.level();");
      office.remove("gauges");
      try (Analysis found = office.analyze(Prune.FILES)) {
        assertThat(Office.rank(found, "org.gauges.Gauge"))
            .isEqualTo(describes ? Rank.PERHAPS : Rank.NEEDED);
      }
    }
  }

  @Test
  void whatTheApplicationDeclaresAndNoCodeAsksForIsToldAsALibrary() throws IOException {
    Office office = new Office(dir);
    office.own(new Jar().with(POM, pom("")), Office.mainOf("System.out.println(1);"));
    try (Analysis found = office.analyze(Prune.FILES)) {
      assertThat(Office.rank(found, "org.gauges:gauges")).isEqualTo(Rank.PERHAPS);
      assertThat(found.faults()).isEmpty();
    }
  }

  @Test
  void whatOwnCodeAsksForIsNotSureIfItsBuildCallsItOptional() throws IOException {
    for (String words : new String[] {"", "<optional>true</optional>", "<scope>provided</scope>"}) {
      Office office = office(new Jar());
      office.own(
          new Jar().with(POM, pom(words).replace(">tides<", ">office<")),
          Office.mainOf("System.out.println(new org.gauges.Gauge().read());"));
      office.remove("gauges");
      try (Analysis found = office.analyze(Prune.FILES)) {
        assertThat(Office.rank(found, "org.gauges.Gauge"))
            .as(words)
            .isEqualTo(words.contains("optional") ? Rank.PERHAPS : Rank.NEEDED);
      }
    }
  }

  @Test
  void whatALibraryDeclaresToDoWithoutIsPreparedFor() throws IOException {
    for (String words : new String[] {"<optional>true</optional>", "<scope>provided</scope>"}) {
      Office office = office(new Jar().with(POM, pom(words)));
      office.main("t.Tides.level();");
      office.remove("gauges");
      try (Analysis found = office.analyze(Prune.FILES)) {
        assertThat(Office.rank(found, "org.gauges.Gauge")).isEqualTo(Rank.PREPARED);
      }
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"org.gauges:*", "*:gauges", "*:*"})
  void whatSomebodyExcludesIsNotSurelyNeeded(String excluded) throws IOException {
    Office office = office(new Jar().with(POM, pom("")));
    office.library(
        "desk",
        new Jar()
            .with(
                "META-INF/maven/org.ternhaven/desk/pom.xml",
                pom("<exclusions><exclusion><groupId>"
                        + excluded.replace(":", "</groupId><artifactId>")
                        + "</artifactId></exclusion></exclusions>")
                    .replace("<artifactId>tides</artifactId>", "<artifactId>desk</artifactId>")
                    .replace(
                        "<groupId>org.gauges</groupId><artifactId>gauges</artifactId>",
                        "<groupId>org.ternhaven</groupId><artifactId>tides</artifactId>")),
        "package d; public class Desk { }");
    office.main("t.Tides.level(); new d.Desk();");
    office.remove("gauges");
    try (Analysis found = office.analyze(Prune.FILES)) {
      assertThat(Office.rank(found, "org.gauges.Gauge")).isEqualTo(Rank.PERHAPS);
    }
  }

  @Test
  void whatALibraryLoadsByNameIsNeverMoreThanPerhaps() throws IOException {
    Office office = new Office(dir);
    office.library(
        "radio",
        "package r; public class Radio { public static void on() throws Exception {"
            + " Class.forName(\"org.far.Mast\"); Class.forName(\"android.os.Build\"); } }");
    office.main("r.Radio.on();");
    try (Analysis found = office.analyze(Prune.FILES)) {
      assertThat(Office.rank(found, "org.far.Mast")).isEqualTo(Rank.PERHAPS);
      assertThat(Office.rank(found, "android.os.Build")).isEqualTo(Rank.PREPARED);
    }
  }

  @Test
  void aHandlerThatLogsAndGoesOnHasCopedInALibrary() throws IOException {
    assertThat(rankUnder("System.out.println(\"no gauge: \" + e.getMessage());"))
        .isEqualTo(Rank.PREPARED);
    assertThat(rankUnder("throw new IllegalStateException(e);")).isEqualTo(Rank.PERHAPS);
    assertThat(rankUnder("System.exit(3);")).isEqualTo(Rank.PERHAPS);
  }

  private Rank rankUnder(String handler) throws IOException {
    Office office = new Office(dir.resolve("office" + handler.hashCode()));
    office.library(
        "gauges",
        "package org.gauges; public class Gauge { public static int read() { return 4; } }");
    office.library(
        "log",
        "package l; public class Log { public static void level() { try {"
            + " org.gauges.Gauge.read(); } catch (Throwable e) { "
            + handler
            + " } } }");
    office.main("l.Log.level();");
    office.remove("gauges");
    try (Analysis found = office.analyze(Prune.FILES)) {
      return Office.rank(found, "org.gauges.Gauge");
    }
  }

  @Test
  void closingWhatWasOpenedIsNoHandler() throws IOException {
    Office office = new Office(dir);
    office.library("gauges", "package g; public class Gauge { public int read() { return 4; } }");
    office.main(
        "m.Main.class.getResource(\"/none.txt\");"
            + " try (java.io.StringReader in = new java.io.StringReader(\"x\")) {"
            + " System.out.println(new g.Gauge().read() + in.read()); }");
    office.remove("gauges");
    try (Analysis found = office.analyze(Prune.FILES)) {
      assertThat(Office.rank(found, "g.Gauge")).isEqualTo(Rank.NEEDED);
    }
  }

  @Test
  void aHandlerCountsForWhatOnlyItsOwnClassCallsUnderIt() throws IOException {
    Office office = new Office(dir);
    office.library(
        "radio",
        "package r; public class Radio { private static Object mast;"
            + " static { try { mast = find(); } catch (Exception e) { mast = null; } }"
            + " private static Object find() throws Exception { return load(\"x\"); }"
            + " private static Object load(String x) throws Exception {"
            + " return Class.forName(\"org.far.Mast\").getField(x); }"
            + " public static Object mast() { return mast; } }");
    office.main("r.Radio.mast();");
    try (Analysis found = office.analyze(Prune.FILES)) {
      assertThat(Office.rank(found, "org.far.Mast")).isEqualTo(Rank.PREPARED);
    }
  }

  @Test
  void doubtsStopTheWorkOnlyIfTheUserSaysSo() throws IOException {
    Office office = office(new Jar());
    office.main("t.Tides.level();");
    office.remove("gauges");
    try (Analysis found = office.analyze(Prune.FILES)) {
      dev.girdle.plan.Choice usual = found.plan().choice();
      Analysis strict =
          found.with(
              found
                  .plan()
                  .with(
                      new dev.girdle.plan.Choice(
                          usual.prune(),
                          usual.missingOk(),
                          true,
                          usual.always(),
                          usual.never(),
                          usual.evidence(),
                          usual.target())));
      assertThat(strict.faults()).hasSize(1);
    }
  }
}
