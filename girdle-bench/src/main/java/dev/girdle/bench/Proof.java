package dev.girdle.bench;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Seals real programs at every level of pruning and in every form, has each do its job, and
 * compares what comes of it with what comes of the program on the plain class path.
 */
public final class Proof {
  private static final List<String> LEVELS = List.of("none", "components", "files", "classes");
  private static final String JAVA =
      Path.of(System.getProperty("java.home"), "bin", "java").toString();

  private final Path root;
  private final Path work;
  private final Foresight foresight = new Foresight();
  private final List<String> rows = new ArrayList<>();
  private final List<String> sizes = new ArrayList<>();
  private final List<String> troubles = new ArrayList<>();
  private boolean allSame = true;

  private Proof(Path root) throws IOException {
    this.root = root;
    this.work = Files.createTempDirectory("girdle-proof");
  }

  /**
   * Proves, prints the tables and writes them to a file.
   *
   * @param args the project's folder, the file to write, and perhaps names of samples to prove only
   * @throws Exception if a program cannot be sealed or started at all
   */
  public static void main(String[] args) throws Exception {
    Proof proof = new Proof(Path.of(args[0]).toAbsolutePath());
    List<String> wanted = List.of(args).subList(2, args.length);
    for (Program program : Program.all()) {
      if (wanted.isEmpty() || wanted.contains(program.sample())) {
        proof.prove(program);
      }
    }
    String text = proof.text();
    System.out.print(text);
    if (wanted.isEmpty()) {
      Section.writeTop(Path.of(args[1]), text);
    }
    System.exit(proof.allSame ? 0 : 1);
  }

  private Path app(Program program) {
    return root.resolve("girdle-samples").resolve(program.sample()).resolve("target/app");
  }

  private void prove(Program program) throws Exception {
    Map<String, String> environment = new LinkedHashMap<>();
    if (program.sample().equals("tideclock")) {
      environment.put("DISPLAY", System.getenv().getOrDefault("DISPLAY", ":0"));
    }
    Job job = new Job(program.files(), program.steps(), environment);
    Job.Outcome plain = job.run(plainStart(program));
    System.err.println("## " + program.name() + "\n" + plain.text() + head(plain.errors()));
    List<String> missing = missing(program);
    foresee(program, job, missing);
    StringBuilder row = new StringBuilder("| " + program.name() + " | " + program.kind());
    StringBuilder size =
        new StringBuilder(
            "| " + program.name() + " | " + Figures.megabytes(Figures.bytes(app(program))));
    for (String level : LEVELS) {
      Path out = seal(program, level, missing);
      size.append(" | ")
          .append(share(Figures.bytes(made(out, "").resolve("lib")), Figures.bytes(app(program))));
      StringBuilder cells = new StringBuilder();
      for (Map.Entry<String, List<String>> form : starts(out).entrySet()) {
        Job.Outcome outcome = job.run(form.getValue());
        boolean same = outcome.text().equals(plain.text());
        allSame &= same;
        cells.append(same ? "same " : "**differs** ");
        System.err.println(level + " " + form.getKey() + (same ? " same" : " DIFFERS"));
        if (!same) {
          troubles.add(
              program.name()
                  + ", "
                  + level
                  + ", "
                  + form.getKey()
                  + ": "
                  + firstDifference(plain.text(), outcome.text())
                  + " "
                  + head(outcome.errors()));
          System.err.println(troubles.get(troubles.size() - 1));
        }
      }
      delete(out);
      row.append(" | ").append(cells.toString().strip().replaceAll(" +", " "));
    }
    rows.add(row + " | " + missing.size() + " |");
    sizes.add(size + " |");
  }

  private void foresee(Program program, Job job, List<String> missing) throws Exception {
    List<String> logged = plainStart(program);
    logged.add(1, foresight.option());
    job.run(logged);
    List<String> command = girdle(program, "closure");
    missing.forEach(m -> command.addAll(List.of("--missing-ok", m)));
    command.addAll(List.of("--prune", "classes", "--json"));
    command.addAll(List.of("--evidence", foresight.evidence().toString()));
    foresight.add(program, json(command));
  }

  private static JsonNode json(List<String> command) throws IOException, InterruptedException {
    Process process = new ProcessBuilder(command).redirectErrorStream(false).start();
    JsonNode document = new JsonMapper().readTree(process.getInputStream());
    process.waitFor();
    return document;
  }

  private List<String> plainStart(Program program) throws IOException {
    List<String> start = new ArrayList<>(List.of(JAVA));
    start.addAll(program.javaOptions());
    if (program.sample().equals("tideclock")) {
      try (Stream<Path> jars = Files.list(app(program))) {
        String modules =
            jars.filter(j -> j.toString().endsWith("-linux.jar"))
                .map(Path::toString)
                .collect(Collectors.joining(":"));
        start.addAll(List.of("-p", modules, "--add-modules", "javafx.controls"));
      }
    }
    start.addAll(List.of("-cp", app(program) + "/*", program.entry()));
    return start;
  }

