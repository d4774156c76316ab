package dev.girdle.cli.view;

import dev.girdle.artifact.Check;
import dev.girdle.artifact.Finding;
import dev.girdle.artifact.Finding.Grade;
import dev.girdle.artifact.Finding.Part;
import dev.girdle.cli.view.Console.Paint;
import java.util.List;
import java.util.Locale;

/**
 * Shows what a check found.
 *
 * @param check what was found
 * @param path where the artifact lies, as the user named it
 */
public record CheckView(Check check, String path) implements View {
  @Override
  public void print(Console console) {
    String release = check.artifact().release() == null ? "" : " " + check.artifact().release();
    console.line(
        console.paint(Paint.STRONG, check.artifact().name() + release)
            + ", "
            + Words.withArticle(check.artifact().form())
            + (check.artifact().target() == null ? "" : " for " + check.artifact().target()));
    for (Part part : Part.values()) {
      List<Finding> findings = check.findings().stream().filter(f -> f.part() == part).toList();
      console.heading(verdict(part, findings, console));
      findings.forEach(f -> console.line("  " + painted(f, console)));
    }
    console.gap();
    printQuiet(console);
  }

  @Override
  public void printQuiet(Console console) {
    long wrong = check.findings().stream().filter(f -> f.grade() == Grade.WRONG).count();
    console.line(
        wrong == 0
            ? console.paint(Paint.GOOD, "Nothing has to be mended") + " in " + path
            : console.paint(
                Paint.BAD,
                SurveyView.count((int) wrong, "thing has", "things have")
                    + " to be mended in "
                    + path));
  }

  private static String verdict(Part part, List<Finding> findings, Console console) {
    boolean wrong = findings.stream().anyMatch(f -> f.grade() == Grade.WRONG);
    boolean noted = findings.stream().anyMatch(f -> f.grade() == Grade.NOTE);
    String mark =
        wrong
            ? console.paint(Paint.BAD, "no ")
            : noted && findings.stream().noneMatch(f -> f.grade() == Grade.GOOD)
                ? console.paint(Paint.NOTICE, "?  ")
                : console.paint(Paint.GOOD, "yes");
    return mark + " " + console.paint(Paint.STRONG, part.label());
  }

  private static String painted(Finding finding, Console console) {
    return switch (finding.grade()) {
      case GOOD -> "  " + finding.text();
      case NOTE -> "  " + console.paint(Paint.NOTICE, finding.text());
      case WRONG -> "  " + console.paint(Paint.BAD, finding.text());
    };
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "artifact", path,
            "good", check.isGood(),
            "findings",
                check.findings().stream()
                    .map(
                        f ->
                            Json.object(
                                "part", f.part().name().toLowerCase(Locale.ROOT),
                                "grade", f.grade().name().toLowerCase(Locale.ROOT),
                                "text", f.text()))
                    .toList()));
  }
}
