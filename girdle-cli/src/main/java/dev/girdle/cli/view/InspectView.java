package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.io.Sizes;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.ComponentEntry;
import dev.girdle.record.ArtifactRecord.FileEntry;
import dev.girdle.record.ArtifactRecord.LeftOutEntry;
import dev.girdle.record.ArtifactRecord.MissingEntry;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Shows what is inside an artifact.
 *
 * @param artifact its record
 * @param path where it lies, as the user named it
 * @param bytes its size on disk
 * @param files whether every file is to be listed
 */
public record InspectView(ArtifactRecord artifact, String path, long bytes, boolean files)
    implements View {
  private static final int BAR = 14;
  private static final Map<String, String> PRUNED_OF =
      Map.of(
          "none", "nothing",
          "components", "components that nothing needs",
          "files", "components and files that nothing needs",
          "classes", "components, files and %s that nothing needs");

  @Override
  public void print(Console console) {
    String release = artifact.release() == null ? "" : " " + artifact.release();
    console.line(
        console.paint(Paint.STRONG, artifact.name() + release)
            + ", "
            + Words.withArticle(artifact.form())
            + " made by Girdle "
            + artifact.girdle());
    console.gap();
    Table facts = new Table("ll");
    row(facts, "title", artifact.title());
    row(facts, "by", artifact.vendor());
    row(facts, "licence", artifact.licence());
    row(facts, "what for", artifact.description());
    row(facts, "homepage", artifact.homepage());
    facts.row("starts", artifact.entryPoint());
    if (artifact.entries() != null) {
      artifact.entries().stream()
          .skip(1)
          .forEach(e -> facts.row("", e.name() + " starts " + e.starts()));
    }
    if (artifact.runtime() == null) {
      facts.row("needs", "no runtime");
    } else if (artifact.runtime().bundled() == null) {
      facts.row("needs", need());
    } else {
      facts.row("brings", artifact.runtime().title() + ", " + artifact.runtime().bundled());
    }
    if (artifact.target() != null) {
      facts.row("for", artifact.target());
    }
    if (artifact.prune() != null) {
      facts.row(
          "pruned",
          "of "
              + PRUNED_OF
                  .getOrDefault(artifact.prune(), artifact.prune())
                  .formatted(Words.unitsOf(artifact)));
    }
    if (!modules().isEmpty()) {
      facts.row("modules", String.join(", ", modules()));
    }
    facts.row(
        "size",
        Sizes.of(bytes)
            + " on disk, "
            + SurveyView.count(artifact.files().size(), "file")
            + ", each with its digest");
    facts.print(console, false);
    printComponents(console);
    printLeftOut(console);
    printLeftOutOfRuntime(console);
    printMissing(console);
    console.notices(artifact.notices());
    if (files) {
      printFiles(console);
    } else {
      console.gap();
      console.line("Every file with its reason: girdle inspect " + path + " --files");
    }
  }

  private static void row(Table table, String what, String value) {
    if (value != null) {
      table.row(what, value);
    }
  }

  private Collection<String> modules() {
    ArtifactRecord.RuntimeEntry runtime = artifact.runtime();
    if (runtime == null) {
      return List.of();
    }
    return runtime.parts() == null ? runtime.uses() : runtime.parts().keySet();
  }

  private String need() {
    ArtifactRecord.RuntimeEntry runtime = artifact.runtime();
    return runtime.text() + ", because of " + runtime.because();
  }

  private void printComponents(Console console) {
    String title = artifact.runtimeInside().map(r -> r.title()).orElse("");
    long runtime =
        artifact.files().stream()
            .filter(f -> f.component() != null && f.component().equals(title))
            .mapToLong(FileEntry::bytes)
            .sum();
    long all = runtime + artifact.components().stream().mapToLong(ComponentEntry::bytes).sum();
    console.heading("Inside: " + SurveyView.count(artifact.components().size(), "component"));
    Table table = new Table("lrrlrll");
    table.row("COMPONENT", "SIZE", "SHARE", "", "REACHED", "LICENCE", "BECAUSE");
    for (ComponentEntry component : artifact.components()) {
      double share = all == 0 ? 0 : (double) component.bytes() / all;
      table.row(
          component.name(),
          Sizes.of(component.bytes()),
          Sizes.share(component.bytes(), all),
          console.bar(share, BAR),
          component.reached() + " of " + component.items(),
          licences(component),
          component.reason());
    }
    if (runtime > 0) {
      table.row(
          title,
          Sizes.of(runtime),
          Sizes.share(runtime, all),
          console.bar((double) runtime / all, BAR),
          "",
          "",
          "the plan wants it to come along");
    }
    table.print(console, true);
  }

  private static String place(FileEntry file) {
    return file.link() == null ? file.path() : file.path() + " -> " + file.link();
  }

  private static String licences(ComponentEntry component) {
    List<String> licences = component.licences() == null ? List.of() : component.licences();
    return licences.isEmpty() ? "not known" : String.join(", ", licences);
  }

  private void printLeftOut(Console console) {
    if (artifact.leftOut().isEmpty()) {
      return;
    }
    long bytes = artifact.leftOut().stream().mapToLong(LeftOutEntry::bytes).sum();
    console.heading("Left out: " + Sizes.of(bytes));
    Table table = new Table("lrl");
    Map<String, long[]> byReason = new LinkedHashMap<>();
    for (LeftOutEntry entry : artifact.leftOut()) {
      if (entry.path() == null || files) {
        String name =
            entry.path() == null ? entry.component() : entry.component() + ": " + entry.path();
        table.row(name, Sizes.of(entry.bytes()), entry.reason());
      } else {
        long[] sum = byReason.computeIfAbsent(Natives.inSum(entry.reason()), r -> new long[2]);
        sum[0]++;
        sum[1] += entry.bytes();
      }
    }
    byReason.forEach(
        (reason, sum) ->
            table.row(SurveyView.count((int) sum[0], "file"), Sizes.of(sum[1]), reason));
    table.print(console, false);
  }

  private void printLeftOutOfRuntime(Console console) {
    Optional<ArtifactRecord.RuntimeEntry> runtime =
        artifact.runtimeInside().filter(r -> r.leftOut() != null && !r.leftOut().isEmpty());
    if (runtime.isEmpty()) {
      return;
    }
    Map<String, String> parts = runtime.get().leftOut();
    if (!files) {
      console.line(
          "  "
              + SurveyView.count(parts.size(), "part")
              + " of "
              + runtime.get().title()
              + " stay behind; --files lists them with the reasons");
      return;
    }
    console.heading("Left out of " + runtime.get().title());
    Table table = new Table("ll");
    parts.forEach(table::row);
    table.print(console, false);
  }

  private void printMissing(Console console) {
    List<MissingEntry> hard = artifact.missing().stream().filter(MissingEntry::isNeeded).toList();
    int perhaps = (int) artifact.missing().stream().filter(m -> m.rank().equals("perhaps")).count();
    int soft = artifact.missing().size() - hard.size() - perhaps;
    if (artifact.missing().isEmpty()) {
      return;
    }
    console.heading("Missing when it was sealed");
    Table table = new Table("ll");
    for (MissingEntry entry : hard) {
      table.row(console.paint(Paint.NOTICE, entry.name()), "accepted; " + entry.askedBy());
    }
    if (perhaps > 0) {
      table.row(
          SurveyView.count(perhaps, "thing"),
          "that it may come to need; nobody can tell (--json lists them)");
    }
    if (soft > 0) {
      table.row(
          SurveyView.count(soft, "thing"),
          "that the program is prepared to do without (--json lists them)");
    }
    table.print(console, false);
  }

  private void printFiles(Console console) {
    console.heading("Files");
    Table table = new Table("rlll");
    table.row("SIZE", "SHA-256", "FILE", "BECAUSE");
    for (FileEntry file : artifact.files()) {
      table.row(Sizes.of(file.bytes()), file.sha256().substring(0, 12), place(file), file.reason());
      for (FileEntry inner : file.inside() == null ? List.<FileEntry>of() : file.inside()) {
        table.row(
            Sizes.of(inner.bytes()),
            inner.sha256().substring(0, 12),
            "  in it: " + inner.path(),
            inner.reason());
      }
    }
    table.print(console, true);
  }

  /**
   * Prints JSON: the record, in the shape of {@code docs/schema/record.schema.json}.
   *
   * @param console where to
   */
  public void printJson(Console console) {
    Json.print(console, artifact);
  }
}
