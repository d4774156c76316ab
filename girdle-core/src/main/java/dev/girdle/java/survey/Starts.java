package dev.girdle.java.survey;

import dev.girdle.app.EntryPoint;
import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Entry;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The ways to start an application: what the user wants, or else the entry point that was found.
 */
final class Starts {
  private final List<Entry> wanted;
  private final Identity identity;
  private final EntryChoice choice;

  Starts(List<Entry> wanted, Identity identity, EntryChoice choice) {
    this.wanted = wanted;
    this.identity = identity;
    this.choice = choice;
  }

  /** All of them, the main one first; empty if the user has to choose. */
  List<LaunchSpec> all() {
    if (wanted.isEmpty()) {
      return choice.chosen().stream().map(e -> LaunchSpec.of(identity.name(), e)).toList();
    }
    Map<String, LaunchSpec> starts = new LinkedHashMap<>();
    List<String> problems = new ArrayList<>();
    for (Entry entry : wanted) {
      EntryPoint point =
          entry.start().isEmpty() ? choice.chosen().orElse(null) : choice.named(entry.start());
      if (point == null) {
        return List.of();
      }
      String label = entry.label().isEmpty() ? label(point) : entry.label();
      if (!label.equals(Identity.fit(label))) {
        problems.add(
            "--entry "
                + label
                + "="
                + point.name()
                + ": only letters, digits, dot, underscore and"
                + " hyphen fit in the name of a starter");
      }
      LaunchSpec start =
          new LaunchSpec(
              label,
              point,
              entry.arguments(),
              entry.options(),
              entry.environment(),
              entry.opensWindow());
      if (starts.putIfAbsent(label.toLowerCase(Locale.ROOT), start) != null) {
        problems.add("--entry: two starters would be called " + label + "; give them names");
      }
    }
    if (!problems.isEmpty()) {
      throw new GirdleException(Fault.REQUEST, problems);
    }
    return List.copyOf(starts.values());
  }

  private String label(EntryPoint point) {
    if (wanted.size() == 1) {
      return identity.name();
    }
    String simple = point.name().substring(point.name().lastIndexOf('.') + 1);
    return Identity.fit(simple.replaceAll("([a-z0-9])([A-Z])", "$1-$2").toLowerCase(Locale.ROOT));
  }
}
