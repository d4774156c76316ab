package dev.girdle.seal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.closure.Demand;
import dev.girdle.ecosystem.Progress;
import dev.girdle.plan.Plan;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ExplainerTest {
  @TempDir Path dir;
  private Path app;

  @BeforeEach
  void build() throws IOException {
    app = dir.resolve("app");
    Path gone =
        Compiled.to(
            dir.resolve("gone"), "package g; public class Gone { public static void x() {} }");
    Path lib =
        Compiled.to(
            dir.resolve("lib"),
            "package l; public class Lib { public static void x() {} }",
            "package l; public class Spare {}");
    Path dead =
        Compiled.to(
            dir.resolve("dead"),
            17,
            List.of(Path.of(lib.toString())),
            "package d; public class Dead {}",
            "package d; public class User { Dead dead = new Dead(); }");
    Path asker =
        Compiled.to(
            dir.resolve("asker"),
            17,
            List.of(dead),
            "package k; public class Asker { d.Dead dead = new d.Dead(); }");
    Path main =
        Compiled.to(
            dir.resolve("main"),
            17,
            List.of(Path.of(lib + ":" + gone)),
            "package m; public class Main { public static void main(String[] a) {"
                + " l.Lib.x(); g.Gone.x(); } }");
    new Jar().manifest("Main-Class: m.Main").folder(main).write(app.resolve("m-1.0.jar"));
    new Jar().folder(lib).write(app.resolve("lib/lib-2.0.jar"));
    new Jar().folder(dead).write(app.resolve("lib/dead-3.0.jar"));
    new Jar().folder(asker).write(app.resolve("lib/asker-3.0.jar"));
    Files.writeString(app.resolve("notes.txt"), "");
  }

  private <T extends Explanation> T explain(String thing, Class<T> kind) {
    try (Analysis analysis = new Analyzer(Progress.SILENT).analyze(Plan.of(app))) {
      List<Explanation> found = new Explainer(analysis).explain(thing);
      assertThat(found).singleElement().isInstanceOf(kind);
      return kind.cast(found.get(0));
    }
  }

  @Test
  void aClassByItsFullNameItsSimpleNameOrItsFile() {
    for (String name : List.of("l.Lib", "Lib", "l/Lib.class", "l/Lib")) {
      Explanation.Reached lib = explain(name, Explanation.Reached.class);
      assertThat(lib.chain()).extracting(Demand::name).containsExactly("m.Main", "l.Lib");
    }
  }

  @Test
  void aComponentByItsFileItsPathOrItsNameWithoutRelease() {
    for (String name : List.of("lib-2.0.jar", "lib/lib-2.0.jar", "lib-2.0", "lib")) {
      Explanation.Kept lib = explain(name, Explanation.Kept.class);
      assertThat(lib.reached()).isEqualTo(1);
      assertThat(lib.chain()).hasSize(2);
    }
  }

  @Test
  void whatIsLeftOutIsToldWithThoseWhoWouldHaveWantedIt() {
    Explanation.LeftOut dead = explain("dead-3.0.jar", Explanation.LeftOut.class);
    assertThat(dead.askers()).extracting(Demand::place).containsExactly("k.Asker.<init>, line 1");
  }

  @Test
  void whatIsMissingIsToldWithTheWayToIt() {
    Explanation.Missing gone = explain("Gone", Explanation.Missing.class);
    assertThat(gone.subject()).isEqualTo("g.Gone");
    assertThat(gone.chain()).extracting(Demand::name).containsExactly("m.Main", "g.Gone");
  }

  @Test
  void whatTravelsWithoutBeingReachedIsToldAsSuch() {
    assertThat(explain("l.Spare", Explanation.Unreached.class).kept()).isTrue();
    assertThat(explain("d.User", Explanation.Unreached.class).kept()).isFalse();
  }

  @Test
  void filesBesideTheProgramAndModulesOfTheRuntime() {
    assertThat(explain("notes.txt", Explanation.Aside.class).aside().takenFor())
        .isEqualTo("other file, not on the class path");
    assertThat(explain("java.base", Explanation.Reached.class).chain()).hasSize(2);
    assertThat(explain("java.desktop", Explanation.Unreached.class).askers()).isEmpty();
  }

  @Test
  void anUnknownNameGetsTheNearest() {
    assertThatThrownBy(() -> explain("l.Libb", Explanation.class))
        .hasMessageContaining("did you mean l.Lib?");
    assertThatThrownBy(() -> explain("completely.Different", Explanation.class))
        .hasMessageContaining("nothing in")
        .hasMessageContaining("Give a class by its name");
  }
}
