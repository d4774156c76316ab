package dev.girdle.seal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.app.Component;
import dev.girdle.app.Conflict;
import dev.girdle.app.Item;
import dev.girdle.app.Target;
import dev.girdle.closure.Ballast;
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
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What goes along and what stays behind, on real jars. */
class PruningTest {
  @TempDir Path dir;
  private Path app;
  private Path lib;

  @BeforeEach
  void build() throws IOException {
    app = dir.resolve("app");
    lib =
        Compiled.to(
            dir.resolve("lib"),
            "package l; public class Used { public static void x() {} }",
            "package l; public class Spare {}",
            "package l; public class Maker { public Maker(int x) {} }");
  }

  private void library(Jar jar) throws IOException {
    jar.folder(lib)
        .with("l/read.txt", "x")
        .with("l/unread.txt", "x")
        .with("META-INF/LICENSE", "licence")
        .with("META-INF/maven/g/a/pom.xml", "<project/>")
        .write(app.resolve("lib/lib-1.0.jar"));
  }

  private void main(String body) throws IOException {
    Path main =
        Compiled.to(
            dir.resolve("main"),
            17,
            List.of(lib),
            "package m; public class Main { public static void main(String[] a) throws Exception {"
                + body
                + "} }");
    new Jar().manifest("Main-Class: m.Main").folder(main).write(app.resolve("main.jar"));
  }

  private Analysis analyze(Prune prune, List<String> always, List<String> never, String target) {
    Choice choice =
        new Choice(
            prune,
            List.of(),
            false,
            always.stream().map(NamePattern::of).toList(),
            never.stream().map(NamePattern::of).toList(),
            List.of(),
            Optional.ofNullable(target).map(Target::of));
    return new Analyzer(Progress.SILENT).analyze(Plan.of(app).with(choice));
  }

  private Analysis analyze(Prune prune) {
    return analyze(prune, List.of(), List.of(), null);
  }

  private static List<String> items(Analysis analysis, String component) {
    Component found =
        analysis.kept().stream().filter(c -> c.name().equals(component)).findFirst().orElseThrow();
    return analysis.selection().items(found).keySet().stream().map(Item::path).toList();
  }

  @Test
  void eachLevelLeavesOutMoreAndEveryItemHasAReason() throws IOException {
    library(new Jar().manifest("X: y"));
    main("l.Used.x(); l.Used.class.getResource(\"read.txt\");");
    try (Analysis none = analyze(Prune.COMPONENTS)) {
      assertThat(items(none, "lib-1.0.jar")).hasSize(8);
    }
    try (Analysis files = analyze(Prune.FILES)) {
      assertThat(items(files, "lib-1.0.jar"))
          .containsExactlyInAnyOrder(
              "META-INF/MANIFEST.MF",
              "META-INF/LICENSE",
              "l/Used.class",
              "l/Spare.class",
              "l/Maker.class",
              "l/read.txt",
              "l/unread.txt");
    }
    try (Analysis classes = analyze(Prune.CLASSES)) {
      assertThat(items(classes, "lib-1.0.jar"))
          .containsExactlyInAnyOrder(
              "META-INF/MANIFEST.MF",
              "META-INF/LICENSE",
              "l/Used.class",
              "l/read.txt",
              "l/unread.txt");
      assertThat(classes.ballast()).allSatisfy(b -> assertThat(b.reason()).isNotEmpty());
      assertThat(classes.ballast())
          .filteredOn(b -> b.path().endsWith("pom.xml"))
          .extracting(Ballast::reason)
          .containsExactly("build description");
      assertThat(new Explainer(classes).explain("l.Spare"))
          .singleElement()
          .isInstanceOfSatisfying(
              Explanation.Unreached.class,
              u -> {
                assertThat(u.kept()).isFalse();
                assertThat(u.why()).isEqualTo("nothing in the closure needs it");
              });
    }
  }

  @Test
  void anOpenDemandKeepsWhatItCouldMeanInItsComponent() throws IOException {
    Path open =
        Compiled.to(
            dir.resolve("open"),
            "package o; public class Loader { public static void load(String n) throws Exception {"
                + " Class.forName(System.getProperty(n)); } }",
            "package o; public class Plain { Needed needed = new Needed(); }",
            "package o; class Hidden { }",
            "package o; public class Needed { private Needed(int x) {} Needed() {} }");
    new Jar().folder(open).with("o/file.txt", "x").write(app.resolve("lib/open.jar"));
    library(new Jar());
    Path main =
        Compiled.to(
            dir.resolve("main"),
            17,
            List.of(open),
            "package m; public class Main { public static void main(String[] a) throws Exception {"
                + " o.Loader.load(a[0]); } }");
    new Jar().manifest("Main-Class: m.Main").folder(main).write(app.resolve("main.jar"));
    try (Analysis found = analyze(Prune.CLASSES)) {
      assertThat(found.closure().open())
          .singleElement()
          .satisfies(o -> assertThat(o.place()).isEqualTo("o.Loader.load, line 1"));
      assertThat(items(found, "open.jar"))
          .containsExactlyInAnyOrder(
              "o/Loader.class", "o/Plain.class", "o/Hidden.class", "o/Needed.class", "o/file.txt");
      assertThat(found.kept()).extracting(Component::name).doesNotContain("lib-1.0.jar");
    }
  }

