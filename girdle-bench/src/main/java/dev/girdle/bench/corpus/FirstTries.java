package dev.girdle.bench.corpus;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.bench.Section;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * What batches of programs gave at their first try, before anything was changed for them: kept in
 * {@code corpus/first-tries} and shown in {@code docs/proof.md}.
 */
public final class FirstTries {
  private static final String HEADING = "## Programs that Girdle had never seen";
  private static final String AGAIN = "tried-again.json";
  private static final List<String> WAYS =
      List.of("defaults", "components", "files", "classes", "merged", "trimmed", "tight");

  private FirstTries() {}

  /**
   * Keeps the results of a batch, or of all programs after rules were mended, or only writes the
   * tables anew.
   *
   * @param args the project's folder, and perhaps the label of results that are a batch's first
   *     try; or {@code again} and the labels of results of programs that were tried again
   * @throws IOException if they cannot be read, or the batch has had its first try before
   */
  public static void main(String[] args) throws IOException {
    Path root = Path.of(args[0]).toAbsolutePath();
    if (args.length > 2 && args[1].equals("again")) {
      keepAgain(root, List.of(args).subList(2, args.length));
    } else if (args.length > 1) {
      keep(root, args[1]);
    }
    Section.write(
        root.resolve("docs/proof.md"), HEADING, section(root.resolve("girdle-bench/corpus")));
  }

  private static void keep(Path root, String label) throws IOException {
    List<JsonNode> trials = results(root, label);
    Path kept =
        root.resolve("girdle-bench/corpus/first-tries")
            .resolve("batch-" + trials.get(0).path("batch").asInt() + ".json");
    if (Files.exists(kept)) {
      throw new IOException(kept + " is there: a batch has one first try");
    }
    new JsonMapper().writerWithDefaultPrettyPrinter().writeValue(kept.toFile(), trials);
  }

  /** Of programs with results of several labels, those of the last count. */
  private static void keepAgain(Path root, List<String> labels) throws IOException {
    Map<String, Map<String, String>> verdicts = new TreeMap<>();
    for (String label : labels) {
      for (JsonNode trial : results(root, label)) {
        Map<String, String> ofProgram =
            verdicts.computeIfAbsent(trial.path("name").asText(), n -> new TreeMap<>());
        for (Map.Entry<String, JsonNode> way : trial.path("ways").properties()) {
          ofProgram.put(way.getKey(), way.getValue().path("verdict").asText());
        }
      }
    }
    new JsonMapper()
        .writerWithDefaultPrettyPrinter()
        .writeValue(root.resolve("girdle-bench/corpus").resolve(AGAIN).toFile(), verdicts);
  }

  private static List<JsonNode> results(Path root, String label) throws IOException {
    List<JsonNode> trials = new ArrayList<>();
    Path results = root.resolve("girdle-bench/target/corpus/results").resolve(label);
    try (Stream<Path> files = Files.list(results)) {
      for (Path file : files.sorted().toList()) {
        trials.add(new JsonMapper().readTree(file.toFile()));
      }
    }
    return trials;
  }

  /** How many programs were the same when they were tried again, in the ways that were tried. */
  private static String again(Path corpus) throws IOException {
    Path kept = corpus.resolve(AGAIN);
    if (!Files.exists(kept)) {
      return "";
    }
    Map<String, int[]> counts = new LinkedHashMap<>();
    List<String> others = new ArrayList<>();
    for (Map.Entry<String, JsonNode> program :
        new JsonMapper().readTree(kept.toFile()).properties()) {
      for (Map.Entry<String, JsonNode> way : program.getValue().properties()) {
        int[] count = counts.computeIfAbsent(way.getKey(), w -> new int[2]);
        boolean isSame = way.getValue().asText().equals(Trial.Verdict.SAME.name());
        count[0] += isSame ? 1 : 0;
        count[1]++;
        if (!isSame) {
          others.add(program.getKey() + " (" + way.getKey() + ")");
        }
      }
    }
    StringBuilder text = new StringBuilder("Tried again, after the rules were mended:");
    counts.forEach(
        (way, count) -> text.append(" %s %d of %d the same,".formatted(way, count[0], count[1])));
    text.setCharAt(text.length() - 1, '.');
    if (!others.isEmpty()) {
      text.append(" Not the same: ").append(String.join(", ", others)).append('.');
    }
    return "\n" + text + "\n";
  }

