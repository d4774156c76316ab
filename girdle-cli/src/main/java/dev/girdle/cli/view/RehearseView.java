package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.rehearse.Diagnosis;
import dev.girdle.rehearse.Hiding;
import dev.girdle.rehearse.RunResult;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Shows how rehearsals went.
 *
 * @param path where the artifact lies, as the user named it
 * @param content its record
 * @param results the rehearsals, in their order
 * @param evidence where evidence was written; empty if nowhere
 * @param isCompared whether the application as it was handed over did the same beside it
 */
public record RehearseView(
    String path,
    ArtifactRecord content,
    List<RunResult> results,
    Optional<Path> evidence,
    boolean isCompared)
    implements View {
  private static final int LAST_LINES = 6;

  @Override
  public void print(Console console) {
    RunResult first = results.get(0);
    String release = content.release() == null ? "" : " " + content.release();
    console.line(
        console.paint(Paint.STRONG, content.name() + release)
            + ", rehearsed "
            + first.hiding().text());
    if (!first.given().isEmpty()) {
      console.line("  It brings no runtime; the machine was given " + first.given() + ".");
    }
    if (isCompared) {
      console.line("  The application as it was handed over was run beside it, to compare.");
    }
    results.forEach(p -> one(p, console));
    evidence.ifPresent(
        e -> {
          console.gap();
          console.line("What was seen in use stands in " + e + ".");
        });
    console.gap();
    printQuiet(console);
  }

  private void one(RunResult p, Console console) {
    String verdict =
        p.passed() ? console.paint(Paint.GOOD, "yes") : console.paint(Paint.BAD, "no ");
    String words = String.join(" ", p.rehearsal().arguments());
    console.heading(
        verdict
            + " "
            + console.paint(Paint.STRONG, p.rehearsal().name())
            + (words.isEmpty() ? "" : "  " + words)
            + String.format(Locale.ROOT, "  (%.1f s)", p.millis() / 1000.0));
    p.failures().forEach(f -> console.line("  " + console.paint(Paint.BAD, f)));
    if (p.passed()) {
      console.line("  " + used(p));
    } else if (p.diagnoses().isEmpty()) {
      console.line("  The last that it said:");
      String said = p.errors().isBlank() ? p.output() : p.errors();
      // where in the code it was says less than what it was
      List<String> lines = said.lines().filter(l -> !l.startsWith("\tat ")).toList();
      lines
          .subList(Math.max(0, lines.size() - LAST_LINES), lines.size())
          .forEach(l -> console.line("    " + l));
    }
    for (Diagnosis diagnosis : p.diagnoses()) {
      console.line("  " + console.paint(Paint.NOTICE, diagnosis.cause()));
      if (!diagnosis.said().isEmpty()) {
        console.line("    it said: " + diagnosis.said());
      }
      if (!diagnosis.mend().isEmpty()) {
        console.line("    in the plan:");
        diagnosis.mend().lines().forEach(l -> console.line("      " + l));
      }
    }
    for (RunResult.Outside outside : p.outside()) {
      console.line(
          "  "
              + console.paint(Paint.NOTICE, outside.path())
              + (outside.isRead()
                  ? " is outside of the artifact, and was read; it does not travel"
                  : " is on this machine and was looked for; it does not travel"));
    }
  }

  private String used(RunResult p) {
    Set<EvidenceKind> kinds = new TreeSet<>();
    p.evidence().seen().forEach(s -> kinds.add(s.kind()));
    kinds.remove(EvidenceKind.REHEARSAL); // it is this one
    List<String> parts = new ArrayList<>();
    for (EvidenceKind kind : kinds) {
      int count = p.evidence().names(kind).size();
      parts.add(count + " " + kind.words(count));
    }
    if (content.form().equals("image")) {
      return "nobody looks into an image; what is in use is seen when a folder is rehearsed";
    }
    if (p.hiding() == Hiding.WINE) {
      return "what is in use is not watched under Wine";
    }
    return parts.isEmpty() ? "nothing was seen of it" : "seen in use: " + String.join(", ", parts);
  }

  @Override
  public void printQuiet(Console console) {
    long failed = results.stream().filter(p -> !p.passed()).count();
    console.line(
        failed == 0
            ? console.paint(Paint.GOOD, "A stranger can run it") + ": " + path
            : console.paint(
                    Paint.BAD,
                    failed == results.size() && failed == 1
                        ? "A stranger cannot run it"
                        : failed + " of " + results.size() + " rehearsals failed")
                + ": "
                + path);
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "artifact", path,
            "passed", results.stream().allMatch(RunResult::passed),
            "rehearsals", results.stream().map(RehearseView::json).toList()));
  }

  private static Map<String, Object> json(RunResult p) {
    return Json.object(
        "name", p.rehearsal().name(),
        "arguments", p.rehearsal().arguments(),
        "passed", p.passed(),
        "hiding", p.hiding().name().toLowerCase(Locale.ROOT),
        "given", p.given().isEmpty() ? null : p.given(),
        "status", p.status(),
        "millis", p.millis(),
        "failures", p.failures(),
        "troubles",
            p.diagnoses().stream()
                .map(t -> Json.object("said", t.said(), "cause", t.cause(), "mend", t.mend()))
                .toList(),
        "outside",
            p.outside().stream()
                .map(o -> Json.object("path", o.path(), "read", o.isRead()))
                .toList(),
        "seen",
            p.evidence().seen().stream()
                .map(
                    s ->
                        Json.object(
                            "saw", s.kind().id(),
                            "name", s.name(),
                            "from", s.from().isEmpty() ? null : s.from()))
                .toList());
  }
}
