package dev.girdle.bench.corpus;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.bench.Folders;
import dev.girdle.bench.Job;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Seals a program in all ways, has each do its job, and compares. */
final class Trials {
  private static final String JAVA =
      Path.of(System.getProperty("java.home"), "bin", "java").toString();
  private static final Pattern SAYS_SO =
      Pattern.compile("Exception|Error|\\bFATAL\\b|\\bSEVERE\\b|[Ff]ailed|was made without");
  private static final int LONGEST_SEALING_MINUTES = 8;

  private final Path girdle;
  private final Path work;

  Trials(Path girdle, Path work) {
    this.girdle = girdle;
    this.work = work;
  }

  /**
   * Tries one program.
   *
   * @param specimen the program
   * @param app its folder
   * @param ways the ways to try
   * @return what came of it
   * @throws IOException if it does not do its job on the plain class path
   */
  Trial of(Specimen specimen, Path app, List<Way> ways) throws IOException, InterruptedException {
    Job job = jobOf(specimen);
    Job.Outcome plain = plain(specimen, app, job);
    List<String> missing = missing(specimen, app);
    Map<String, Trial.Result> results = new LinkedHashMap<>();
    for (Way way : ways) {
      Trial.Result result = tryOut(specimen, app, way, missing, job, plain);
      results.put(way.name(), result);
      System.err.printf(
          "%-18s %-10s %-10s %6d ms %9d  %s%n",
          specimen.name(),
          way.name(),
          result.verdict(),
          result.millis(),
          result.bytes(),
          result.note().lines().findFirst().orElse(""));
    }
    return new Trial(
        specimen.name(),
        specimen.about().kind(),
        specimen.about().batch(),
        missing,
        results,
        sizeOf(app));
  }

  static Job jobOf(Specimen specimen) throws IOException {
    Map<String, String> environment = new LinkedHashMap<>();
    if (specimen.about().display()) {
      environment.put("DISPLAY", System.getenv().getOrDefault("DISPLAY", ":0"));
    }
    return new Job(specimen.inputs(), specimen.about().steps(), environment);
  }

  /** The job on the plain class path, which has to go well. */
  static Job.Outcome plain(Specimen specimen, Path app, Job job)
      throws IOException, InterruptedException {
    Job.Outcome outcome = job.run(plainStart(specimen, app));
    for (String expected : specimen.about().expect()) {
      if (!Pattern.compile(expected).matcher(outcome.text()).find()) {
        throw new IOException(
            specimen.name()
                + " does not do its job: "
                + expected
                + "\n"
                + outcome.text()
                + outcome.errors());
      }
    }
    Job.Outcome again = job.run(plainStart(specimen, app));
    if (!again.text().equals(outcome.text())) {
      throw new IOException(
          specimen.name()
              + " does not do the same twice: "
              + firstDifference(outcome.text(), again.text()));
    }
    return outcome;
  }

  static List<String> plainStart(Specimen specimen, Path app) {
    List<String> start = new ArrayList<>(List.of(JAVA));
    start.addAll(specimen.about().options());
    start.add("-cp");
    start.add(
        (specimen.hasCode() ? app.resolve(specimen.name() + ".jar") + ":" : "") + app + "/lib/*");
    start.add(specimen.about().entry());
    return start;
  }

  static List<String> command(Path girdle, Specimen specimen, Path app, String verb) {
    List<String> command = new ArrayList<>(List.of(girdle.toString(), verb, app.toString()));
    if (!specimen.hasCode()) {
      command.addAll(List.of("--entry", specimen.about().entry()));
      command.addAll(List.of("--name", specimen.name()));
    }
    if (!specimen.about().options().isEmpty()) {
      command.add("--entry-options");
      command.add(String.join(" ", specimen.about().options()));
    }
    return command;
  }

