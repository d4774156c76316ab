package dev.girdle.bench;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.node.observe.NodeObservation;
import dev.girdle.rehearse.RunResult;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * Real programs of Node.js, installed by their lock files: each does its job plainly and sealed at
 * every level and in every form, and what comes of it is compared.
 */
public final class NodeProof {
  private static final List<String> LEVELS = List.of("none", "components", "files", "classes");
  private static final String HEADING = "## Node.js programs";
  private static final String STARTS = "## Starts of Node.js programs";
  private static final int SECONDS = 120;
  private static final int RUNS = 9;

  /** Modules from which on the start of an archive is held against that of the folder. */
  private static final int MANY = 500;

  private final Path root;
  private final Path work;
  private final List<String> rows = new ArrayList<>();
  private final List<String> sizes = new ArrayList<>();
  private final List<String> foreseen = new ArrayList<>();
  private final List<String> starts = new ArrayList<>();
  private final List<String> readings = new ArrayList<>();
  private final List<String> troubles = new ArrayList<>();

  private NodeProof(Path root) throws IOException {
    this.root = root;
    this.work = Files.createTempDirectory("girdle-node");
  }

  /** A program as it was installed. */
  private record Installed(String name, JsonNode job, Path folder) {
    String entry() {
      return job.path("entry").asText();
    }

    List<String> arguments() {
      List<String> words = new ArrayList<>();
      job.path("arguments").forEach(a -> words.add(a.asText()));
      return words;
    }
  }

  /**
   * Proves, prints the tables and writes them to a file.
   *
   * @param args the project's folder, the file to write, and perhaps names of programs to prove
   *     only, which writes nothing; or the word "windows" or "starts", for the sections of these
   * @throws Exception if a program cannot be installed or started at all
   */
  public static void main(String[] args) throws Exception {
    NodeProof proof = new NodeProof(Path.of(args[0]).toAbsolutePath());
    List<String> wanted = List.of(args).subList(2, args.length);
    List<Path> all;
    try (Stream<Path> programs = Files.list(proof.root.resolve("girdle-bench/npm"))) {
      all = programs.filter(Files::isDirectory).sorted().toList();
    }
    if (wanted.equals(List.of("windows"))) {
      proof.onWindows(Path.of(args[1]), all);
      return;
    }
    if (wanted.equals(List.of("starts"))) {
      proof.starts(Path.of(args[1]), all);
      return;
    }
    for (Path program : all) {
      String name = program.getFileName().toString();
      if (wanted.isEmpty() || wanted.contains(name)) {
        proof.prove(proof.install(program, name, List.of()));
        if (name.equals("express")) {
          List<String> linked = List.of("--install-strategy=linked");
          proof.prove(proof.install(program, name + ", in a store with links", linked));
        }
      }
    }
    String text = proof.text();
    System.out.print(text);
    if (wanted.isEmpty()) {
      Section.write(Path.of(args[1]), HEADING, text);
    }
    Folders.delete(proof.work);
    System.exit(proof.troubles.isEmpty() ? 0 : 1);
  }

  /** Programs that the oldest Node runs, and that serve nothing: Wine connects no sockets. */
  private void onWindows(Path file, List<Path> all) throws Exception {
    NodeOnWindows windows = new NodeOnWindows(root, work);
    for (Path program : all) {
      String name = program.getFileName().toString();
      if (List.of("knex", "less", "prettier", "svgo", "tsc").contains(name)) {
        Installed installed = install(program, name, List.of());
        List<String> words = new ArrayList<>(List.of("node", installed.entry()));
        words.addAll(installed.arguments());
        Outcome plain = run(installed.folder(), installed.folder(), words, Map.of());
        windows.tryOut(
            name, installed.folder(), installed.entry(), installed.arguments(), plain.text());
      }
    }
    System.out.print(windows.text());
    Section.write(file, NodeOnWindows.HEADING, windows.text());
    windows.end();
    Folders.delete(work);
  }

