package dev.girdle.seal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Rank;
import dev.girdle.closure.Unresolved;
import dev.girdle.ecosystem.Progress;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Entry;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import dev.girdle.testing.TinyElf;
import java.io.IOException;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What applications need, on real class files. */
class AnalyzerTest {
  @TempDir Path dir;
  private Path app;
  private Path classes;

  @BeforeEach
  void folders() {
    app = dir.resolve("app");
    classes = dir.resolve("classes");
  }

  private Jar main(int release, List<Path> libraries, String body) throws IOException {
    String source =
        "package m; public class Main { public static void main(String[] a) throws Exception {"
            + body
            + "} }";
    Compiled.to(classes, release, libraries, source);
    return new Jar().manifest("Main-Class: m.Main").folder(classes);
  }

  private Analysis analyze() {
    return new Analyzer(Progress.SILENT).analyze(Plan.of(app));
  }

  private Plan plan(Prune prune, List<NamePattern> missingOk) {
    return Plan.of(app)
        .with(
            new Choice(prune, missingOk, false, List.of(), List.of(), List.of(), Optional.empty()));
  }

  private static List<String> kept(Analysis analysis) {
    return analysis.kept().stream().map(Component::name).toList();
  }

  private static List<String> missing(Analysis analysis, Rank rank) {
    return analysis.closure().unmet(rank).stream().map(Unresolved::name).toList();
  }

  private Path library(String name, String... sources) throws IOException {
    Path folder = Compiled.to(dir.resolve(name), 8, List.of(), sources);
    new Jar().folder(folder).write(app.resolve("lib/" + name + ".jar"));
    return folder;
  }

  @Test
  void aProviderForAServiceOfTheRuntimeGoesAlongOnceItsModuleIsReached() throws IOException {
    Path driver =
        Compiled.to(
            dir.resolve("driver"),
            "package d; public class Driver extends java.util.logging.Handler {"
                + " public void publish(java.util.logging.LogRecord r) {}"
                + " public void flush() {} public void close() {} }");
    new Jar()
        .folder(driver)
        .with("META-INF/services/java.sql.Driver", "d.Driver\n")
        .write(app.resolve("lib/driver.jar"));
    main(17, List.of(), "System.out.println();").write(app.resolve("main.jar"));
    try (Analysis without = analyze()) {
      assertThat(kept(without)).containsExactly("main.jar");
    }
    main(17, List.of(), "java.sql.DriverManager.getConnection(\"x\");")
        .write(app.resolve("main.jar"));
    try (Analysis with = analyze()) {
      assertThat(kept(with)).containsExactly("main.jar", "driver.jar");
      assertThat(with.runtimeModules()).contains("java.sql", "java.logging");
    }
  }

  @Test
  void whatTheRuntimeHasItselfIsTakenFromThere() throws IOException {
    Path copy = Compiled.to(dir.resolve("copy"), "package x; public class Copy {}");
    new Jar()
        .folder(copy)
        .with("javax/sql/DataSource.class", Files.readAllBytes(copy.resolve("x/Copy.class")))
        .write(app.resolve("lib/copy.jar"));
    main(17, List.of(), "javax.sql.DataSource d = null; d.getConnection();")
        .write(app.resolve("main.jar"));
    try (Analysis found = analyze()) {
      assertThat(found.ballast()).extracting(Ballast::component).containsExactly("copy.jar");
    }
  }

  @Test
  void saysWhatUsedToBeAPartOfJava() throws IOException {
    Path gone =
        Compiled.to(
            dir.resolve("gone"),
            "package javax.xml.bind; public class JAXBContext { public static void x() {} }",
            "package java_like.other; public class Other { public static void x() {} }");
    main(17, List.of(gone), "javax.xml.bind.JAXBContext.x(); java_like.other.Other.x();")
        .write(app.resolve("main.jar"));
    try (Analysis found = analyze()) {
      assertThat(found.faults())
          .extracting(Unresolved::name, Unresolved::advice)
          .containsExactly(
              org.assertj.core.groups.Tuple.tuple("java_like.other.Other", ""),
              org.assertj.core.groups.Tuple.tuple(
                  "javax.xml.bind.JAXBContext",
                  "part of Java up to 10; since then a library of its own"));
    }
  }

