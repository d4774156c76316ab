package dev.girdle.cli;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Entry;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Reads entry points and what belongs to each from the words of the command line. */
final class EntryWords {
  private final List<String> entries;
  private final List<String> arguments;
  private final List<String> options;
  private final List<String> problems = new ArrayList<>();

  EntryWords(List<String> entries, List<String> arguments, List<String> options) {
    this.entries = entries;
    this.arguments = arguments;
    this.options = options;
  }

  /**
   * The entry points that are named, or else those of the plan; what is said about one here
   * overrules what the plan says of it.
   *
   * @return empty if nothing is said about any
   */
  List<Entry> over(List<Entry> planned) {
    if (entries.isEmpty() && arguments.isEmpty() && options.isEmpty()) {
      return planned;
    }
    List<String> wanted = entries;
    if (wanted.isEmpty()) {
      wanted =
          planned.isEmpty()
              ? List.of("")
              : planned.stream().map(e -> e.label() + "=" + e.start()).toList();
    }
    Map<String, String> startOfLabel = new LinkedHashMap<>();
    List<Entry> found = new ArrayList<>();
    for (String entry : wanted) {
      startOfLabel.put(label(entry), start(entry));
    }
    for (String entry : wanted) {
      Entry before =
          planned.stream()
              .filter(p -> p.label().equals(label(entry)))
              .findFirst()
              .orElse(Entry.of(""));
      List<String> given = words("--entry-arguments", arguments, label(entry), startOfLabel);
      List<String> forRuntime = words("--entry-options", options, label(entry), startOfLabel);
      found.add(
          new Entry(
              label(entry),
              start(entry),
              arguments.isEmpty() ? before.arguments() : given,
              options.isEmpty() ? before.options() : forRuntime,
              before.environment(),
              before.opensWindow(),
              start(entry).equals(before.start()) ? before.place() : ""));
    }
    if (!problems.isEmpty()) {
      throw new GirdleException(Fault.REQUEST, problems.stream().distinct().toList());
    }
    return found;
  }

  private static String label(String entry) {
    return entry.substring(0, Math.max(0, entry.indexOf('=')));
  }

  private static String start(String entry) {
    return entry.substring(entry.indexOf('=') + 1);
  }

  private List<String> words(
      String option, List<String> all, String label, Map<String, String> labels) {
    List<String> words = new ArrayList<>();
    for (String text : all) {
      String owner = label(text);
      boolean isOwned = !owner.isEmpty() && labels.containsKey(owner);
      if (!isOwned) {
        words.addAll(split(option, text));
      } else if (owner.equals(label)) {
        words.addAll(split(option, start(text)));
      }
    }
    return words;
  }

  private List<String> split(String option, String text) {
    try {
      return QuotedWords.of(option, text);
    } catch (GirdleException e) {
      problems.addAll(e.lines());
      return List.of();
    }
  }
}
