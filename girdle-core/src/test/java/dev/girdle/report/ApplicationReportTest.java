package dev.girdle.report;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Reached;
import dev.girdle.ecosystem.Progress;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Analyzer;
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

class ApplicationReportTest {
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

  private record Drawn(Analysis analysis, ReportModel model) implements AutoCloseable {
    @Override
    public void close() {
      analysis.close();
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
    Analysis analysis = new Analyzer(Progress.SILENT, askers).analyze(plan);
    return new Drawn(analysis, ApplicationReport.of(analysis, askers, List.of(), "0.1.0"));
  }

  @ParameterizedTest
  @EnumSource(Prune.class)
  void everyChainIsThatOfTheClosure(Prune prune) {
    try (Drawn drawn = draw(prune)) {
      Map<String, ReportItem> pieces = new HashMap<>();
      drawn.model.pieces().forEach(p -> pieces.put(key(drawn.model, p), p));
      int checked = 0;
      for (Reached reached : drawn.analysis.closure().reached()) {
        Item item = reached.item();
        ReportItem piece = pieces.get(item.component().name() + "!" + item.path());
        List<String> wanted =
            drawn.analysis.closure().chain(item).stream().map(ApplicationReportTest::text).toList();
        assertThat(chain(drawn.model, piece.link())).as(item.name()).isEqualTo(wanted);
        checked++;
      }
      assertThat(checked).isGreaterThan(3);
    }
  }

  private static String key(ReportModel model, ReportItem piece) {
    return model.parts().get(piece.part()).name() + "!" + piece.path();
  }

  private static String text(Demand demand) {
    return demand.asker().map(Item::name).orElse("plan") + " " + demand.how() + " " + demand.name();
  }

  private static List<String> chain(ReportModel model, int last) {
    List<String> chain = new ArrayList<>();
    for (int k = last; k >= 0; k = model.links().get(k).before()) {
      Link link = model.links().get(k);
      String from = link.from() < 0 ? "plan" : model.pieces().get(link.from()).name();
      chain.add(0, from + " " + link.how() + " " + link.name());
    }
    return chain;
  }

  @ParameterizedTest
  @EnumSource(Prune.class)
  void sizesAreThoseOfTheSelection(Prune prune) {
    try (Drawn drawn = draw(prune)) {
      long aside = "low water".length();
      assertThat(drawn.model.bytes(true)).isEqualTo(drawn.analysis.keptBytes());
      assertThat(drawn.model.bytes(false)).isEqualTo(drawn.analysis.ballastBytes() + aside);
    }
  }

  @Test
  void everybodyWhoAsksIsTold() {
    try (Drawn drawn = draw(Prune.COMPONENTS)) {
      assertThat(askers(drawn.model, "l.Tide")).containsExactlyInAnyOrder("m.Main", "m.Deep");
      assertThat(askers(drawn.model, "l.Half")).containsExactly("l.Tide");
      assertThat(askers(drawn.model, "l.Alone")).isEmpty();
      // what is not needed itself asks for it, which does not make it needed
      assertThat(askers(drawn.model, "i.Idle")).containsExactly("d.Dead");
      assertThat(disposition(drawn.model, "i.Idle")).isEqualTo(Disposition.LEFT);
      assertThat(disposition(drawn.model, "l.Alone")).isEqualTo(Disposition.ALONG);
      assertThat(disposition(drawn.model, "notes.txt")).isEqualTo(Disposition.LEFT);
    }
  }

  @Test
  void whatIsPrunedStaysBehindPieceByPiece() {
    try (Drawn drawn = draw(Prune.CLASSES)) {
      assertThat(disposition(drawn.model, "l.Tide")).isEqualTo(Disposition.NEEDED);
      assertThat(disposition(drawn.model, "l.Half")).isEqualTo(Disposition.NEEDED);
      // a class that goes along works, whichever of its methods is called
      assertThat(disposition(drawn.model, "l.Rare")).isEqualTo(Disposition.NEEDED);
      assertThat(disposition(drawn.model, "l.Alone")).isEqualTo(Disposition.LEFT);
    }
  }

  private static ReportItem piece(ReportModel model, String name) {
    return model.pieces().stream().filter(p -> p.name().equals(name)).findFirst().orElseThrow();
  }

  private static Disposition disposition(ReportModel model, String name) {
    return piece(model, name).disposition();
  }

  private static List<String> askers(ReportModel model, String name) {
    return piece(model, name).askers().stream()
        .map(a -> model.pieces().get(a.piece()).name())
        .toList();
  }
}