  private Installed install(Path program, String name, List<String> options) throws Exception {
    Path folder = work.resolve(name.replaceAll("\\W+", "-"));
    try (Stream<Path> files = Files.walk(program)) {
      for (Path file : files.toList()) {
        if (!file.endsWith("job.json")) {
          Files.copy(file, folder.resolve(program.relativize(file).toString()));
        }
      }
    }
    List<String> words = new ArrayList<>(List.of("npm", "ci", "--ignore-scripts", "--no-audit"));
    words.add("--no-fund");
    words.addAll(options);
    Commands.output(folder, words);
    JsonNode job = new JsonMapper().readTree(program.resolve("job.json").toFile());
    return new Installed(name, job, folder);
  }

  private void prove(Installed program) throws Exception {
    List<String> plainWords = new ArrayList<>(List.of("node", program.entry()));
    plainWords.addAll(program.arguments());
    Outcome plain = run(program.folder(), program.folder(), plainWords, Map.of());
    System.err.println("## " + program.name() + " " + plain.status());
    StringBuilder row =
        new StringBuilder("| " + program.name() + " | " + program.job().path("what").asText());
    long before = Figures.bytes(program.folder());
    StringBuilder size =
        new StringBuilder("| " + program.name() + " | " + Figures.files(program.folder()));
    size.append(" | ").append(Figures.megabytes(before));
    for (String level : LEVELS) {
      Path out = work.resolve("out-" + level);
      Folders.delete(out);
      List<String> words = girdle("seal", program);
      words.addAll(List.of("--form", "folder", "--form", "archive", "--form", "executable"));
      words.addAll(List.of("--prune", level, "--out", out.toString()));
      words.addAll(List.of("--name", "program", "--release", "1"));
      Commands.output(work, words);
      Path folder = out.resolve("program-1");
      Path app = folder.resolve("app");
      Map<String, Outcome> outcomes = new LinkedHashMap<>();
      outcomes.put(
          "folder",
          run(app, app, words(folder.resolve("bin/program").toString(), program), Map.of()));
      Path archive = out.resolve("program-1.cjs");
      List<String> archived = new ArrayList<>(List.of("node"));
      archived.addAll(words(archive.toString(), program));
      Path inside = archive.resolve("app");
      outcomes.put("archive", run(program.folder(), inside, archived, Map.of()));
      Path file = out.resolve("program-1.run");
      Map<String, String> unpacked =
          Map.of("PROGRAM_UNPACK_DIR", work.resolve("unpacked").toString());
      outcomes.put(
          "executable", run(program.folder(), null, words(file.toString(), program), unpacked));
      StringBuilder cells = new StringBuilder();
      outcomes.forEach(
          (form, outcome) -> {
            boolean same = outcome.equals(plain);
            cells.append(same ? "same " : "**differs** ");
            if (!same) {
              troubles.add(
                  program.name() + ", " + level + ", " + form + ": " + plain.differenceTo(outcome));
              System.err.println(troubles.get(troubles.size() - 1));
            }
          });
      row.append(" | ").append(cells.toString().strip());
      size.append(" | ")
          .append(Figures.files(app))
          .append(", ")
          .append(Figures.megabytes(Figures.bytes(app)));
    }
    row.append(" | ").append(bare(program, plain));
    rows.add(row + " | " + missing(program) + " |");
    sizes.add(size + " |");
    foresee(program, plainWords);
    Folders.delete(work.resolve("unpacked"));
  }

  /**
   * How fast those start that load many modules, and how fast sources are read; nothing beside it.
   */
  private void starts(Path file, List<Path> all) throws Exception {
    for (Path one : all) {
      Installed program = install(one, one.getFileName().toString(), List.of());
      List<String> plain = new ArrayList<>(List.of("node", program.entry()));
      plain.addAll(program.arguments());
      readings.add("| " + program.name() + ReadingSpeed.of(program.folder()).cells());
      int modules = foresee(program, plain);
      if (modules > MANY || program.name().equals("express")) {
        Path out = work.resolve("out-starts");
        List<String> words = girdle("seal", program);
        words.addAll(List.of("--form", "archive", "--form", "executable", "--prune", "classes"));
        words.addAll(List.of("--out", out.toString(), "--name", "program", "--release", "1"));
        Commands.output(work, words);
        times(program, plain, out, modules);
        Folders.delete(out);
        Folders.delete(work.resolve("unpacked"));
      }
    }
    String text = startsText();
    System.out.print(text);
    Section.write(file, STARTS, text);
    Folders.delete(work);
  }