  @Test
  void whatTheMakersDeclareOptionalIsNotNeeded() throws IOException {
    Path other =
        Compiled.to(
            dir.resolve("other"), "package opt.x; public class Opt { public static void x() {} }");
    Path lib =
        Compiled.to(
            dir.resolve("lib"),
            17,
            List.of(other),
            "package l; public class Lib { public static void x() { opt.x.Opt.x(); } }");
    new Jar()
        .manifest("Import-Package: opt.x;resolution:=optional")
        .folder(lib)
        .write(app.resolve("lib/lib.jar"));
    main(17, List.of(lib), "l.Lib.x();").write(app.resolve("main.jar"));
    try (Analysis found = analyze()) {
      assertThat(found.faults()).isEmpty();
      assertThat(missing(found, Rank.PREPARED)).containsExactly("opt.x.Opt");
      Demand demand = found.closure().unmet().get(0).demands().get(0);
      assertThat(demand.excuse()).isEqualTo("its makers declare it optional");
    }
  }

  @Test
  void aTextInAReachedFileBringsInWhatItNames() throws IOException {
    library("plug", "package p; public class Plug {}");
    library("other", "package p2; public class Other {}");
    main(17, List.of(), "m.Main.class.getResource(\"/wiring.xml\");")
        .with("wiring.xml", "<wiring>\n  <bean class=\"p.Plug\"/>\n</wiring>")
        .with("read-by-another-name.xml", "<bean class=\"p2.Other\"/>")
        .write(app.resolve("main.jar"));
    try (Analysis found = analyze()) {
      // what the user hands over as the program's own counts, whoever opens it
      assertThat(kept(found)).containsExactly("main.jar", "other.jar", "plug.jar");
      Demand last = found.closure().reachedIn(found.kept().get(2)).get(0).first();
      assertThat(last.place()).isEqualTo("wiring.xml, line 2");
    }
  }

  @Test
  void aBinaryFileNamesClassesToo() throws IOException {
    library("plug", "package p; public class Plug {}");
    main(17, List.of(), "m.Main.class.getResource(\"/data.bin\");")
        .with("data.bin", "\0\6Ap/Plug\0\0")
        .write(app.resolve("main.jar"));
    try (Analysis found = analyze()) {
      assertThat(kept(found)).containsExactly("main.jar", "plug.jar");
    }
  }

  @Test
  void theJavaNeededIsThatOfTheNewestClassReached() throws IOException {
    Path reached = library("reached", "package r; public class R {}");
    Path newer = Compiled.to(dir.resolve("newer"), 17, List.of(), "package n; public class N {}");
    new Jar().folder(newer).write(app.resolve("lib/newer.jar"));
    main(11, List.of(reached), "new r.R();").write(app.resolve("main.jar"));
    try (Analysis found = analyze()) {
      assertThat(found.need().orElseThrow().range()).hasToString(">=11");
      assertThat(found.need().orElseThrow().because()).isEqualTo("m.Main");
      assertThat(found.need().orElseThrow().text()).isEqualTo("Java 11 or newer");
    }
  }

  @Test
  void variantsForOtherReleasesDoNotRaiseTheJavaNeededUnlessThereIsNoBase() throws IOException {
    Path base = library("multi", "package x; public class X {}");
    Path variant = Compiled.to(dir.resolve("v"), 17, List.of(), "package x; public class X {}");
    Path only = Compiled.to(dir.resolve("o"), 16, List.of(), "package x; public class Only {}");
    new Jar()
        .manifest("Multi-Release: true")
        .folder(base)
        .folder(variant, "META-INF/versions/17/")
        .write(app.resolve("lib/multi.jar"));
    main(8, List.of(base), "new x.X();").write(app.resolve("main.jar"));
    try (Analysis found = analyze()) {
      assertThat(found.need().orElseThrow().range()).hasToString(">=8");
      assertThat(found.closure().reachedIn(found.kept().get(1))).hasSize(2);
    }
    new Jar()
        .manifest("Multi-Release: true")
        .folder(base)
        .folder(only, "META-INF/versions/16/")
        .write(app.resolve("lib/multi.jar"));
    main(17, List.of(base, only), "new x.X();");
    main(8, List.of(base), "new x.X(); Class.forName(\"x.Only\");").write(app.resolve("main.jar"));
    try (Analysis found = analyze()) {
      assertThat(found.need().orElseThrow().range()).hasToString(">=16");
    }
  }

  @Test
  void pruningCanBeTurnedOff() throws IOException {
    library("unused", "package u; public class U {}");
    main(17, List.of(), "").write(app.resolve("main.jar"));
    Plan all = plan(Prune.NONE, List.of());
    try (Analysis found = new Analyzer(Progress.SILENT).analyze(all)) {
      assertThat(kept(found)).containsExactly("main.jar", "unused.jar");
      assertThat(found.ballast()).isEmpty();
    }
  }

