package dev.girdle.bench.corpus;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.bench.Job;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The other side of false alarms: of each program, each library that its job loads is taken away,
 * one at a time. Is the loss told, and does it stop the sealing?
 */
public final class Losses {
  private static final Pattern LOADED = Pattern.compile("source: file:(\\S+\\.jar)");

  private final Path girdle;
  private final Path work;
  private final Map<String, int[]> rows = new LinkedHashMap<>();
  private final List<String> untold = new ArrayList<>();
  private final Map<String, Set<String>> whole = new LinkedHashMap<>();

  private Losses(Path girdle, Path work) {
    this.girdle = girdle;
    this.work = work;
  }

  /**
   * Takes libraries away and prints a table.
   *
   * @param args the project's folder, the {@code girdle} to try, and names of programs; none for
   *     all
   * @throws Exception if a program does not do its job when it is whole
   */
  public static void main(String[] args) throws Exception {
    Path root = Path.of(args[0]).toAbsolutePath();
    Path work = root.resolve("girdle-bench/target/corpus");
    Losses losses = new Losses(Path.of(args[1]), work);
    List<String> names = List.of(args).subList(2, args.length);
    for (Specimen specimen : Specimen.all(root.resolve("girdle-bench/corpus"))) {
      if (names.isEmpty() || names.contains(specimen.name())) {
        losses.of(specimen, new Supply(work).app(specimen));
        System.err.println(specimen.name() + " done");
      }
    }
    System.out.print(losses.table());
  }

  private void of(Specimen specimen, Path app) throws IOException, InterruptedException {
    Job job = Trials.jobOf(specimen);
    Job.Outcome asHandedOver = Trials.plain(specimen, app, job);
    int[] counts = new int[4];
    for (String library : loaded(specimen, app, job)) {
      Path without = work.resolve(specimen.name()).resolve("without");
      Supply.delete(without);
      copy(app, without, library);
      Job.Outcome outcome = job.run(Trials.plainStart(specimen, without));
      if (outcome.text().equals(asHandedOver.text())) {
        continue; // the job goes well without it
      }
      String told = told(specimen, without);
      counts[0]++;
      switch (told) {
        case "needed" -> counts[1]++;
        case "perhaps" -> counts[2]++;
        default -> {
          counts[3]++;
          untold.add(specimen.name() + " without " + library + " (" + told + ")");
        }
      }
    }
    rows.put(specimen.name(), counts);
  }

  private static Set<String> loaded(Specimen specimen, Path app, Job job)
      throws IOException, InterruptedException {
    Path log = Files.createTempFile("girdle-losses", ".log");
    List<String> start = new ArrayList<>(Trials.plainStart(specimen, app));
    start.add(1, "-Xlog:class+load=info:file=" + log + ":none:filesize=0");
    job.run(start);
    Set<String> loaded = new TreeSet<>();
    Matcher matcher = LOADED.matcher(Files.readString(log));
    while (matcher.find()) {
      Path jar = Path.of(matcher.group(1));
      if (jar.getParent().endsWith("lib")) {
        loaded.add(jar.getFileName().toString());
      }
    }
    Files.delete(log);
    return loaded;
  }

  private static void copy(Path from, Path to, String without) throws IOException {
    try (Stream<Path> files = Files.walk(from)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        if (!file.getFileName().toString().equals(without)) {
          Path place = to.resolve(from.relativize(file).toString());
          Files.createDirectories(place.getParent());
          Files.createLink(place, file);
        }
      }
    }
  }

  /** The surest rank of anything that is missing now and was asked for by more than a hint. */
  private String told(Specimen specimen, Path app) throws IOException, InterruptedException {
    JsonNode document = closure(specimen, app);
    Set<String> before = missing(specimen);
    String surest = document.isMissingNode() ? "needed" : "not told";
    for (JsonNode unmet : document.path("unmet")) {
      String rank = unmet.path("rank").asText();
      if (!before.contains(unmet.path("name").asText())) {
        if (rank.equals("needed")) {
          return rank;
        }
        if (rank.equals("perhaps") || surest.equals("not told")) {
          surest = rank;
        }
      }
    }
    return surest;
  }

  private Set<String> missing(Specimen specimen) throws IOException, InterruptedException {
    Set<String> known = whole.get(specimen.name());
    if (known == null) {
      known = new TreeSet<>();
      whole.put(specimen.name(), known);
      Path app = work.resolve(specimen.name()).resolve("app");
      for (JsonNode unmet : closure(specimen, app).path("unmet")) {
        known.add(unmet.path("name").asText());
      }
    }
    return known;
  }

  private JsonNode closure(Specimen specimen, Path app) throws IOException, InterruptedException {
    List<String> command = new ArrayList<>(List.of(girdle.toString(), "closure", app.toString()));
    if (!specimen.hasCode()) {
      command.addAll(List.of("--entry", specimen.about().entry()));
    }
    command.add("--json");
    Process process =
        new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.DISCARD).start();
    JsonNode document = new JsonMapper().readTree(process.getInputStream());
    process.waitFor();
    return document;
  }

  private String table() {
    StringBuilder text = new StringBuilder();
    text.append(
        "| program | losses that break its job | told as needed | as perhaps | not told |\n");
    text.append("| --- | ---: | ---: | ---: | ---: |\n");
    int[] sum = new int[4];
    rows.forEach(
        (name, counts) -> {
          text.append("| ").append(name);
          for (int i = 0; i < counts.length; i++) {
            sum[i] += counts[i];
            text.append(" | ").append(counts[i]);
          }
          text.append(" |\n");
        });
    text.append("| all");
    for (int one : sum) {
      text.append(" | ").append(one);
    }
    text.append(" |\n");
    untold.forEach(u -> text.append("\nNot told: ").append(u).append('.'));
    return text.append('\n').toString();
  }
}
