package dev.girdle.bench;

import java.util.List;
import java.util.Map;

/**
 * A real program with a real job to do.
 *
 * @param name what the table calls it
 * @param kind what kind of program it is
 * @param sample its folder in {@code girdle-samples}
 * @param entry its main class
 * @param files the files that the job works on, by their paths
 * @param steps the arguments of each start that the job takes
 * @param javaOptions options for Java that the job needs
 * @param sealing options of {@code seal} that the program needs
 */
record Program(
    String name,
    String kind,
    String sample,
    String entry,
    Map<String, String> files,
    List<List<String>> steps,
    List<String> javaOptions,
    List<String> sealing) {
  private static Program of(
      String name,
      String kind,
      String sample,
      String entry,
      Map<String, String> files,
      List<List<String>> steps) {
    return new Program(name, kind, sample, entry, files, steps, List.of(), List.of());
  }

  private static final String RULES =
      """
      <?xml version="1.0"?>
      <!DOCTYPE module PUBLIC "-//Checkstyle//DTD Checkstyle Configuration 1.3//EN"
          "https://checkstyle.org/dtds/configuration_1_3.dtd">
      <module name="Checker">
        <module name="FileTabCharacter"/>
        <module name="LineLength"><property name="max" value="60"/></module>
        <module name="TreeWalker">
          <module name="UnusedImports"/><module name="MagicNumber"/>
          <module name="JavadocMethod"/><module name="NeedBraces"/><module name="SummaryJavadoc"/>
          <module name="SuppressionXpathSingleFilter">
            <property name="checks" value="NeedBraces"/>
            <property name="query" value="//METHOD_DEF[./IDENT[@text='quiet']]//*"/>
          </module>
        </module>
      </module>
      """;

  private static final String JAVA =
      """
      import java.util.List;
      /** no full stop */
      class Berth {
        /** Gives it. @param x what */
        int depth(boolean deep) { if (deep) return 42; return 7; }
        void quiet(boolean deep) { if (deep) System.out.println("a line that is too long for this"); }
      \t}
      """;

  private static final String SQL =
      "create table berth(name varchar, depth decimal(4,2));"
          + "insert into berth values ('north-quay', 2.1), ('fish-dock', 0.8);"
          + "select name, depth, h2version() from berth order by depth;"
          + "select xmlnode('tide'), hash('SHA-256', 'x');";

  private static final String PROTO =
      """
      syntax = "proto3";
      package org.ternhaven.wire;
      // A place for one ship.
      message Berth {
        string name = 1;
        repeated double depths = 2;
        oneof state { bool free = 3; string ship = 4; }
        map<string, int32> tides = 5;
      }
      enum Quay { NORTH = 0; SOUTH = 1; }
      service Desk { rpc Find (Berth) returns (stream Berth); }
      """;

  private static final String SCALA =
      """
      package org.ternhaven
      object   Berths { def  depth( name : String ):Int = name match { case "north" =>4
       case _ => 2 }
        val xs = for{ x <- List(1,2 ,3); if x>1 } yield x*2 }
      """;

  private static final String GROOVY =
      """
      class Berth {
          def name = "a"
          boolean isFree() { if (true) { return true } else { return false } }
          void empty() { try { println name } catch (Exception e) { } }
          def gstring() { if (name == name) { } }
      }
      """;

  private static final String RULESET =
      """
      <ruleset xmlns="http://codenarc.org/ruleset/1.0">
        <ruleset-ref path="rulesets/basic.xml"/>
        <ruleset-ref path="rulesets/unnecessary.xml"/>
        <ruleset-ref path="rulesets/convention.xml"/>
      </ruleset>
      """;

  /** All programs of the proof. */
  static List<Program> all() {
    return List.of(
        of(
            "Checkstyle",
            "linter",
            "checkstyle",
            "com.puppycrawl.tools.checkstyle.Main",
            Map.of("rules.xml", RULES, "Berth.java", JAVA),
            List.of(
                List.of("-c", "rules.xml", "Berth.java"),
                List.of("-c", "/sun_checks.xml", "-f", "sarif", "Berth.java"))),
        of(
            "H2",
            "database",
            "h2",
            "org.h2.tools.Shell",
            Map.of(),
            List.of(List.of("-url", "jdbc:h2:mem:", "-sql", SQL))),
        of(
            "harbour desk",
            "web server (Tomcat, Spring)",
            "desk",
            "org.ternhaven.desk.Desk",
            Map.of(),
            List.of(List.of("/berths", "/berths/fish-dock", "/none"))),
        of(
            "Wire compiler",
            "Kotlin",
            "wire",
            "com.squareup.wire.WireCompiler",
            Map.of("in/berth.proto", PROTO),
            List.of(
                List.of("--proto_path=in", "--kotlin_out=out", "berth.proto"),
                List.of("--proto_path=in", "--java_out=out", "berth.proto"))),
        of(
            "Scalafmt",
            "Scala",
            "scalafmt",
            "org.scalafmt.cli.Cli",
            Map.of("Berths.scala", SCALA),
            List.of(
                List.of(
                    "--config-str",
                    "version=3.7.17,runner.dialect=scala213,align.preset=more",
                    "--stdout",
                    "Berths.scala"))),
        of(
            "CodeNarc",
            "Groovy",
            "codenarc",
            "org.codenarc.CodeNarc",
            Map.of("in/Berth.groovy", GROOVY, "rules.xml", RULESET),
            List.of(List.of("-basedir=in", "-rulesetfiles=file:rules.xml", "-report=json:stdout"))),
        new Program(
            "tide clock",
            "GUI (OpenJFX)",
            "tideclock",
            "org.ternhaven.tideclock.TideClock",
            Map.of(),
            List.of(List.of("1")),
            List.of("-Dprism.order=sw"),
            List.of("--entry-options", "-Dprism.order=sw", "--target", "linux-x64")),
        of(
            "SQLLine with SQLite",
            "JNI",
            "sqlline",
            "sqlline.SqlLine",
            Map.of(),
            List.of(
                List.of(
                    "-u",
                    "jdbc:sqlite:tides.db",
                    "--silent=true",
                    "--color=false",
                    "-e",
                    "create table t(x int, y text);",
                    "-e",
                    "insert into t values (7, 'tide');",
                    "-e",
                    "select sum(x) + 1, max(y), sqlite_version() from t;"))),
        of(
            "JGit",
            "many commands, found through lists",
            "jgit",
            "org.eclipse.jgit.pgm.Main",
            Map.of("berths/north.txt", "4.2\n"),
            List.of(
                List.of("init", "berths"),
                List.of("--git-dir", "berths/.git", "add", "north.txt"),
                List.of("--git-dir", "berths/.git", "status"),
                List.of("--git-dir", "berths/.git", "ls-files"))));
  }
}
