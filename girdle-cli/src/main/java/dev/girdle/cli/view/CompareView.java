package dev.girdle.cli.view;

import dev.girdle.artifact.Arrivals;
import dev.girdle.artifact.Comparison;
import dev.girdle.artifact.Comparison.Change;
import dev.girdle.artifact.Comparison.Kind;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.image.LayerChanges;
import dev.girdle.io.Sizes;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Shows what differs between two artifacts.
 *
 * @param comparison what differs
 * @param arrivals why components that are new came in
 * @param before where the older lies, as the user named it
 * @param after where the newer lies, as the user named it
 * @param layers what a receiver of the older one fetches, if both are images
 * @param files whether every file is to be listed
 * @param exceeded the growth that was allowed and is exceeded; empty if it is not
 */
public record CompareView(
    Comparison comparison,
    Arrivals arrivals,
    String before,
    String after,
    Optional<LayerChanges> layers,
    boolean files,
    String exceeded)
    implements View {
  @Override
  public void print(Console console) {
    Table facts = new Table("lll");
    facts.row("", before, after);
    comparison.facts().forEach(f -> facts.row(f.what(), orDash(f.before()), orDash(f.after())));
    facts.row("size", Sizes.of(comparison.before()), Sizes.of(comparison.after()));
    facts.print(console, true);
    console.heading(
        "Components: "
            + comparison.same()
            + (comparison.same() == 1 ? " is the same" : " are the same"));
    changes(console, comparison.components(), "COMPONENT");
    arrivals.chains().forEach((name, chain) -> arrival(console, name, chain));
    layers.ifPresent(l -> layers(console, l));
    if (files) {
      console.heading("Files");
      changes(console, comparison.files(), "FILE");
    }
    console.gap();
    printQuiet(console);
    if (!files && !comparison.files().isEmpty()) {
      console.line(
          SurveyView.count(comparison.files().size(), "file differs", "files differ")
              + ": girdle compare "
              + before
              + " "
              + after
              + " --files");
    }
  }

  @Override
  public void printQuiet(Console console) {
    long growth = comparison.after() - comparison.before();
    String what =
        growth == 0
            ? "Of the same size"
            : Sizes.of(Math.abs(growth))
                + (growth > 0 ? " larger, " : " smaller, ")
                + String.format(Locale.ROOT, "%+.1f %%", comparison.growth() * 100);
    console.line(
        exceeded.isEmpty()
            ? what
            : console.paint(Paint.BAD, what + ": more than the " + exceeded + " that are allowed"));
  }

  private static void layers(Console console, LayerChanges changes) {
    int same = (int) changes.layers().stream().filter(c -> !c.isNew()).count();
    console.heading(
        "Layers: "
            + same
            + (same == 1 ? " is the same; " : " are the same; ")
            + "who has the older image fetches "
            + Sizes.of(changes.fetchedBytes())
            + " of "
            + Sizes.of(changes.bytes()));
    Table table = new Table("llrll");
    table.row("", "LAYER", "PACKED", "DIGEST", "FOR");
    for (LayerChanges.Change one : changes.layers()) {
      table.row(
          one.isNew() ? console.paint(Paint.NOTICE, "new") : "same",
          one.name(),
          Sizes.of(one.packedBytes()),
          LayersView.hex(one.digest()),
          LayersView.target(one.platform()));
    }
    table.print(console, true);
  }

  /** How the newer artifact comes to need what is new in it. */
  private static void arrival(Console console, String name, List<String> chain) {
    if (chain.size() < 2) {
      return; // the table has told it
    }
    console.heading("Why " + name + " came in");
    Table table = new Table("rl");
    for (int i = 0; i < chain.size(); i++) {
      table.row(Integer.toString(i + 1), chain.get(i));
    }
    table.print(console, false);
  }

  private static void changes(Console console, List<Change> changes, String heading) {
    if (changes.isEmpty()) {
      console.line("  none differs");
      return;
    }
    Table table = new Table("llrrrl");
    table.row("", heading, "BEFORE", "AFTER", "CHANGE", "");
    for (Change change : changes) {
      table.row(
          word(change.kind(), console),
          change.name(),
          change.kind() == Kind.ADDED ? "-" : Sizes.of(change.before()),
          change.kind() == Kind.GONE ? "-" : Sizes.of(change.after()),
          (change.growth() > 0 ? "+" : change.growth() < 0 ? "-" : "")
              + Sizes.of(Math.abs(change.growth())),
          change.detail());
    }
    table.print(console, true);
  }

  private static String word(Kind kind, Console console) {
    return switch (kind) {
      case ADDED -> console.paint(Paint.NOTICE, "new");
      case GONE -> console.paint(Paint.GOOD, "gone");
      case CHANGED -> "changed";
    };
  }

  private static String orDash(String text) {
    return text.isEmpty() ? "-" : text;
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "before", before,
            "after", after,
            "beforeBytes", comparison.before(),
            "afterBytes", comparison.after(),
            "facts", comparison.facts(),
            "same", comparison.same(),
            "components",
                comparison.components().stream()
                    .map(c -> json(c, arrivals.chains().get(c.name())))
                    .toList(),
            "layers", layers.map(LayerChanges::layers),
            "fetchedBytes", layers.map(LayerChanges::fetchedBytes),
            "files", comparison.files().stream().map(c -> json(c, null)).toList(),
            "exceeded", exceeded.isEmpty() ? null : exceeded));
  }

  private static Object json(Change change, List<String> chain) {
    return Json.object(
        "kind", change.kind().name().toLowerCase(Locale.ROOT),
        "name", change.name(),
        "detail", change.detail().isEmpty() ? null : change.detail(),
        "beforeBytes", change.before(),
        "afterBytes", change.after(),
        "chain", chain);
  }
}
