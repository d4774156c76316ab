package dev.girdle.bench.corpus;

import dev.girdle.bench.Folders;
import dev.girdle.bench.Section;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** How long the commands take on the programs of the corpus, against reading the same jars. */
public final class Times {
  private static final String HEADING = "## The programs of the corpus";
  private static final List<String> COLUMNS =
      List.of("survey", "closure, first", "closure, again", "classes", "tight");
  private static final int ROUNDS_OF_UNZIP = 3;

  private final Path girdle;
  private final Path work;

  private Times(Path girdle, Path work) {
    this.girdle = girdle;
    this.work = work;
  }

  /** The ratios of one program, in the order of the columns. */
  private record Row(String name, long bytes, long unzip, List<Double> ratios) {}

  /**
   * Measures and writes the table into {@code docs/benchmarks.md}.
   *
   * @param args the project's folder, the {@code girdle} to measure, and names of programs; none
   *     for all
   * @throws Exception if a program cannot be had
   */
  public static void main(String[] args) throws Exception {
    Path root = Path.of(args[0]).toAbsolutePath();
    Path work = root.resolve("girdle-bench/target/corpus");
    Times times = new Times(Path.of(args[1]).toAbsolutePath(), work);
    List<String> names = List.of(args).subList(2, args.length);
    List<Row> rows = new ArrayList<>();
    for (Specimen specimen : Specimen.all(root.resolve("girdle-bench/corpus"))) {
      if (names.isEmpty() || names.contains(specimen.name())) {
        Row row = times.of(specimen, new Supply(work).app(specimen));
        System.err.println(line(row));
        rows.add(row);
      }
    }
    Section.write(root.resolve("docs/benchmarks.md"), HEADING, HEADING + "\n\n" + text(rows));
  }

  private Row of(Specimen specimen, Path app) throws IOException, InterruptedException {
    // unzip takes one archive at a time, so that each jar is a process of its own
    String each = "find '" + app + "' -name '*.jar' -exec unzip -tq {} \\; >/dev/null";
    long[] unzips = new long[ROUNDS_OF_UNZIP];
    for (int i = 0; i < unzips.length; i++) {
      unzips[i] = millis(List.of("sh", "-c", each));
    }
    Arrays.sort(unzips);
    long unzip = unzips[unzips.length / 2];
    List<String> options = new ArrayList<>(List.of(app.toString()));
    if (!specimen.hasCode()) {
      options.addAll(List.of("--entry", specimen.about().entry(), "--name", specimen.name()));
    }
    Path memory = work.resolve("cache/girdle/classes");
    List<Double> ratios = new ArrayList<>();
    run(command("closure", options)); // brings the index of the local repository up to date
    Folders.delete(memory);
    ratios.add(ratio(millis(command("survey", options)), unzip));
    Folders.delete(memory);
    ratios.add(ratio(millis(command("closure", options)), unzip));
    ratios.add(ratio(millis(command("closure", options)), unzip));
    Folders.delete(memory);
    ratios.add(ratio(millis(command("closure", options, "--prune", "classes")), unzip));
    Folders.delete(memory);
    Path out = work.resolve(specimen.name()).resolve("out-times");
    Folders.delete(out);
    ratios.add(
        ratio(
            millis(
                command(
                    "seal",
                    options,
                    "--form",
                    "folder",
                    "--runtime",
                    "tight",
                    "--out",
                    out.toString())),
            unzip));
    Folders.delete(out);
    return new Row(specimen.name(), Trials.sizeOf(app), unzip, ratios);
  }

  private List<String> command(String verb, List<String> options, String... more) {
    List<String> command = new ArrayList<>(List.of(girdle.toString(), verb));
    command.addAll(options);
    command.addAll(List.of(more));
    return command;
  }

  private static double ratio(long millis, long unzip) {
    return (double) millis / Math.max(1, unzip);
  }

  private long millis(List<String> command) throws IOException, InterruptedException {
    long begin = System.nanoTime();
    run(command);
    return (System.nanoTime() - begin) / 1_000_000;
  }

  private void run(List<String> command) throws IOException, InterruptedException {
    ProcessBuilder builder = new ProcessBuilder(command);
    builder.environment().put("XDG_CACHE_HOME", work.resolve("cache").toString());
    builder
        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
        .redirectError(ProcessBuilder.Redirect.DISCARD);
    int status = builder.start().waitFor();
    if (status != 0) {
      throw new IOException("ended with " + status + ": " + String.join(" ", command));
    }
  }

  private static String text(List<Row> rows) {
    StringBuilder text = new StringBuilder();
    text.append(
        """
        Made by `girdle-bench/time-corpus`: whole processes, the start of Java included, once each, as
        multiples of what `unzip -tq` of the same jars takes (the median of three). *First*: nothing is
        remembered of the jars. *Again*: the same once more. *Classes* is `closure --prune classes`,
        *tight* `seal --form folder --runtime tight`, with nothing remembered. The largest of each column
        is bold.

        """);
    text.append("| program | jars | `unzip -tq` | ").append(String.join(" | ", COLUMNS));
    text.append(" |\n| --- | ---: | ---: |").append(" ---: |".repeat(COLUMNS.size())).append('\n');
    double[] most = new double[COLUMNS.size()];
    double[] middle = new double[COLUMNS.size()];
    for (int i = 0; i < most.length; i++) {
      int column = i;
      double[] all = rows.stream().mapToDouble(r -> r.ratios.get(column)).sorted().toArray();
      most[i] = all[all.length - 1];
      middle[i] = all[all.length / 2];
    }
    for (Row row : rows) {
      text.append(start(row.name, row.bytes, row.unzip));
      for (int i = 0; i < most.length; i++) {
        double ratio = row.ratios.get(i);
        text.append(
            String.format(Locale.ROOT, ratio == most[i] ? " **%.1f** |" : " %.1f |", ratio));
      }
      text.append('\n');
    }
    text.append("| median | | |");
    for (double one : middle) {
      text.append(String.format(Locale.ROOT, " %.1f |", one));
    }
    return text.append('\n').toString();
  }

  private static String start(String name, long bytes, long unzip) {
    return String.format(Locale.ROOT, "| %s | %.1f MB | %d ms |", name, bytes / 1e6, unzip);
  }

  private static String line(Row row) {
    return start(row.name, row.bytes, row.unzip) + " " + row.ratios;
  }
}
