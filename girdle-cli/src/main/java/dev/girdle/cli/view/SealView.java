package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.seal.Artifact;
import dev.girdle.seal.Assessment;
import java.util.ArrayList;
import java.util.List;

/**
 * Shows what was sealed.
 *
 * @param assessment what it was made from
 * @param artifacts what was made
 */
public record SealView(Assessment assessment, List<Artifact> artifacts) implements View {
  @Override
  public void print(Console console) {
    console.line(
        "Sealed "
            + console.paint(Paint.STRONG, assessment.application().identity().title())
            + " for "
            + assessment.need().text());
    console.gap();
    Table table = new Table("llrr");
    for (Artifact artifact : artifacts) {
      table.row(
          artifact.form(),
          artifact.path().toString(),
          Sizes.of(artifact.bytes()),
          SurveyView.count(artifact.files(), "file"));
    }
    table.print(console, false);
    console.line("  " + summary());
    console.notices(notices());
    console.heading("Run it");
    artifacts.forEach(a -> console.line("  " + a.start()));
  }

  private String summary() {
    int all = assessment.application().components().size();
    String kept =
        assessment.kept().size()
            + " of "
            + SurveyView.count(all, "component")
            + " went in, "
            + Sizes.of(assessment.keptBytes());
    return assessment.ballast().isEmpty()
        ? kept
        : kept + "; " + Sizes.of(assessment.ballastBytes()) + " stayed behind";
  }

  private List<String> notices() {
    List<String> notices = new ArrayList<>(assessment.notices());
    artifacts.forEach(a -> notices.addAll(a.notices()));
    if (assessment.plan().choice().target().isEmpty()) {
      Natives.notice(assessment).ifPresent(notices::add);
    }
    if (assessment.application().identity().release().isEmpty()) {
      notices.add("no release is known, so the file names carry none; --release gives one");
    }
    return notices;
  }

  /**
   * Prints JSON, of the shape of {@code docs/schema/seal.schema.json}.
   *
   * @param console where to
   */
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "name", assessment.application().identity().name(),
            "release", assessment.application().identity().release(),
            "entryPoint", assessment.entry().name(),
            "runtime", assessment.need(),
            "keptBytes", assessment.keptBytes(),
            "ballastBytes", assessment.ballastBytes(),
            "artifacts",
                artifacts.stream()
                    .map(
                        a ->
                            Json.object(
                                "form", a.form(),
                                "path", a.path().toString(),
                                "bytes", a.bytes(),
                                "files", a.files(),
                                "start", a.start(),
                                "notices", a.notices()))
                    .toList(),
            "notices", assessment.notices()));
  }
}
