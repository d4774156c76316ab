package dev.girdle.bench;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * Holds the classes that a program loads while it does its job, on the plain class path, against
 * those that its closure keeps.
 */
final class Foresight {
  private final Path logs;
  private final List<String> rows = new ArrayList<>();
  private final List<String> surprises = new ArrayList<>();

  Foresight() throws IOException {
    logs = Files.createTempDirectory("girdle-seen");
  }

  /** The option of Java that logs what is loaded; a file for each process. */
  String option() {
    return "-Xlog:class+load=info:file=" + logs + "/%p.log:none:filesize=0";
  }

  /** Everything that was logged since the last time, as a file of evidence. */
  Path evidence() throws IOException {
    TreeSet<String> names = new TreeSet<>();
    try (Stream<Path> files = Files.list(logs)) {
      for (Path file : files.filter(f -> f.toString().endsWith(".log")).toList()) {
        for (String line : Files.readAllLines(file)) {
          String[] words = line.split(" source: ");
          // a class that is made while the program runs lies nowhere
          if (words.length == 2 && words[1].startsWith("file:") && !words[0].contains("/")) {
            names.add(words[0]);
          }
        }
        Files.delete(file);
      }
    }
    return Files.write(logs.resolve("seen.txt"), names);
  }

  /** Takes in what {@code closure --prune classes --evidence} says. */
  void add(Program program, JsonNode closure) {
    int foreseen = closure.at("/seen/foreseen").asInt();
    List<String> missed = new ArrayList<>();
    closure.at("/seen/missed").forEach(m -> missed.add(m.asText()));
    long quiet = 0;
    for (JsonNode component : closure.at("/seen/quiet")) {
      quiet += component.get("bytes").asLong();
    }
    long kept = closure.get("keptBytes").asLong();
    rows.add(
        String.format(
            Locale.ROOT,
            "| %s | %d | %d | %.1f MB | %.1f MB (%d %%) |",
            program.name(),
            foreseen + missed.size(),
            foreseen,
            kept / 1e6,
            quiet / 1e6,
            Math.round(100.0 * quiet / kept)));
    if (!missed.isEmpty()) {
      surprises.add("* " + program.name() + ": `" + String.join("`, `", missed) + "`");
    }
  }

  String text() {
    return """
        The classes of each program that Java loads while it does its job, on the plain class path and
        logged by Java itself, held against the closure at `--prune classes`: how many of them it
        foresees without evidence. *Quiet* is what it keeps and this one job never loads: what other
        jobs, other input or errors may need, and what nobody could tell without running it.

        | program | classes loaded | foreseen | kept | quiet |
        | --- | ---: | ---: | ---: | ---: |
        %s
        %s"""
        .formatted(
            String.join("\n", rows),
            surprises.isEmpty() ? "" : "\nNot foreseen:\n\n" + String.join("\n", surprises) + "\n");
  }
}
