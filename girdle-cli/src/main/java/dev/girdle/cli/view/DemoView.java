package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.io.Sizes;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Artifact;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.IntFunction;

/** Shows the demo, step by step; or only its result, as JSON. */
public final class DemoView {
  private final Console console;
  private final boolean json;
  private final Map<String, Object> all = new LinkedHashMap<>();

  /**
   * Begins.
   *
   * @param console where to
   * @param json whether only the result is to be shown, as JSON
   */
  public DemoView(Console console, boolean json) {
    this.console = console;
    this.json = json;
  }

  /**
   * Shows one step.
   *
   * @param command what a user would type
   * @param result prints what comes back
   */
  public void step(String command, Runnable result) {
    if (!json) {
      console.line(console.paint(Paint.GOOD, "> girdle " + command));
      console.gap();
      result.run();
      console.gap();
    }
  }

  /**
   * Shows what the artifacts gave when they were started, and how they compare.
   *
   * @param key what it is called in JSON
   * @param analysis what they were made from
   * @param artifacts what was made
   * @param expected what the application gave before it was sealed
   * @param outputs what each artifact gave
   * @return whether all of them gave what was expected
   */
  public boolean result(
      Analysis analysis, List<Artifact> artifacts, String expected, List<String> outputs) {
    boolean allSame = outputs.stream().allMatch(expected::equals);
    all.putAll(sizes(analysis, artifacts, i -> outputs.get(i).equals(expected)));
    if (json) {
      return allSame;
    }
    console.line(
        console.paint(Paint.GOOD, "> " + artifacts.get(0).start())
            + console.paint(Paint.FAINT, "   (in an emptied environment)"));
    console.gap();
    console.out().print(outputs.get(0));
    compare(analysis, artifacts, i -> sameness(outputs.get(i).equals(expected)));
    console.gap();
    return allSame;
  }

  /**
   * Shows what it took, or the result as JSON.
   *
   * @param millis how long the demo took, in milliseconds
   */
  public void end(long millis) {
    if (json) {
      all.put("millis", millis);
      Json.print(console, all);
    } else {
      console.line(String.format(Locale.ROOT, "  The whole way took %.1f s.", millis / 1000.0));
    }
  }

  private void compare(
      Analysis analysis, List<Artifact> artifacts, IntFunction<String> givesTheSame) {
    console.heading("Before and after");
    long before = analysis.application().size();
    Table table = new Table("lrrl");
    table.row("", "SIZE", "OF BEFORE", "GIVES THE SAME");
    table.row("as handed over", Sizes.of(before), "", "");
    for (int i = 0; i < artifacts.size(); i++) {
      long bytes = artifacts.get(i).bytes();
      String share = Sizes.share(bytes, before);
      table.row(artifacts.get(i).form(), Sizes.of(bytes), share, givesTheSame.apply(i));
    }
    table.row(
        "left out",
        Sizes.of(analysis.ballastBytes()),
        Sizes.share(analysis.ballastBytes(), before),
        leftOut(analysis));
    table.print(console, true);
    console.gap();
  }

  /**
   * The same for a further application.
   *
   * @param key what it is called in JSON
   * @param analysis what they were made from
   * @param artifacts what was made
   * @param expected what the application gave before it was sealed
   * @param outputs what each artifact gave
   * @return whether all of them gave what was expected
   */
  public boolean further(
      String key,
      Analysis analysis,
      List<Artifact> artifacts,
      String expected,
      List<String> outputs) {
    all.put(key, sizes(analysis, artifacts, i -> outputs.get(i).equals(expected)));
    if (!json) {
      compare(analysis, artifacts, i -> sameness(outputs.get(i).equals(expected)));
    }
    return outputs.stream().allMatch(expected::equals);
  }

  /**
   * The same, where nothing can be started.
   *
   * @param key what it is called in JSON
   * @param analysis what they were made from
   * @param artifacts what was made
   */
  public void notStarted(String key, Analysis analysis, List<Artifact> artifacts) {
    all.put(key, sizes(analysis, artifacts, i -> null));
    if (!json) {
      compare(analysis, artifacts, i -> "not started");
      console.line("  There is no " + analysis.need().orElseThrow().text() + " here to start it.");
    }
  }

  private String sameness(boolean same) {
    return same ? console.paint(Paint.GOOD, "yes") : console.paint(Paint.BAD, "no");
  }

  /** Whole components by their names, parts of others by their number. */
  private static String leftOut(Analysis analysis) {
    List<String> whole =
        analysis.ballast().stream()
            .filter(b -> b.path().isEmpty())
            .map(b -> b.component())
            .toList();
    int parts = analysis.ballast().size() - whole.size();
    String names = String.join(", ", whole);
    String others = SurveyView.count(parts, "file");
    return parts == 0 ? names : names.isEmpty() ? others : names + ", and " + others + " of others";
  }

  /**
   * Shows that the release that was gone back to gives the same.
   *
   * @param release which it is
   * @param fetched how many bytes were fetched for the first release, and for the second
   * @param isSame whether it gives what the application gave before it was sealed
   */
  public void handedOut(String release, List<Long> fetched, boolean isSame) {
    all.put("handedOut", Json.object("current", release, "fetchedBytes", fetched, "same", isSame));
    if (!json) {
      console.line(
          "  "
              + release
              + " gives the same as what was handed over: "
              + sameness(isSame)
              + ". The second release cost its receiver "
              + Sizes.of(fetched.get(1))
              + ", the first "
              + Sizes.of(fetched.get(0))
              + ".");
      console.gap();
    }
  }

  private static Map<String, Object> sizes(
      Analysis analysis, List<Artifact> artifacts, IntFunction<Boolean> givesTheSame) {
    List<Map<String, Object>> results = new ArrayList<>();
    for (int i = 0; i < artifacts.size(); i++) {
      results.add(
          Json.object(
              "form", artifacts.get(i).form(),
              "path", artifacts.get(i).path().toString(),
              "bytes", artifacts.get(i).bytes(),
              "same", givesTheSame.apply(i)));
    }
    return Json.object(
        "beforeBytes",
        analysis.application().size(),
        "leftOutBytes",
        analysis.ballastBytes(),
        "artifacts",
        results);
  }
}