  @Test
  void aNameThatALibraryOnlyPassesOnIsOpenAndKeepsNothing() throws IOException {
    Path open =
        Compiled.to(
            dir.resolve("open"),
            "package o; public class Loader { public static void load(String n) throws Exception {"
                + " Class.forName(n.trim()); } }",
            "package o; public class Plain {}",
            "package o; public class Given {}");
    new Jar().folder(open).write(app.resolve("lib/open.jar"));
    library(new Jar());
    Path main =
        Compiled.to(
            dir.resolve("main"),
            17,
            List.of(open),
            "package m; public class Main { public static void main(String[] a) throws Exception {"
                + " o.Loader.load(\"o.Given\"); } }");
    new Jar().manifest("Main-Class: m.Main").folder(main).write(app.resolve("main.jar"));
    try (Analysis found = analyze(Prune.CLASSES)) {
      assertThat(found.closure().open()).singleElement().matches(o -> o.passedOn());
      assertThat(items(found, "open.jar"))
          .containsExactlyInAnyOrder("o/Loader.class", "o/Given.class");
    }
  }

  @Test
  void alwaysAndNeverOverruleTheClosure() throws IOException {
    library(new Jar());
    main("l.Used.x();");
    try (Analysis found =
        analyze(Prune.CLASSES, List.of("l.Sp*", "l/unread.txt"), List.of(), null)) {
      assertThat(items(found, "lib-1.0.jar"))
          .containsExactlyInAnyOrder(
              "l/Used.class", "l/Spare.class", "l/read.txt", "l/unread.txt", "META-INF/LICENSE");
    }
    try (Analysis found = analyze(Prune.NONE, List.of(), List.of("l.Used"), null)) {
      assertThat(items(found, "lib-1.0.jar")).doesNotContain("l/Used.class");
      Unresolved unmet = found.closure().unmet(Rank.NEEDED).get(0);
      assertThat(unmet.advice()).isEqualTo("it is in lib-1.0.jar, left out by --never l.Used");
      assertThat(found.faults()).isEmpty();
    }
    try (Analysis found = analyze(Prune.COMPONENTS, List.of(), List.of("lib"), null)) {
      assertThat(found.kept()).extracting(Component::name).containsExactly("main.jar");
      assertThat(found.ballast()).extracting(Ballast::reason).containsExactly("--never lib");
    }
  }

  @Test
  void patternsThatFitNothingAreAllToldWithTheNearestNames() throws IOException {
    library(new Jar());
    main("");
    assertThatThrownBy(
            () ->
                analyze(Prune.NONE, List.of("l.Sparr"), List.of("lib-9.0.jar", "zzzzzz.**"), null))
        .hasMessageContaining("--always l.Sparr: no class, file or component of that name")
        .hasMessageContaining("did you mean l.Spare")
        .hasMessageContaining("--never lib-9.0.jar")
        .hasMessageContaining("lib-1.0.jar")
        .hasMessageContaining("--never zzzzzz.**");
  }

  @Test
  void nativeCodeForOtherSystemsStaysBehindWhateverItsPathSays() throws IOException {
    byte[] linux =
        ByteBuffer.allocate(64)
            .order(ByteOrder.LITTLE_ENDIAN)
            .putInt(0, 0x464c457f)
            .put(5, (byte) 1)
            .putShort(18, (short) 0x3e)
            .array();
    byte[] windows =
        ByteBuffer.allocate(256)
            .order(ByteOrder.LITTLE_ENDIAN)
            .putShort(0, (short) 0x5a4d)
            .putInt(0x3c, 0x80)
            .putInt(0x80, 0x4550)
            .putShort(0x84, (short) 0x8664)
            .array();
    library(new Jar().with("l/linux/libtide.so", linux).with("l/linux/tide.dll", windows));
    main("l.Used.x(); System.loadLibrary(\"tide\");");
    try (Analysis found = analyze(Prune.NONE, List.of(), List.of(), "linux-x64")) {
      assertThat(items(found, "lib-1.0.jar")).contains("l/linux/libtide.so");
      assertThat(found.ballast())
          .extracting(Ballast::path, Ballast::reason)
          .contains(
              org.assertj.core.groups.Tuple.tuple(
                  "l/linux/tide.dll", "native code for windows-x64, not for linux-x64"));
      assertThat(found.natives().bySystem()).containsOnlyKeys("linux-x64", "windows-x64");
    }
    try (Analysis named =
        analyze(Prune.NONE, List.of("l/linux/tide.dll"), List.of(), "linux-x64")) {
      assertThat(items(named, "lib-1.0.jar"))
          .as("what the user names is there")
          .contains("l/linux/libtide.so", "l/linux/tide.dll");
    }
    try (Analysis jar = analyze(Prune.NONE, List.of("lib-1.0.jar"), List.of(), "linux-x64")) {
      assertThat(items(jar, "lib-1.0.jar")).doesNotContain("l/linux/tide.dll");
    }
    try (Analysis found = analyze(Prune.CLASSES, List.of(), List.of(), "windows-x64")) {
      assertThat(items(found, "lib-1.0.jar"))
          .contains("l/linux/tide.dll")
          .doesNotContain("l/linux/libtide.so");
    }
  }

