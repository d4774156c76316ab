package dev.girdle.bench.platform;

import static java.util.stream.Collectors.joining;

import dev.girdle.bench.Folders;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.tools.ToolProvider;

/** Runs programs of one line on the whole Java and on one that was cut down for each of them. */
public final class OneLiners {
  /** Characters of a line that are compared and shown. */
  private static final int LONGEST = 300;

  private static final Path JAVA = Path.of(System.getProperty("java.home"), "bin", "java");

  /** What differs from one run to the next, or says where Java lies. */
  private static final Pattern FLEETING =
      Pattern.compile("@[0-9a-f]{3,}|[0-9]+:[0-9:]+|\\b[0-9]{4,}\\b|/[\\w/.-]+");

  private final Path girdle;
  private final Path work;

  private OneLiners(Path girdle, Path work) {
    this.girdle = girdle;
    this.work = work;
  }

  private record Ran(int status, String text) {}

  /**
   * Tries them all and prints those that do not do the same.
   *
   * @param args the project's folder, the {@code girdle} to try, how many at a time, and perhaps a
   *     pattern that names have to match
   * @throws Exception if one cannot be compiled
   */
  public static void main(String[] args) throws Exception {
    Path root = Path.of(args[0]).toAbsolutePath();
    OneLiners liners =
        new OneLiners(
            Path.of(args[1]).toAbsolutePath(), root.resolve("girdle-bench/target/one-liners"));
    List<OneLiner> all =
        new ArrayList<>(OneLiner.writtenDown(root.resolve("girdle-bench/one-liners.txt")));
    all.addAll(OfTheApi.all());
    Pattern wanted = Pattern.compile(args.length > 3 ? args[3] : "");
    all.removeIf(l -> !wanted.matcher(l.name()).find());
    Path classes = liners.compile(all);
    ExecutorService threads = Executors.newFixedThreadPool(Integer.parseInt(args[2]));
    Map<OneLiner, Future<String>> verdicts = new LinkedHashMap<>();
    all.forEach(l -> verdicts.put(l, threads.submit(() -> liners.verdict(l, classes))));
    threads.shutdown();
    Map<String, Integer> counts = new LinkedHashMap<>();
    for (Map.Entry<OneLiner, Future<String>> one : verdicts.entrySet()) {
      String verdict = one.getValue().get();
      String kind = verdict.lines().findFirst().orElse("");
      counts.merge(kind, 1, Integer::sum);
      if (!kind.equals("same")) {
        System.out.println(one.getKey().name() + ": " + verdict);
      }
    }
    System.out.println(counts);
  }

  private Path compile(List<OneLiner> all) throws IOException {
    Path sources = Files.createDirectories(work.resolve("src"));
    Path classes = Files.createDirectories(work.resolve("classes"));
    List<String> options = new ArrayList<>(List.of("-nowarn", "-d", classes.toString()));
    for (OneLiner one : all) {
      Path file = sources.resolve(one.name() + ".java");
      Files.writeString(file, one.source());
      options.add(file.toString());
    }
    int status =
        ToolProvider.getSystemJavaCompiler()
            .run(null, null, System.err, options.toArray(String[]::new));
    if (status != 0) {
      throw new IOException("they do not compile");
    }
    return classes;
  }

  private String verdict(OneLiner one, Path classes) throws IOException, InterruptedException {
    Path app = work.resolve(one.name());
    Folders.delete(app);
    Files.createDirectories(app);
    Ran whole = run(app, List.of(JAVA.toString(), "-cp", classes.toString(), one.name()));
    Ran again = run(app, List.of(JAVA.toString(), "-cp", classes.toString(), one.name()));
    if (whole.status != 0 || !whole.equals(again)) {
      Folders.delete(app);
      return "unfit: fails by itself, or does not do the same twice";
    }
    Path program = Files.createDirectories(app.resolve("app"));
    try (Stream<Path> found = Files.list(classes)) {
      for (Path file : found.toList()) {
        if (file.getFileName().toString().matches(Pattern.quote(one.name()) + "(\\$.*)?\\.class")) {
          Files.copy(file, program.resolve(file.getFileName()));
        }
      }
    }
    Path out = app.resolve("out");
    Ran sealed =
        run(
            app,
            List.of(
                girdle.toString(),
                "seal",
                program.toString(),
                "--entry",
                one.name(),
                "--name",
                "one",
                "--form",
                "folder",
                "--runtime",
                "tight",
                "--out",
                out.toString()));
    if (sealed.status != 0) {
      return "not sealed\n" + sealed.text;
    }
    Path starter;
    try (Stream<Path> made = Files.list(out)) {
      starter = made.findFirst().orElseThrow().resolve("bin/one");
    }
    Ran tight = run(app, List.of(starter.toString()));
    Folders.delete(app);
    return tight.equals(whole)
        ? "same"
        : (tight.status == 0 ? "silent" : "fails") + "\n" + difference(whole.text, tight.text);
  }

  private static String difference(String expected, String actual) {
    List<String> a = expected.lines().toList();
    return actual
            .lines()
            .filter(l -> !a.contains(l))
            .limit(6)
            .reduce("", (x, y) -> x + "\n    " + y)
        + "\n    instead of"
        + a.stream()
            .filter(l -> !actual.contains(l))
            .limit(4)
            .reduce("", (x, y) -> x + "\n    " + y);
  }

  private static Ran run(Path folder, List<String> command)
      throws IOException, InterruptedException {
    Path said = Files.createTempFile("girdle-line", ".txt");
    Process process =
        new ProcessBuilder(command)
            .directory(folder.toFile())
            .redirectErrorStream(true)
            .redirectOutput(said.toFile())
            .start();
    process.getOutputStream().close();
    if (!process.waitFor(3, TimeUnit.MINUTES)) {
      process.destroyForcibly().waitFor();
    }
    String text = Files.readString(said, StandardCharsets.ISO_8859_1);
    Files.delete(said);
    String steady = FLEETING.matcher(text).replaceAll("…");
    return new Ran(
        process.exitValue(),
        steady
            .lines()
            .map(l -> l.substring(0, Math.min(LONGEST, l.length())))
            .collect(joining("\n")));
  }
}
