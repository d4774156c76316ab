package dev.girdle.draft;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Application;
import dev.girdle.ecosystem.Progress;
import dev.girdle.plan.Choice;
import dev.girdle.plan.ContentPack;
import dev.girdle.plan.Contents;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.plan.file.PlanFile;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Analyzer;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Drafts are held against the reader of plans: what is drafted is what is read. */
class DraftTest {
  @TempDir Path dir;
  private Path app;

  @BeforeEach
  void build() throws IOException {
    app = Files.createDirectory(dir.resolve("app"));
    Path classes =
        Compiled.to(
            dir.resolve("classes"),
            "package h; public class Book { public static void main(String[] a) {} }");
    new Jar().manifest("Main-Class: h.Book").folder(classes).write(app.resolve("book-1.2.jar"));
    new Jar().with("x/Y.txt", "y").write(app.resolve("idle.jar"));
  }

  private String draft(Plan plan) {
    Analyzer analyzer = new Analyzer(Progress.SILENT);
    try (Application found = analyzer.survey(plan)) {
      Optional<Analysis> analysis =
          found.starts().isEmpty() ? Optional.empty() : Optional.of(analyzer.analyze(plan, found));
      return Draft.of(plan, found, analysis, dir, analyzer.language(plan));
    }
  }

  private Plan read(String text) throws IOException {
    Path file = Files.writeString(dir.resolve("girdle.yaml"), text);
    return PlanFile.read(file, Map.of());
  }

  @Test
  void whatIsDraftedCanBeReadAndSaysTheSame() throws IOException {
    Plan read = read(draft(Plan.of(app)));
    assertThat(read.source().app()).isEqualTo(dir.resolve("app"));
    assertThat(read.source().name()).contains("book");
    assertThat(read.source().release()).contains("1.2");
    assertThat(read.source().entries()).extracting(e -> e.start()).containsExactly("h.Book");
  }

  @Test
  void patternsKeepTheirNotes() throws IOException {
    NamePattern plain = NamePattern.of("h.**");
    NamePattern noted = NamePattern.of("x/Y.txt").inPlan("read at: run time # no remark", "");
    Choice usual = Choice.USUAL;
    Choice choice =
        new Choice(
            Prune.NONE,
            List.of(noted),
            usual.strict(),
            List.of(plain, noted),
            List.of(),
            usual.evidence(),
            usual.target());
    Plan read = read(draft(Plan.of(app).with(choice)));
    assertThat(read.choice().always())
        .extracting(NamePattern::text, NamePattern::note)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("h.**", ""),
            org.assertj.core.groups.Tuple.tuple("x/Y.txt", "read at: run time # no remark"));
    assertThat(read.choice().missingOk())
        .extracting(NamePattern::note)
        .containsExactly("read at: run time # no remark");
  }

  @Test
  void whatAPlanSaysOfSingleFilesIsSaidAgain() throws IOException {
    Contents before =
        new Contents(
            List.of(NamePattern.of("x/**").inPlan("read first", "")),
            List.of(NamePattern.of("x/*")),
            Map.of("linux", List.of(NamePattern.of("y/**"))),
            List.of(new ContentPack("x", "x.pack", true, "")),
            List.of(NamePattern.of("bin/*")),
            true);
    Choice usual = Choice.USUAL;
    Plan plan =
        Plan.of(app)
            .with(
                new Choice(
                    usual.level(),
                    usual.usual(),
                    List.of(),
                    false,
                    List.of(),
                    List.of(),
                    List.of(),
                    Optional.empty(),
                    before));
    Analyzer analyzer = new Analyzer(Progress.SILENT);
    try (Application found = analyzer.survey(plan)) {
      String text = Draft.of(plan, found, Optional.empty(), dir, analyzer.language(plan));
      Contents after = read(text).choice().contents();
      assertThat(after.start()).extracting(NamePattern::note).containsExactly("read first");
      assertThat(after.order()).extracting(NamePattern::text).containsExactly("x/*");
      assertThat(after.only().get("linux")).extracting(NamePattern::text).containsExactly("y/**");
      assertThat(after.untouched()).extracting(NamePattern::text).containsExactly("bin/*");
      assertThat(after.packs())
          .extracting(ContentPack::folder, ContentPack::to, ContentPack::isStored)
          .containsExactly(org.assertj.core.groups.Tuple.tuple("x", "x.pack", true));
    }
  }

  @Test
  void anApplicationWithoutAnEntryPointGetsADraftToFillIn() throws IOException {
    Files.delete(app.resolve("book-1.2.jar"));
    Path classes =
        Compiled.to(
            dir.resolve("two"),
            "package t; public class One { public static void main(String[] a) {} }",
            "package t; public class Two { public static void main(String[] a) {} }");
    new Jar().folder(classes).write(app.resolve("two.jar"));
    String text = draft(Plan.of(app));
    assertThat(text).contains("t.One").contains("t.Two");
  }
}
