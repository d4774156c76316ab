package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.depot.Release;
import dev.girdle.image.Descriptor;
import dev.girdle.image.Platform;
import dev.girdle.io.Sizes;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * Shows the releases of a name in a depot.
 *
 * @param name where they are
 * @param releases those that were looked at, newest first
 * @param count how many there are
 * @param usual the one that a receiver gets who names none; empty if there is none
 */
public record ReleasesView(String name, List<Release> releases, int count, String usual)
    implements View {
  @Override
  public void print(Console console) {
    console.heading(name + ": " + SurveyView.count(count, "release"));
    Table table = new Table("lllrl");
    table.row("RELEASE", "", "FOR", "SIZE", "DIGEST");
    for (Release release : releases) {
      boolean isUsual = release.name().equals(usual);
      table.row(
          isUsual ? console.paint(Paint.GOOD, release.name()) : release.name(),
          isUsual ? "who names none gets it" : "",
          String.join(", ", platforms(release)),
          Sizes.of(release.bytes()),
          LayersView.hex(release.top().digest()));
    }
    table.print(console, true);
    if (releases.size() < count) {
      console.line("  … and " + (count - releases.size()) + " older ones (--most shows more)");
    }
    if (usual.isEmpty()) {
      console.line("  None of them is stable: who wants one has to name it.");
    }
  }

  private static List<String> platforms(Release release) {
    List<String> all =
        release.images().keySet().stream()
            .map(Descriptor::platform)
            .filter(Objects::nonNull)
            .map(ReleasesView::words)
            .sorted()
            .toList();
    return all.isEmpty() ? List.of("-") : all;
  }

  private static String words(Platform platform) {
    return platform
        .target()
        .map(t -> t.text())
        .orElse(platform.os() + "/" + platform.architecture());
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "name",
            name,
            "count",
            count,
            "usual",
            usual.isEmpty() ? null : usual,
            "releases",
            releases.stream().map(ReleasesView::json).toList()));
  }

  private static Map<String, Object> json(Release release) {
    return Json.object(
        "release", release.name(),
        "digest", release.top().digest(),
        "bytes", release.bytes(),
        "targets", platforms(release));
  }
}