  /** What was sealed for one target bears its name. */
  private static Path made(Path out, String ending) throws IOException {
    try (Stream<Path> all = Files.list(out)) {
      return all.filter(p -> p.getFileName().toString().matches("program-1(-linux-x64)?" + ending))
          .findFirst()
          .orElseThrow();
    }
  }

  private static Map<String, List<String>> starts(Path out) throws IOException {
    Map<String, List<String>> starts = new LinkedHashMap<>();
    starts.put("folder", List.of(made(out, "").resolve("bin/program").toString()));
    starts.put("nested", List.of(JAVA, "-jar", made(out, "\\.jar").toString()));
    starts.put("merged", List.of(JAVA, "-jar", out.resolve("merged.jar").toString()));
    return starts;
  }

  private Path seal(Program program, String level, List<String> missing) throws Exception {
    Path out = work.resolve(program.sample() + "-" + level);
    List<String> command = girdle(program, "seal");
    command.addAll(List.of("--name", "program", "--release", "1", "--out", out.toString()));
    command.addAll(List.of("--prune", level));
    missing.forEach(m -> command.addAll(List.of("--missing-ok", m)));
    List<String> merged = new ArrayList<>(command);
    merged.addAll(List.of("--archive", "merged", "--as", "merged.jar"));
    command.addAll(List.of("--form", "folder", "--form", "archive"));
    run(command);
    run(merged);
    return out;
  }

  private List<String> girdle(Program program, String verb) {
    List<String> command = new ArrayList<>(List.of(root.resolve("girdle").toString(), verb));
    command.addAll(List.of(app(program).toString(), "--entry", program.entry()));
    command.addAll(program.sealing());
    return command;
  }

  /** What Girdle says is needed and missing; the program does its job without, so it is not. */
  private List<String> missing(Program program) throws Exception {
    List<String> command = girdle(program, "closure");
    command.add("--json");
    List<String> missing = new ArrayList<>();
    json(command)
        .path("unmet")
        .forEach(
            u -> {
              if (u.path("rank").asText().equals("needed")) {
                missing.add(u.path("name").asText());
                System.err.println(
                    "missing "
                        + u.path("name").asText()
                        + " "
                        + u.path("askedBy").path(0).path("place").asText());
              }
            });
    return missing;
  }

  private static void run(List<String> command) throws IOException, InterruptedException {
    Path log = Files.createTempFile("girdle-proof", ".log");
    Process process =
        new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(log.toFile()).start();
    if (process.waitFor() != 0) {
      throw new IllegalStateException(command + "\n" + Files.readString(log));
    }
    Files.delete(log);
  }

  private static void delete(Path place) throws IOException {
    try (Stream<Path> files = Files.walk(place)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
  }

  private static String share(long part, long whole) {
    return Figures.megabytes(part) + " (" + Math.round(100.0 * part / whole) + " %)";
  }

  private static String firstDifference(String expected, String actual) {
    String[] a = expected.split("\n");
    String[] b = actual.split("\n");
    for (int i = 0; i < Math.max(a.length, b.length); i++) {
      String x = i < a.length ? a[i] : "(end)";
      String y = i < b.length ? b[i] : "(end)";
      if (!x.equals(y)) {
        return "`" + x + "` became `" + y + "`";
      }
    }
    return "";
  }

  private static String head(String text) {
    return text.lines().limit(6).collect(Collectors.joining("\n"));
  }

  private String text() {
    return """
        # Proof

        Made by `girdle-bench/prove`, which anyone can run; not edited by hand. Each program has a
        job to do: first on the plain class path, then sealed at every level of `--prune` and in
        every form (folder, nested archive, merged archive, in this order), in an emptied
        environment and a fresh folder. *Same* means: the same exit status, the same standard
        output, the same files made, but for times of day and durations. The last column counts
        the classes that `closure` says are needed and missing although the job goes well without
        them: reports that are false for this job.

        | program | kind | none | components | files | classes | said to be missing |
        | --- | --- | --- | --- | --- | --- | ---: |
        %s

        What the jars of the folder form take, and what part of the jars handed over that is:

        | program | handed over | none | components | files | classes |
        | --- | ---: | ---: | ---: | ---: | ---: |
        %s

        %s%s
        Java %s.
        """
        .formatted(
            String.join("\n", rows),
            String.join("\n", sizes),
            foresight.text(),
            troubles.isEmpty() ? "" : "\nDiffers:\n\n* " + String.join("\n* ", troubles) + "\n",
            System.getProperty("java.version"));
  }
}
