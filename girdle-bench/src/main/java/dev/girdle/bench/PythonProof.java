package dev.girdle.bench;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.rehearse.RunResult;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;

/**
 * Real programs of Python, installed by pinned requirements: each does its job plainly and sealed
 * at every level, with several runtimes and in several forms, while its sources and its environment
 * are not there, and what comes of it is compared.
 */
public final class PythonProof {
  private static final String HEADING = "## Python programs, pinned";
  private static final List<String> LEVELS = List.of("none", "components", "files", "code");
  private static final int SECONDS = 120;
  private static final int RUNS = 7;

  private final Path root;
  private final Path work;
  private final String python;
  private final List<String> rows = new ArrayList<>();
  private final List<String> sizes = new ArrayList<>();
  private final List<String> foreseen = new ArrayList<>();
  private final List<String> starts = new ArrayList<>();
  private final List<String> troubles = new ArrayList<>();

  /** How the forms are started of which the times are taken. */
  private final Map<Installed, Map<String, List<String>>> started = new LinkedHashMap<>();

  private PythonProof(Path root, String python) throws IOException {
    this.root = root;
    this.python = python;
    this.work = Files.createTempDirectory("girdle-python");
  }

  /** A program as it was installed: its folder, the environment in it, and what is started. */
  private record Installed(String name, JsonNode job, Path folder) {
    Path environment() {
      return folder.resolve("environment");
    }

    boolean isCommand() {
      return job.has("command");
    }

    List<String> arguments() {
      List<String> words = new ArrayList<>();
      job.path("arguments").forEach(a -> words.add(a.asText()));
      return words;
    }

    /** The words that start it as it was installed. */
    List<String> plain() {
      List<String> words = new ArrayList<>();
      if (isCommand()) {
        words.add(environment().resolve("bin/" + job.path("command").asText()).toString());
      } else {
        words.add(environment().resolve("bin/python").toString());
        words.add(folder.resolve(job.path("start").asText()).toString());
      }
      words.addAll(arguments());
      return words;
    }

    /** The words that hand it over. */
    List<String> handedOver() {
      return isCommand()
          ? List.of(environment().resolve("bin/" + job.path("command").asText()).toString())
          : List.of(
              folder.resolve(job.path("start").asText()).toString(),
              "--with",
              environment().toString());
    }
  }

  /**
   * Proves, prints the tables and writes them to a file.
   *
   * @param args the project's folder, the file to write, and perhaps names of programs to prove
   *     only, which writes nothing; then, behind a colon, perhaps Pythons to prove with
   * @throws Exception if a program cannot be installed or started at all
   */
  public static void main(String[] args) throws Exception {
    Path root = Path.of(args[0]).toAbsolutePath();
    List<String> words = List.of(args).subList(2, args.length);
    List<String> pythons = words.stream().filter(w -> w.startsWith("/")).toList();
    List<String> wanted = words.stream().filter(w -> !w.startsWith("/")).toList();
    List<Path> all;
    try (Stream<Path> programs = Files.list(root.resolve("girdle-bench/pypi"))) {
      all =
          programs
              .filter(Files::isDirectory)
              .filter(p -> wanted.isEmpty() || wanted.contains(p.getFileName().toString()))
              .sorted()
              .toList();
    }
    List<PythonProof> proofs = new ArrayList<>();
    List<Future<?>> running = new ArrayList<>();
    ExecutorService workers = Executors.newFixedThreadPool(pythons.size());
    for (String python : pythons) {
      PythonProof proof = new PythonProof(root, python);
      proofs.add(proof);
      running.add(workers.submit(() -> proof.proveAll(all)));
    }
    workers.shutdown();
    for (Future<?> one : running) {
      one.get();
    }
    StringBuilder text = new StringBuilder(head());
    boolean isSound = true;
    for (PythonProof proof : proofs) {
      proof.times(); // with nothing beside it
      text.append(proof.tables());
      isSound &= proof.troubles.isEmpty();
      Folders.delete(proof.work);
    }
    System.out.print(text);
    if (wanted.isEmpty()) {
      Section.write(Path.of(args[1]), HEADING, text.toString());
    }
    System.exit(isSound ? 0 : 1);
  }

  private Void proveAll(List<Path> programs) throws Exception {
    for (Path program : programs) {
      prove(install(program));
    }
    return null;
  }