  private static int number(Path batch) {
    return Integer.parseInt(batch.getFileName().toString().replaceAll("\\D", ""));
  }

  /**
   * The section of the proof, with its heading.
   *
   * @param corpus the corpus's folder
   * @return Markdown
   * @throws IOException if the first tries cannot be read
   */
  public static String section(Path corpus) throws IOException {
    StringBuilder table = new StringBuilder();
    StringBuilder details = new StringBuilder();
    try (Stream<Path> files = Files.list(corpus.resolve("first-tries"))) {
      for (Path file : files.sorted(Comparator.comparing(FirstTries::number)).toList()) {
        JsonNode trials = new JsonMapper().readTree(file.toFile());
        table.append(row(trials));
        trials.forEach(t -> details.append(detail(t)));
      }
    }
    return """
        %s

        Programs come in batches (`girdle-bench/corpus`). What a batch gave when it was tried for
        the first time, before anything was changed for it, is written down here and stays
        (`girdle-bench/try-corpus`). Batch 1 was tried with Girdle as it was before it had
        a corpus. *Sealed* means: with no words but the entry point where a folder of libraries has
        none. The other columns count programs that do their job as on the plain class path:
        as a nested archive with nothing said (*defaults*), in a folder at each level of pruning,
        as a merged archive, and with a Java that is trimmed or tight. A false alarm is something
        said to be needed and missing, though the job goes well without. A failure in silence is
        another result with the same exit status and no word about it.

        | batch | programs | sealed | defaults | components | files | classes | merged | trimmed | tight | false alarms | failures in silence |
        | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: |
        %s
        | program | kind | batch | defaults | components | files | classes | merged | trimmed | tight | libraries kept at files | at classes |
        | --- | --- | ---: | --- | --- | --- | --- | --- | --- | --- | ---: | ---: |
        %s%s"""
        .formatted(HEADING, table, details, again(corpus));
  }

  private static String row(JsonNode trials) {
    StringBuilder row = new StringBuilder("| ");
    row.append(trials.path(0).path("batch").asInt()).append(" | ").append(trials.size());
    int sealed = 0;
    int alarms = 0;
    int silent = 0;
    for (JsonNode trial : trials) {
      sealed += verdict(trial, "defaults") == Trial.Verdict.NOT_SEALED ? 0 : 1;
      alarms += trial.path("falseAlarms").size();
      for (String way : WAYS) {
        silent += verdict(trial, way) == Trial.Verdict.SILENT ? 1 : 0;
      }
    }
    row.append(" | ").append(sealed);
    for (String way : WAYS) {
      int same = 0;
      for (JsonNode trial : trials) {
        same += verdict(trial, way) == Trial.Verdict.SAME ? 1 : 0;
      }
      row.append(" | ").append(same);
    }
    return row + " | " + alarms + " | " + silent + " |\n";
  }

  private static Trial.Verdict verdict(JsonNode trial, String way) {
    return Trial.Verdict.valueOf(trial.path("ways").path(way).path("verdict").asText());
  }

  private static String detail(JsonNode trial) {
    StringBuilder row = new StringBuilder("| ");
    row.append(trial.path("name").asText()).append(" | ").append(trial.path("kind").asText());
    row.append(" | ").append(trial.path("batch").asInt());
    WAYS.forEach(w -> row.append(" | ").append(verdict(trial, w).words()));
    return row + share(trial, "files") + share(trial, "classes") + " |\n";
  }

  private static String share(JsonNode trial, String way) {
    long bytes = trial.path("ways").path(way).path("bytes").asLong();
    long all = trial.path("handedOver").asLong();
    return bytes == 0
        ? " | "
        : String.format(Locale.ROOT, " | %.0f %%", 100.0 * bytes / Math.max(1, all));
  }
}
