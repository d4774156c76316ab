package dev.girdle.cli.view;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.SetAside;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.ecosystem.Ecosystems.Recognised;
import dev.girdle.io.Sizes;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.AsTyped;
import dev.girdle.seal.Overview;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Shows what survey found.
 *
 * @param application what was surveyed
 * @param overview what a look at it tells; empty if the entry point is not clear
 * @param languages the languages that it looks like, the one that leads first
 * @param advice what could be left out, or is there twice
 */
public record SurveyView(
    Application application,
    Optional<Overview> overview,
    List<Recognised> languages,
    List<String> advice)
    implements View {
  @Override
  public void print(Console console) {
    console.line(
        console.paint(Paint.STRONG, application.identity().title())
            + (isVowel(languages.get(0).language().name()) ? ", an " : ", a ")
            + languages.get(0).language().name()
            + " application");
    console.gap();
    Table facts = new Table("ll");
    if (languages.size() > 1) {
      facts.row("language", languages.get(0).recognition().because());
      languages.stream().skip(1).forEach(l -> facts.row("", other(l)));
    }
    facts.row("entry point", entryPoint(console));
    application.starts().stream()
        .skip(1)
        .forEach(s -> facts.row("", s.label() + " starts " + s.entry().name()));
    facts.row(
        "needs",
        isKnownByRuns()
            ? "what its runs are seen to use; girdle closure performs them"
            : overview.map(SurveyView::need).orElse("known once the entry point is chosen"));
    facts.row(
        "size",
        Sizes.of(application.size())
            + " in "
            + count(application.components().size(), "component"));
    facts.print(console, false);
    printCandidates(console);
    printComponents(console);
    printSetAside(console);
    overview.ifPresent(o -> conflicts(o).print(console));
    console.notices(notices());
    console.gap();
    console.line(("Next: girdle " + next()).strip());
  }

  private static boolean isVowel(String name) {
    return "aeiou".indexOf(Character.toLowerCase(name.charAt(0))) >= 0;
  }

  private boolean isKnownByRuns() {
    return languages.get(0).language().isKnownByRuns();
  }

  private static String other(Recognised other) {
    return "it could be "
        + other.language().name()
        + ", too: "
        + other.recognition().because()
        + "; --language "
        + other.language().id();
  }

  private static String need(Overview o) {
    return o.need()
        .map(n -> n.text() + " for " + n.because() + "; closure looks at the rest")
        .orElse("no runtime");
  }

  private String entryPoint(Console console) {
    return application
        .entryPoint()
        .map(e -> e.name() + "  (" + e.foundBy() + ")")
        .orElseGet(
            () ->
                console.paint(
                    Paint.NOTICE,
                    application.candidates().isEmpty()
                        ? "none: " + languages.get(0).language().words().nothingToStart()
                        : "to be chosen, see below"));
  }

  private void printCandidates(Console console) {
    if (application.entryPoint().isPresent() || application.candidates().isEmpty()) {
      return;
    }
    console.heading("Can be started, the likeliest first");
    Table table = new Table("lll");
    for (EntryPoint candidate : application.candidates()) {
      table.row("--entry " + candidate.name(), candidate.component(), candidate.foundBy());
    }
    table.print(console, false);
  }

  private void printComponents(Console console) {
    console.heading("Components, in the order in which they are searched");
    Table table = new Table("lllrr");
    table.row("COMPONENT", "ROLE", "RELEASE", "FILES", "SIZE");
    for (Component component : application.components()) {
      table.row(
          component.origin(),
          component.role().label(),
          component.release().orElse("-"),
          Integer.toString(component.items().size()),
          Sizes.of(component.size()));
    }
    table.print(console, true);
  }

  private ConflictTable conflicts(Overview o) {
    return new ConflictTable(application, o.conflicts());
  }

  private void printSetAside(Console console) {
    if (application.setAside().isEmpty()) {
      return;
    }
    console.heading("Not taken for a part of the program");
    Table table = new Table("lrl");
    for (SetAside aside : application.setAside()) {
      table.row(aside.path(), aside.bytes() == 0 ? "" : Sizes.of(aside.bytes()), aside.takenFor());
    }
    table.print(console, false);
  }

  private List<String> notices() {
    List<String> notices = new ArrayList<>(advice);
    overview.flatMap(o -> Natives.notice(o.natives())).ifPresent(notices::add);
    notices.addAll(application.notices());
    return notices;
  }

  private String next() {
    if (application.entryPoint().isEmpty() && !application.candidates().isEmpty()) {
      return "closure "
          + application.source()
          + " --entry "
          + application.candidates().get(0).name();
    }
    return "closure " + overview.map(o -> AsTyped.of(o.plan())).orElse(application.source());
  }

  /** The application with what was chosen for it, as it is to be typed again. */
  static String words(Analysis analysis) {
    return AsTyped.of(analysis.plan());
  }

  static String count(int number, String thing) {
    return count(number, thing, thing + "s");
  }

  static String count(int number, String one, String several) {
    return number + " " + (number == 1 ? one : several);
  }

  /**
   * Prints JSON, of the shape of {@code docs/schema/survey.schema.json}.
   *
   * @param console where to
   */
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "name", application.identity().name(),
            "release", application.identity().release(),
            "language", languages.get(0).language().name(),
            "languages",
                languages.stream()
                    .map(
                        l ->
                            Json.object(
                                "id", l.language().id(),
                                "name", l.language().name(),
                                "because", l.recognition().because()))
                    .toList(),
            "entryPoint", application.entryPoint(),
            "candidates", application.candidates(),
            "runtime", overview.flatMap(o -> NeedJson.of(o.need())),
            "bytes", application.size(),
            "components",
                application.components().stream()
                    .map(
                        c ->
                            Json.object(
                                "name", c.name(),
                                "origin", c.origin(),
                                "role", c.role().label(),
                                "release", c.release(),
                                "files", c.items().size(),
                                "bytes", c.size(),
                                "broughtBy", c.broughtBy()))
                    .toList(),
            "starts",
                application.starts().stream()
                    .map(
                        t ->
                            Json.object(
                                "name", t.label(),
                                "starts", t.entry().name(),
                                "arguments", t.arguments(),
                                "options", t.options()))
                    .toList(),
            "native", overview.map(o -> o.natives().bySystem()),
            "conflicts", overview.map(o -> conflicts(o).json()),
            "absent", application.absent(),
            "setAside", application.setAside(),
            "notices", notices()));
  }
}