  @Test
  void whatMayBeMissingIsNoFault() throws IOException {
    Path gone =
        Compiled.to(
            dir.resolve("gone"), "package g.h; public class Gone { public static void x() {} }");
    main(17, List.of(gone), "g.h.Gone.x();").write(app.resolve("main.jar"));
    try (Analysis found = analyze()) {
      assertThat(found.faults()).hasSize(1);
    }
    Plan lenient = plan(Prune.COMPONENTS, List.of(NamePattern.of("g.**")));
    try (Analysis found = new Analyzer(Progress.SILENT).analyze(lenient)) {
      assertThat(found.faults()).isEmpty();
      assertThat(missing(found, Rank.NEEDED)).containsExactly("g.h.Gone");
    }
  }

  @Test
  void anApplicationWithoutMainSaysSo() throws IOException {
    library("only", "package o; public class O {}");
    assertThatThrownBy(this::analyze).hasMessageContaining("no class has a main method");
  }

  @Test
  void toldChoicesCanBeTyped() throws IOException {
    Compiled.to(
        app,
        "package a; public class One { public static void main(String[] a) {} }",
        "package a; public class Two { public static void main(String[] a) {} }");
    assertThatThrownBy(this::analyze)
        .hasMessageContaining("2 classes can be started")
        .hasMessageContaining("--entry a.One")
        .hasMessageContaining("--entry a.Two");
    try (Analysis found =
        new Analyzer(Progress.SILENT).analyze(Plan.of(app).with(List.of(Entry.of("a.Two"))))) {
      assertThat(found.entry().foundBy()).isEqualTo("--entry");
    }
  }

  @Test
  void theSameWalkGivesTheSameChains() throws IOException {
    Path lib =
        library(
            "many",
            "package y; public class A { B b = new B(); C c = new C(); }",
            "package y; public class B { D d = new D(); }",
            "package y; public class C { D d = new D(); }",
            "package y; public class D {}");
    main(17, List.of(lib), "new y.A();").write(app.resolve("main.jar"));
    for (int i = 0; i < 5; i++) {
      try (Analysis found = analyze()) {
        List<Explanation> explained = new Explainer(found).explain("y.D");
        Explanation.Reached reached = (Explanation.Reached) explained.get(0);
        assertThat(reached.chain())
            .extracting(Demand::name)
            .containsExactly("m.Main", "y.A", "y.B", "y.D");
      }
    }
  }

  private Path idleCode(String name) throws IOException {
    return Compiled.to(dir.resolve(name), "package " + name + "; public class Idle {}");
  }

  /** Java's own rules end where native code begins; what that is linked with lies elsewhere. */
  @Test
  void aNativeLibraryBringsWhatItIsLinkedWith() throws IOException {
    main(17, List.of(), "System.loadLibrary(\"tide\");").write(app.resolve("main.jar"));
    new Jar()
        .with(
            "linux/libtide.so", TinyElf.x64().with(1, "libmoon.so.2").with(1, "libc.so.6").bytes())
        .folder(idleCode("tide"))
        .write(app.resolve("lib/tide.jar"));
    new Jar()
        .with("x64/libmoon.so.2", TinyElf.x64().with(14, "libmoon.so.2").bytes())
        .folder(idleCode("moon"))
        .write(app.resolve("lib/moon.jar"));
    new Jar()
        .with("other/libmoon.so.2", TinyElf.of(true, ByteOrder.BIG_ENDIAN).bytes())
        .folder(idleCode("other"))
        .write(app.resolve("lib/other.jar"));
    new Jar()
        .with("idle/libidle.so", TinyElf.x64().bytes())
        .folder(idleCode("idle"))
        .write(app.resolve("lib/idle.jar"));
    try (Analysis found = analyze()) {
      assertThat(kept(found)).containsExactly("main.jar", "moon.jar", "tide.jar");
      assertThat(found.closure().unmet(Rank.NEEDED)).isEmpty();
      Item moon =
          found.kept().stream()
              .flatMap(c -> c.items().stream())
              .filter(i -> i.path().endsWith("libmoon.so.2"))
              .findFirst()
              .orElseThrow();
      assertThat(found.closure().chain(moon))
          .extracting(d -> d.place() + " " + d.how().verb() + " " + d.name())
          .containsExactly(
              "the plan starts with m.Main",
              "m.Main.main, line 1 loads the native library tide",
              "linux/libtide.so is linked with libmoon.so.2");
    }
  }
}