  /**
   * Tables of names that nobody opens by a name that code tells, of whatever build they are for.
   */
  @Test
  void whatDataFilesOfAComponentAtWorkNameIsKept() throws IOException {
    String table = "{\"reflection\": [{\"type\": \"l.Spare\", \"about\": {\"type\": \"l.Used\"}}]}";
    library(new Jar().with("META-INF/anywhere/g/a/table.json", table));
    main("l.Used.x();");
    try (Analysis found = analyze(Prune.CLASSES)) {
      assertThat(items(found, "lib-1.0.jar"))
          .contains("l/Spare.class", "META-INF/anywhere/g/a/table.json")
          .doesNotContain("l/Maker.class");
    }
  }

  @Test
  void whatDataFilesOfAComponentThatNothingReachesNameIsNoReason() throws IOException {
    library(new Jar());
    new Jar()
        .with("META-INF/anywhere/table.json", "[\"l.Spare\"]")
        .folder(Compiled.to(dir.resolve("idle"), "package idle; public class Idle { }"))
        .write(app.resolve("lib/idle-1.0.jar"));
    main("l.Used.x();");
    try (Analysis found = analyze(Prune.CLASSES)) {
      assertThat(items(found, "lib-1.0.jar")).doesNotContain("l/Spare.class");
    }
  }

  @Test
  void oneClassInTwoComponentsAndTwoReleasesAreTold() throws IOException {
    library(new Jar());
    new Jar().folder(lib).write(app.resolve("lib/other.jar"));
    Path changed =
        Compiled.to(
            dir.resolve("changed"),
            "package l; public class Used { public static void x() {} int y; }");
    new Jar().folder(changed).write(app.resolve("lib/lib-2.0.jar"));
    main("l.Used.x();");
    try (Analysis found = analyze(Prune.COMPONENTS)) {
      assertThat(found.model().conflicts())
          .extracting(Conflict::kind, Conflict::winner, c -> c.losers().get(0), Conflict::same)
          .containsExactlyInAnyOrder(
              org.assertj.core.groups.Tuple.tuple(
                  "two_releases", "lib-1.0.jar", "lib-2.0.jar", false),
              org.assertj.core.groups.Tuple.tuple("same_class", "lib-1.0.jar", "other.jar", true));
    }
  }

  @Test
  void aProgramOfModulesIsFollowedThroughItsDescriptors() throws IOException {
    Path api =
        Compiled.to(
            dir.resolve("api"),
            "package api; public interface Tide { int depth(); }",
            "module t.api { exports api; uses api.Tide; }");
    Path provider = dir.resolve("provider");
    Compiled.to(
        provider,
        17,
        List.of(api),
        "package prov; public class Moon implements api.Tide { public int depth() { return 4; } }");
    Compiled.modules(
        provider, api, "module t.prov { requires t.api; provides api.Tide with prov.Moon; }");
    new Jar().folder(api).write(app.resolve("lib/api.jar"));
    new Jar().folder(provider).write(app.resolve("lib/prov.jar"));
    Path main =
        Compiled.to(
            dir.resolve("modular"),
            17,
            List.of(api),
            "package m; public class Main { public static void main(String[] a) {"
                + " for (api.Tide t : java.util.ServiceLoader.load(api.Tide.class)) {"
                + " System.out.println(t.depth()); } } }");
    Compiled.modules(main, api, "module t.main { requires t.api; uses api.Tide; }");
    new Jar().folder(main).write(app.resolve("main.jar"));
    Plan plan = Plan.of(app).with(List.of(Entry.of("t.main/m.Main")));
    try (Analysis found =
        new Analyzer(Progress.SILENT).analyze(plan.with(Choice.of(Prune.CLASSES)))) {
      assertThat(found.entry().module()).isEqualTo("t.main");
      assertThat(found.kept())
          .extracting(Component::name)
          .containsExactlyInAnyOrder("main.jar", "api.jar", "prov.jar");
      assertThat(found.faults()).isEmpty();
    }
  }
}