  /** What {@code closure} says of a program; a missing node if it says nothing. */
  static JsonNode closure(Path girdle, Specimen specimen, Path app)
      throws IOException, InterruptedException {
    List<String> command = command(girdle, specimen, app, "closure");
    command.add("--json");
    Process process =
        new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.DISCARD).start();
    JsonNode document = new JsonMapper().readTree(process.getInputStream());
    process.waitFor();
    return document;
  }

  private List<String> missing(Specimen specimen, Path app)
      throws IOException, InterruptedException {
    JsonNode document = closure(girdle, specimen, app);
    List<String> missing = new ArrayList<>();
    document
        .path("unmet")
        .forEach(
            u -> {
              if (stops(u)) {
                missing.add(u.path("name").asText());
              }
            });
    return missing;
  }

  private static boolean stops(JsonNode unmet) {
    return unmet.path("rank").asText(unmet.path("strength").asText()).matches("hard|needed");
  }

  private Trial.Result tryOut(
      Specimen specimen, Path app, Way way, List<String> missing, Job job, Job.Outcome plain)
      throws IOException, InterruptedException {
    Path out = work.resolve(specimen.name()).resolve("out-" + way.name());
    Folders.delete(out);
    List<String> command = command(girdle, specimen, app, "seal");
    command.addAll(List.of("--out", out.toString()));
    command.addAll(way.options());
    if (!way.atDefaults()) {
      missing.forEach(m -> command.addAll(List.of("--missing-ok", m)));
    }
    if (way.isFolder()) {
      command.addAll(List.of("--form", "folder"));
    }
    long begin = System.nanoTime();
    String said = sealed(command);
    long millis = (System.nanoTime() - begin) / 1_000_000;
    if (said != null) {
      return new Trial.Result(Trial.Verdict.NOT_SEALED, 0, millis, said);
    }
    Path made = made(out);
    Job.Outcome outcome =
        job.run(
            way.isFolder()
                ? List.of(starter(made).toString())
                : List.of(JAVA, "-jar", made.toString()));
    long bytes = sizeOf(way.isFolder() ? made.resolve("lib") : made);
    Folders.delete(out);
    if (outcome.text().equals(plain.text())) {
      return new Trial.Result(Trial.Verdict.SAME, bytes, millis, "");
    }
    boolean told =
        !outcome.statuses().equals(plain.statuses())
            || occurrences(outcome.errors() + outcome.text())
                > occurrences(plain.errors() + plain.text());
    String note =
        firstDifference(plain.text(), outcome.text()) + "\n" + firstLines(outcome.errors());
    return new Trial.Result(told ? Trial.Verdict.FAILS : Trial.Verdict.SILENT, bytes, millis, note);
  }

  private static long occurrences(String text) {
    return SAYS_SO.matcher(text).results().count();
  }

  static String sealed(List<String> command) throws IOException, InterruptedException {
    Path log = Files.createTempFile("girdle-corpus", ".log");
    Process process =
        new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(log.toFile()).start();
    process.getOutputStream().close();
    boolean ended = process.waitFor(LONGEST_SEALING_MINUTES, TimeUnit.MINUTES);
    if (!ended) {
      process.destroyForcibly().waitFor();
    }
    String said = ended ? Files.readString(log) : "takes over " + LONGEST_SEALING_MINUTES + " min";
    Files.delete(log);
    return ended && process.exitValue() == 0 ? null : firstLines(said);
  }

  private static Path made(Path out) throws IOException {
    try (Stream<Path> all = Files.list(out)) {
      return all.filter(p -> !p.getFileName().toString().startsWith(".")).findFirst().orElseThrow();
    }
  }

  private static Path starter(Path folder) throws IOException {
    try (Stream<Path> all = Files.list(folder.resolve("bin"))) {
      return all.filter(p -> !p.toString().endsWith(".cmd")).findFirst().orElseThrow();
    }
  }

  static long sizeOf(Path place) throws IOException {
    try (Stream<Path> files = Files.walk(place)) {
      return files.filter(Files::isRegularFile).mapToLong(f -> f.toFile().length()).sum();
    }
  }

  private static String firstDifference(String expected, String actual) {
    String[] a = expected.split("\n");
    String[] b = actual.split("\n");
    for (int i = 0; i < Math.max(a.length, b.length); i++) {
      String x = i < a.length ? a[i] : "(end)";
      String y = i < b.length ? b[i] : "(end)";
      if (!x.equals(y)) {
        return "`" + shortened(x) + "` became `" + shortened(y) + "`";
      }
    }
    return "";
  }

  private static String shortened(String line) {
    return line.length() > 160 ? line.substring(0, 160) + " …" : line;
  }

  private static String firstLines(String text) {
    return String.join("\n", text.lines().limit(12).map(Trials::shortened).toList());
  }
}