  private Installed install(Path program) throws Exception {
    String name = program.getFileName().toString();
    Path folder = work.resolve(name).resolve("program");
    try (Stream<Path> files = Files.walk(program)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        Path to = folder.resolve(program.relativize(file).toString());
        Files.createDirectories(to.getParent());
        if (!file.endsWith("job.json")) {
          Files.copy(file, to);
        }
      }
    }
    JsonNode job = new JsonMapper().readTree(program.resolve("job.json").toFile());
    Installed installed = new Installed(name, job, folder);
    String environment = installed.environment().toString();
    Commands.output(folder, List.of(python, "-m", "venv", environment));
    String pip = installed.environment().resolve("bin/pip").toString();
    if (Files.size(folder.resolve("requirements.txt")) > 0) {
      Commands.output(
          folder,
          List.of(pip, "install", "-q", "--disable-pip-version-check", "-r", "requirements.txt"));
    }
    return installed;
  }

  private void prove(Installed program) throws Exception {
    Outcome plain = run(program.plain(), Map.of());
    System.err.println("## " + program.name() + " " + plain.status());
    StringBuilder row =
        new StringBuilder("| " + program.name() + " | " + program.job().path("what").asText());
    StringBuilder size = new StringBuilder("| " + program.name());
    size.append(" | ").append(Figures.files(program.folder())).append(", ");
    size.append(Figures.megabytes(Figures.bytes(program.folder())));
    for (String level : LEVELS) {
      Path host = seal(program, level, "host", "folder", "archive");
      Path trimmed = seal(program, level, "trimmed", "folder", "executable");
      Map<String, List<String>> forms = new LinkedHashMap<>();
      forms.put("host folder", List.of(host.resolve("program-1/bin/program").toString()));
      forms.put("host archive", List.of(python, host.resolve("program-1.pyz").toString()));
      Path folder = only(trimmed, "program-1-linux");
      forms.put("trimmed folder", List.of(folder.resolve("bin/program").toString()));
      forms.put("trimmed executable", List.of(only(trimmed, ".run").toString()));
      size.append(" | ").append(Figures.files(host.resolve("program-1"))).append(", ");
      size.append(Figures.megabytes(Figures.bytes(host.resolve("program-1")))).append("; ");
      size.append(Figures.megabytes(Figures.bytes(folder)));
      if (level.equals("code")) {
        started.put(program, Map.copyOf(forms));
        Path whole = seal(program, level, "whole", "folder");
        forms.put(
            "whole folder", List.of(only(whole, "program-1").resolve("bin/program").toString()));
        Path alone = seal(program, level, "trimmed", "folder", "--without-sources");
        forms.put(
            "byte code alone",
            List.of(only(alone, "program-1-linux").resolve("bin/program").toString()));
        row.append(" | ").append(farFromHome(program, plain, level, forms));
        row.append(" | ").append(bare(program, plain, folder));
        Folders.delete(whole);
        Folders.delete(alone);
      } else {
        row.append(" | ").append(farFromHome(program, plain, level, forms));
        Folders.delete(host);
        Folders.delete(trimmed);
      }
    }
    rows.add(row + " | " + missing(program) + " |");
    sizes.add(size + " |");
    foresee(program);
  }

  /** Where an executable of a program unpacks itself. */
  private Map<String, String> unpacking(Installed program) {
    return Map.of("PROGRAM_UNPACK_DIR", program.folder().resolveSibling("unpacked").toString());
  }

  /** All forms of a level, while neither sources nor environment are there. */
  private String farFromHome(
      Installed program, Outcome plain, String level, Map<String, List<String>> forms)
      throws Exception {
    Path away = program.folder().resolveSibling("away");
    Files.move(program.folder(), away);
    StringBuilder cells = new StringBuilder();
    try {
      for (Map.Entry<String, List<String>> form : forms.entrySet()) {
        List<String> words = new ArrayList<>(form.getValue());
        words.addAll(program.arguments());
        Outcome outcome = run(words, unpacking(program));
        boolean isSame = outcome.isLike(plain);
        cells.append(isSame ? "same " : "**differs** ");
        if (!isSame) {
          trouble(program, level + ", " + form.getKey(), plain, outcome);
        }
      }
    } finally {
      Files.move(away, program.folder());
    }
    return cells.toString().strip();
  }

  private void trouble(Installed program, String what, Outcome plain, Outcome outcome) {
    troubles.add(program.name() + ", " + what + ": " + plain.differenceTo(outcome));
    System.err.println(troubles.get(troubles.size() - 1));
  }

  /** A trimmed folder where there is nothing but a shell and the C library. */
  private String bare(Installed program, Outcome plain, Path folder) {
    if (program.job().path("window").asBoolean()) {
      return "no display";
    }
    RunResult result = BareRoot.run(folder, program.arguments(), SECONDS);
    Outcome outcome =
        new Outcome(
            result.status(), told(result.output() + result.errors(), List.of(BareRoot.WORK)));
    boolean isSame = outcome.isLike(plain);
    if (!isSame) {
      trouble(program, "in a bare root", plain, outcome);
    }
    return isSame ? "same" : "**differs**";
  }

  private Path seal(Installed program, String level, String runtime, String... forms)
      throws Exception {
    Path out = Files.createTempDirectory(program.folder().getParent(), "out");
    List<String> words = girdle("seal", program);
    for (String form : forms) {
      words.addAll(form.startsWith("--") ? List.of(form) : List.of("--form", form));
    }
    words.addAll(List.of("--prune", level, "--runtime", runtime, "--out", out.toString()));
    words.addAll(List.of("--name", "program", "--release", "1"));
    if (!runtime.equals("host")) {
      words.addAll(List.of("--runtime-from", home()));
    }
    Commands.output(work, words);
    return out;
  }

  /** Where the Python lies that goes along. */
  private String home() throws Exception {
    return Commands.output(work, List.of(python, "-c", "import sys; print(sys.base_prefix)"))
        .strip();
  }

  private static Path only(Path folder, String part) throws IOException {
    try (Stream<Path> made = Files.list(folder)) {
      return made.filter(f -> f.getFileName().toString().contains(part))
          .filter(f -> part.startsWith(".") || Files.isDirectory(f))
          .findFirst()
          .orElseThrow();
    }
  }

  private List<String> girdle(String verb, Installed program) {
    List<String> words = new ArrayList<>(List.of(root.resolve("girdle").toString(), verb));
    words.addAll(program.handedOver());
    return words;
  }

  /** How many things are said to be needed and missing; the program does its job without. */
  private int missing(Installed program) throws Exception {
    List<String> words = girdle("closure", program);
    words.add("--json");
    int needed = 0;
    for (JsonNode unmet : new JsonMapper().readTree(Commands.said(work, words)).path("unmet")) {
      needed += unmet.path("rank").asText().equals("needed") ? 1 : 0;
    }
    return needed;
  }

  /** The modules that are loaded while it does its job, against those of the finest closure. */
  private void foresee(Installed program) throws Exception {
    Path host = seal(program, "none", "host", "folder");
    Path evidence = work.resolve("seen.jsonl");
    Files.deleteIfExists(evidence);
    List<String> words = new ArrayList<>(List.of(root.resolve("girdle").toString(), "rehearse"));
    words.add(host.resolve("program-1").toString());
    words.addAll(List.of("--evidence", evidence.toString(), "--"));
    words.addAll(program.arguments());
    Commands.said(work, words);
    List<String> closure = girdle("closure", program);
    closure.addAll(List.of("--prune", "code", "--json", "--evidence", evidence.toString()));
    JsonNode told = new JsonMapper().readTree(Commands.said(work, closure));
    List<String> missed = new ArrayList<>();
    told.at("/seen/missed").forEach(m -> missed.add(m.asText()));
    int known = told.at("/seen/foreseen").asInt();
    foreseen.add(
        String.format(
            Locale.ROOT,
            "| %s | %d | %d | %s |",
            program.name(),
            known + missed.size(),
            known,
            String.join(", ", missed)));
    Folders.delete(host);
  }

  /** How long whole runs take, one form after the other, again and again. */
  private void times() throws Exception {
    for (Map.Entry<Installed, Map<String, List<String>>> one : started.entrySet()) {
      times(one.getKey(), one.getValue());
    }
  }

  private void times(Installed program, Map<String, List<String>> forms) throws Exception {
    List<List<String>> all = new ArrayList<>(List.of(program.plain()));
    for (String form :
        List.of("host folder", "host archive", "trimmed folder", "trimmed executable")) {
      List<String> words = new ArrayList<>(forms.get(form));
      words.addAll(program.arguments());
      all.add(words);
    }
    double[][] millis = new double[all.size()][RUNS];
    for (int i = 0; i < RUNS; i++) {
      for (int j = 0; j < all.size(); j++) {
        long begin = System.nanoTime();
        run(all.get(j), unpacking(program));
        millis[j][i] = (System.nanoTime() - begin) / 1e6;
      }
    }
    double plain = Figures.median(millis[0]);
    StringBuilder row =
        new StringBuilder(String.format(Locale.ROOT, "| %s | %.0f ms", program.name(), plain));
    for (int j = 1; j < all.size(); j++) {
      row.append(String.format(Locale.ROOT, " | %.2f", Figures.median(millis[j]) / plain));
    }
    starts.add(row + " |");
    Folders.delete(program.folder().getParent());
  }

  /** Runs something in a new, empty folder. */
  private Outcome run(List<String> words, Map<String, String> more) throws Exception {
    Path folder = Files.createTempDirectory(work, "run");
    Map<String, String> variables = new TreeMap<>(more);
    variables.put("PATH", Path.of(python).getParent() + ":" + System.getenv("PATH"));
    Outcome outcome =
        Commands.outcome(
            folder,
            words,
            variables,
            work.resolve("run.log"),
            SECONDS,
            t -> told(t, List.of(folder.toString())));
    Folders.delete(folder);
    return outcome;
  }

  /** What a program says, without what differs from run to run and from place to place. */
  private static String told(String text, List<String> places) {
    String told = text;
    for (String one : places) {
      told = told.replace(one, "PLACE");
    }
    return told.replaceAll("\\d+(\\.\\d+)? ?m?s\\b", "TIME")
        .replaceAll("127\\.0\\.0\\.1 - - \\[[^\\]]*\\]", "TIME");
  }

  private static String head() {
    return HEADING
        + "\n\nMade by `girdle-bench/prove-python`, which anyone can run; not edited by hand. Programs from the"
        + "\nPython package index, installed by the requirements in `girdle-bench/pypi`, do a job: plainly, then"
        + "\nsealed at every level of `--prune`, while their sources and their environment are not there: a folder"
        + "\nand an archive with the receiver's Python, a folder and an executable with a trimmed one, at `code` also"
        + "\na folder with a whole one, and one with byte code alone (in this order). *Same* means the same exit status, output and errors, but for"
        + "\ndurations and places. In a *bare* root, where there is nothing but a shell and the C library, each does"
        + "\nits job as a trimmed folder at `code`. The last column counts what `closure` says is needed and missing,"
        + "\nthough the job goes well without.\n";
  }

  private String tables() throws Exception {
    String release =
        Commands.output(work, List.of(python, "-c", "import sys; print(sys.version.split()[0])"))
            .strip();
    StringBuilder text = new StringBuilder("\n### On Python " + release + "\n\n");
    text.append(
        "| program | kind | none | components | files | code | bare | said to be missing |\n");
    text.append("| --- | --- | --- | --- | --- | --- | --- | ---: |\n");
    rows.forEach(r -> text.append(r).append('\n'));
    troubles.forEach(t -> text.append("\n* ").append(t));
    text.append(
        "\n\nFiles and bytes: as installed; then, at each level, of the folder with the receiver's Python, ");
    text.append("and the bytes of the trimmed one.\n\n");
    text.append("| program | installed | none | components | files | code |\n");
    text.append("| --- | --- | --- | --- | --- | --- |\n");
    sizes.forEach(r -> text.append(r).append('\n'));
    text.append(
        "\nModules of the application that a rehearsal loaded, and how many of them the closure at `code` ");
    text.append(
        "had foreseen. What is loaded by path files of an environment at each start, whoever is started, is not asked for by the program: `_distutils_hack`.\n\n| program | loaded | foreseen | not foreseen |\n| --- | ---: | ---: | --- |\n");
    foreseen.forEach(r -> text.append(r).append('\n'));
    text.append(
        "\nHow long a whole run takes at `code`, as a multiple of the run as installed (medians of ");
    text.append(RUNS)
        .append(" runs, one form after the other; the executable is unpacked already).\n\n");
    text.append(
        "| program | as installed | host folder | host archive | trimmed folder | trimmed executable |\n");
    text.append("| --- | ---: | ---: | ---: | ---: | ---: |\n");
    starts.forEach(r -> text.append(r).append('\n'));
    return text.toString();
  }
}
