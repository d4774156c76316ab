package dev.girdle.cli.view;

import java.util.List;

/**
 * Shows what a depot holds.
 *
 * @param depot where it is
 * @param names what it tells
 */
public record NamesView(String depot, List<String> names) implements View {
  @Override
  public void print(Console console) {
    if (names.isEmpty()) {
      console.line(depot + " holds nothing, or does not tell what.");
      return;
    }
    console.heading(depot + " holds " + SurveyView.count(names.size(), "name"));
    names.forEach(n -> console.line("  " + n));
    console.gap();
    console.line("Releases of one: girdle releases " + depot + "/" + names.get(0));
  }

  @Override
  public void printJson(Console console) {
    Json.print(console, Json.object("depot", depot, "names", names));
  }
}