  /** Its folder with a Node in it, where there is nothing but a shell and the C library. */
  private String bare(Installed program, Outcome plain) throws Exception {
    Path out = work.resolve("out-bare");
    List<String> words = girdle("seal", program);
    words.addAll(List.of("--form", "folder", "--runtime", "whole", "--prune", "classes"));
    words.addAll(List.of("--out", out.toString(), "--name", "program", "--release", "1"));
    Commands.output(work, words);
    Path folder;
    try (Stream<Path> made = Files.list(out)) {
      folder = made.findFirst().orElseThrow();
    }
    RunResult result = BareRoot.run(folder, program.arguments(), SECONDS);
    Outcome outcome =
        new Outcome(
            result.status(), told(result.output() + result.errors(), List.of(BareRoot.WORK)));
    Folders.delete(out);
    boolean isSame = outcome.isLike(plain);
    if (!isSame) {
      troubles.add(program.name() + ", in a bare root: " + plain.differenceTo(outcome));
      System.err.println(troubles.get(troubles.size() - 1));
    }
    return isSame ? "same" : "**differs**";
  }

  private static List<String> words(String start, Installed program) {
    List<String> words = new ArrayList<>(List.of(start));
    words.addAll(program.arguments());
    return words;
  }

  private List<String> girdle(String verb, Installed program) {
    return new ArrayList<>(
        List.of(
            root.resolve("girdle").toString(),
            verb,
            program.folder().toString(),
            "--entry",
            program.entry()));
  }

  /** How many things are said to be needed and missing; the program does its job without. */
  private int missing(Installed program) throws Exception {
    List<String> words = girdle("closure", program);
    words.add("--json");
    int needed = 0;
    for (JsonNode unmet : new JsonMapper().readTree(Commands.output(work, words)).path("unmet")) {
      needed += unmet.path("rank").asText().equals("needed") ? 1 : 0;
    }
    return needed;
  }

  /** The modules that are loaded while it does its job, against those of the finest closure. */
  private int foresee(Installed program, List<String> plain) throws Exception {
    Path seen = Files.createDirectories(work.resolve("seen"));
    NodeObservation observation = new NodeObservation();
    observation.prepare(seen);
    run(program.folder(), program.folder(), plain, observation.environment(seen));
    Set<String> names = observation.code(seen, program.folder().toString());
    List<String> lines = new ArrayList<>();
    JsonMapper json = new JsonMapper();
    for (String name : names) {
      lines.add(json.writeValueAsString(Map.of("saw", "module", "name", name)));
    }
    Path evidence = Files.write(work.resolve("seen.jsonl"), lines);
    Folders.delete(seen);
    List<String> words = girdle("closure", program);
    words.addAll(List.of("--prune", "classes", "--json", "--evidence", evidence.toString()));
    JsonNode closure = json.readTree(Commands.output(work, words));
    List<String> missed = new ArrayList<>();
    closure.at("/seen/missed").forEach(m -> missed.add(m.asText()));
    int known = closure.at("/seen/foreseen").asInt();
    foreseen.add(
        String.format(
            Locale.ROOT,
            "| %s | %d | %d | %s |",
            program.name(),
            known + missed.size(),
            known,
            missed.isEmpty() ? "" : String.join(", ", missed)));
    return known + missed.size();
  }

  private void times(Installed program, List<String> plain, Path out, int modules)
      throws Exception {
    Map<String, String> none = Map.of("PROGRAM_UNPACK_DIR", work.resolve("unpacked").toString());
    List<String> archive = new ArrayList<>(List.of("node"));
    archive.addAll(words(out.resolve("program-1.cjs").toString(), program));
    List<String> executable = words(out.resolve("program-1.run").toString(), program);
    double[][] all = new double[3][RUNS];
    for (int i = 0; i < RUNS; i++) {
      all[0][i] = millis(program.folder(), plain, none);
      all[1][i] = millis(program.folder(), archive, none);
      all[2][i] = millis(program.folder(), executable, none);
    }
    starts.add(
        String.format(
            Locale.ROOT,
            "| %s | %d | %.0f ms | %.0f ms | %.2f | %.0f ms | %+.0f ms |",
            program.name(),
            modules,
            Figures.median(all[0]),
            Figures.median(all[1]),
            Figures.median(all[1]) / Figures.median(all[0]),
            Figures.median(all[2]),
            Figures.median(all[2]) - Figures.median(all[0])));
  }

