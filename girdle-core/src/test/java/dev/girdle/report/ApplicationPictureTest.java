package dev.girdle.report;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Reached;
import dev.girdle.ecosystem.Progress;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.seal.Assessment;
import dev.girdle.seal.Assessor;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class ApplicationPictureTest {
  @TempDir Path dir;
  private Path app;

  @BeforeEach
  void build() throws IOException {
    app = Files.createDirectories(dir.resolve("app"));
    Path lib =
        Compiled.to(
            dir.resolve("lib"),
            """
            package l;
            public class Tide {
              public int depth() { return Half.of(3); }
              public String unused() { return new Rare().toString(); }
            }
            """,
            "package l; class Half { static int of(int x) { return x / 2; } }",
            "package l; class Rare {}",
            "package l; class Alone {}");
    Path idle =
        Compiled.to(
            dir.resolve("idle"),
            17,
            List.of(lib),
            "package i; public class Idle { public l.Tide tide; }");
    Path dead =
        Compiled.to(
            dir.resolve("dead"),
            17,
            List.of(idle),
            "package d; public class Dead { public i.Idle idle = new i.Idle(); }");
    Path main =
        Compiled.to(
            dir.resolve("main"),
            17,
            List.of(lib),
            """
            package m;
            public class Main {
              public static void main(String[] a) {
                System.out.println(new l.Tide().depth() + Deep.read());
              }
            }
            """,
            "package m; class Deep { static String read() { return new l.Tide() + \"\"; } }");
    new Jar().manifest("Main-Class: m.Main").folder(main).write(app.resolve("main.jar"));
    new Jar().folder(lib).write(app.resolve("lib.jar"));
    new Jar().folder(idle).write(app.resolve("idle.jar"));
    new Jar().folder(dead).write(app.resolve("dead.jar"));
    Files.writeString(app.resolve("notes.txt"), "low water");
  }

  private record Drawn(Assessment assessment, Picture picture) implements AutoCloseable {
    @Override
    public void close() {
      assessment.close();
    }
  }

  private Drawn draw(Prune prune) {
    Choice usual = Choice.USUAL;
    Plan plan =
        Plan.of(app)
            .with(
                new Choice(
                    prune,
                    usual.missingOk(),
                    usual.strict(),
                    usual.always(),
                    usual.never(),
                    usual.evidence(),
                    Optional.empty()));
    Askers askers = new Askers();
    Assessment assessment = new Assessor(Progress.SILENT, askers).assess(plan);
    return new Drawn(assessment, ApplicationPicture.of(assessment, askers, List.of(), "0.1.0"));
  }

  @ParameterizedTest
  @EnumSource(Prune.class)
  void everyChainIsThatOfTheClosure(Prune prune) {
    try (Drawn drawn = draw(prune)) {
      Map<String, Piece> pieces = new HashMap<>();
      drawn.picture.pieces().forEach(p -> pieces.put(key(drawn.picture, p), p));
      int checked = 0;
      for (Reached reached : drawn.assessment.closure().reached()) {
        Item item = reached.item();
        Piece piece = pieces.get(item.component().name() + "!" + item.path());
        List<String> wanted =
            drawn.assessment.closure().chain(item).stream()
                .map(ApplicationPictureTest::text)
                .toList();
        assertThat(chain(drawn.picture, piece.link())).as(item.name()).isEqualTo(wanted);
        checked++;
      }
      assertThat(checked).isGreaterThan(3);
    }
  }

  private static String key(Picture picture, Piece piece) {
    return picture.parts().get(piece.part()).name() + "!" + piece.path();
  }

  private static String text(Demand demand) {
    return demand.asker().map(Item::name).orElse("plan") + " " + demand.how() + " " + demand.name();
  }

  private static List<String> chain(Picture picture, int last) {
    List<String> chain = new ArrayList<>();
    for (int k = last; k >= 0; k = picture.links().get(k).before()) {
      Link link = picture.links().get(k);
      String from = link.from() < 0 ? "plan" : picture.pieces().get(link.from()).name();
      chain.add(0, from + " " + link.how() + " " + link.name());
    }
    return chain;
  }

  @ParameterizedTest
  @EnumSource(Prune.class)
  void sizesAreThoseOfTheSelection(Prune prune) {
    try (Drawn drawn = draw(prune)) {
      long aside = "low water".length();
      assertThat(drawn.picture.bytes(true)).isEqualTo(drawn.assessment.keptBytes());
      assertThat(drawn.picture.bytes(false)).isEqualTo(drawn.assessment.ballastBytes() + aside);
    }
  }

  @Test
  void everybodyWhoAsksIsTold() {
    try (Drawn drawn = draw(Prune.COMPONENTS)) {
      assertThat(askers(drawn.picture, "l.Tide")).containsExactlyInAnyOrder("m.Main", "m.Deep");
      assertThat(askers(drawn.picture, "l.Half")).containsExactly("l.Tide");
      assertThat(askers(drawn.picture, "l.Alone")).isEmpty();
      // what is not needed itself asks for it, which does not make it needed
      assertThat(askers(drawn.picture, "i.Idle")).containsExactly("d.Dead");
      assertThat(fate(drawn.picture, "i.Idle")).isEqualTo(Fate.LEFT);
      assertThat(fate(drawn.picture, "l.Alone")).isEqualTo(Fate.ALONG);
      assertThat(fate(drawn.picture, "notes.txt")).isEqualTo(Fate.LEFT);
    }
  }

  @Test
  void whatIsPrunedStaysBehindPieceByPiece() {
    try (Drawn drawn = draw(Prune.CLASSES)) {
      assertThat(fate(drawn.picture, "l.Tide")).isEqualTo(Fate.NEEDED);
      assertThat(fate(drawn.picture, "l.Half")).isEqualTo(Fate.NEEDED);
      // a class that goes along works, whichever of its methods is called
      assertThat(fate(drawn.picture, "l.Rare")).isEqualTo(Fate.NEEDED);
      assertThat(fate(drawn.picture, "l.Alone")).isEqualTo(Fate.LEFT);
    }
  }

  private static Piece piece(Picture picture, String name) {
    return picture.pieces().stream().filter(p -> p.name().equals(name)).findFirst().orElseThrow();
  }

  private static Fate fate(Picture picture, String name) {
    return piece(picture, name).fate();
  }

  private static List<String> askers(Picture picture, String name) {
    return piece(picture, name).askers().stream()
        .map(a -> picture.pieces().get(a.piece()).name())
        .toList();
  }
}