  private double millis(Path folder, List<String> words, Map<String, String> more)
      throws Exception {
    long begin = System.nanoTime();
    run(folder, null, words, more);
    return (System.nanoTime() - begin) / 1e6;
  }

  /** Runs something in a folder; its own place in what it says is called the same each time. */
  private Outcome run(Path folder, Path place, List<String> words, Map<String, String> more)
      throws Exception {
    List<String> places = new ArrayList<>(List.of(folder.toString()));
    if (place != null) {
      places.add(0, place.toString());
    }
    return Commands.outcome(
        folder, words, more, work.resolve("run.log"), SECONDS, t -> told(t, places));
  }

  /** What a program says, without what differs from run to run and from place to place. */
  private static String told(String text, List<String> places) {
    String told = text;
    for (String one : places) {
      told = told.replace(one, "PLACE");
    }
    return told.replaceAll("/\\S*?/program-[\\w.-]+/app", "PLACE")
        .replaceAll("\\d+(\\.\\d+)? ?m?s\\b", "TIME")
        .replaceAll("Time: .*", "TIME");
  }

  private static String text(List<String> lines) {
    return String.join("\n", new ArrayList<>(new TreeSet<>(lines)));
  }

  private String text() throws Exception {
    String node = Commands.output(work, List.of("node", "--version")).strip();
    return """
        %s

        Made by `girdle-bench/prove-node`, which anyone can run; not edited by hand. Programs from the npm
        registry, installed by the lock files in `girdle-bench/npm`, do a job: plainly, then sealed at every
        level of `--prune` as a folder, an archive and an executable (in this order), in another place, on
        Node.js %s. *Same* means the same exit status, output and errors, but for durations and places. In a
        *bare* root, where there is nothing but a shell, the C library and what the artifact says that it needs,
        each does its job as a folder at `classes` with a Node in it (the same lines, in any order). The
        last column counts what `closure` says is needed and missing, though the job goes well without.

        | program | kind | none | components | files | classes | bare | said to be missing |
        | --- | --- | --- | --- | --- | --- | --- | ---: |
        %s

        What was handed over and what goes along, in files and bytes:

        | program | files | handed over | none | components | files | classes |
        | --- | ---: | ---: | ---: | ---: | ---: | ---: |
        %s

        The modules that Node loads while each does its job, against those that the closure at `--prune
        classes` has without evidence:

        | program | modules loaded | foreseen | not foreseen |
        | --- | ---: | ---: | --- |
        %s
        %s"""
        .formatted(
            HEADING,
            node,
            text(rows),
            text(sizes),
            text(foreseen),
            (troubles.isEmpty() ? "" : "\nDiffers:\n\n* " + String.join("\n* ", troubles) + "\n"));
  }

  private String startsText() throws Exception {
    String node = Commands.output(work, List.of("node", "--version")).strip();
    return """
        %s

        Made by `girdle-bench/prove-node starts`, with nothing beside it on the machine; not edited by hand.
        Node.js %s.

        The start with its job, median of %d runs in turn, warm, at `--prune classes`: the folder as it was
        handed over (`node FILE`), the archive and the executable.

        | program | modules | node FILE | archive | ratio | executable | more |
        | --- | ---: | ---: | ---: | ---: | ---: | ---: |
        %s

        How fast the sources of each are read for what they ask for: warm, one thread, from memory, the best of
        several rounds; against looking at each character of the same texts once. The closure reads on all
        processors.

        | program | source | read | characters alone | times as long |
        | --- | ---: | ---: | ---: | ---: |
        %s
        """
        .formatted(STARTS, node, RUNS, text(starts), text(readings));
  }
}
