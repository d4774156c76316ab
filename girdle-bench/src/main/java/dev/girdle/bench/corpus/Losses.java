package dev.girdle.bench.corpus;

import com.fasterxml.jackson.databind.JsonNode;
import dev.girdle.bench.Folders;
import dev.girdle.bench.Job;
import dev.girdle.bench.Section;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The other side of false alarms: of each program, each library that its job loads is taken away,
 * one at a time. Is the loss told, and does it stop the sealing?
 *
 * <p>Which losses break a job is a matter of the program alone; it is found out once and kept
 * beside the program, in {@code target/corpus}.
 */
public final class Losses {
  private static final String HEADING = "## Losses";
  private static final String INTRODUCTION =
      """
      Of each program, each library that its job loads was taken out of the folder, one at a time
      (`girdle-bench/try-losses`). Counted are the losses that break the job: with *needed*, nothing is
      sealed; *perhaps* is told and stops nothing. Programs with code of their own bring the description
      of their build along, as jars do that Maven has made.

      """;
  private static final List<String> RANKS =
      List.of("not told", "hinted", "prepared", "perhaps", "needed");
  private static final Set<String> SURE = Set.of("needed", "perhaps");
  private static final Pattern LOADED = Pattern.compile("source: file:(\\S+\\.jar)");

  private final Path girdle;
  private final Path work;

  private Losses(Path girdle, Path work) {
    this.girdle = girdle;
    this.work = work;
  }

  /**
   * A library whose absence breaks the job.
   *
   * @param library the jar's name
   * @param told how the loss is told: a rank's word, or that it is not
   * @param why the one thing that is missing now and was not before, the surest; empty if none is
   */
  record Loss(String library, String told, String why) {}

  /**
   * Takes libraries away and prints a table; that of all programs goes into {@code docs/proof.md}.
   *
   * @param args the project's folder, the {@code girdle} to try, how many programs to look at at a
   *     time, and names of programs; none for all
   * @throws Exception if a program does not do its job when it is whole
   */
  public static void main(String[] args) throws Exception {
    Path root = Path.of(args[0]).toAbsolutePath();
    Path work = root.resolve("girdle-bench/target/corpus");
    Losses losses = new Losses(Path.of(args[1]), work);
    List<String> names = List.of(args).subList(3, args.length);
    ExecutorService threads = Executors.newFixedThreadPool(Integer.parseInt(args[2]));
    Map<String, Future<List<Loss>>> rows = new LinkedHashMap<>();
    for (Specimen specimen : Specimen.all(root.resolve("girdle-bench/corpus"))) {
      if (names.isEmpty() || names.contains(specimen.name())) {
        rows.put(specimen.name(), threads.submit(() -> losses.of(specimen)));
      }
    }
    threads.shutdown();
    String table = table(rows);
    System.out.print(table);
    if (names.isEmpty()) {
      Section.write(
          root.resolve("docs/proof.md"), HEADING, HEADING + "\n\n" + INTRODUCTION + table);
    }
  }

  private List<Loss> of(Specimen specimen) throws IOException, InterruptedException {
    Path app = new Supply(work).app(specimen);
    Path without = work.resolve(specimen.name()).resolve("without");
    List<Loss> losses = new ArrayList<>();
    Set<String> before = null;
    for (String library : breaking(specimen, app, without)) {
      if (before == null) {
        before = new TreeSet<>();
        for (JsonNode unmet : Trials.closure(girdle, specimen, app).path("unmet")) {
          before.add(unmet.path("name").asText());
        }
      }
      Folders.delete(without);
      copy(app, without, library);
      JsonNode closure = Trials.closure(girdle, specimen, without);
      if (!isPutBack(library, closure)) {
        losses.add(told(library, closure, before));
      }
    }
    Folders.delete(without);
    losses.forEach(
        l -> System.err.printf("%-18s %-10s %s (%s)%n", specimen.name(), l.told, l.library, l.why));
    return losses;
  }

  private List<String> breaking(Specimen specimen, Path app, Path without)
      throws IOException, InterruptedException {
    Path kept = work.resolve(specimen.name()).resolve("breaking.txt");
    if (Files.exists(kept)) {
      return Files.readAllLines(kept);
    }
    Job job = Trials.jobOf(specimen);
    Job.Outcome asHandedOver = Trials.plain(specimen, app, job);
    List<String> breaking = new ArrayList<>();
    for (String library : loaded(specimen, app, job)) {
      Folders.delete(without);
      copy(app, without, library);
      if (!job.run(Trials.plainStart(specimen, without)).text().equals(asHandedOver.text())) {
        breaking.add(library);
      }
    }
    Files.write(kept, breaking);
    return breaking;
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

  /** What the program declares, and this machine has, is taken from there. */
  private static boolean isPutBack(String library, JsonNode closure) {
    for (JsonNode kept : closure.path("kept")) {
      if (kept.path("name").asText().equals(library)) {
        return true;
      }
    }
    return false;
  }

  /** The surest of what is missing now and was not before. */
  private static Loss told(String library, JsonNode document, Set<String> before) {
    if (document.isMissingNode()) {
      return new Loss(library, "needed", "no closure without it");
    }
    Loss surest = new Loss(library, "not told", "");
    for (JsonNode unmet : document.path("unmet")) {
      String rank = unmet.path("rank").asText();
      String name = unmet.path("name").asText();
      if (!before.contains(name) && RANKS.indexOf(rank) > RANKS.indexOf(surest.told)) {
        surest = new Loss(library, rank, name);
      }
    }
    return surest;
  }

  private static String table(Map<String, Future<List<Loss>>> rows) throws Exception {
    StringBuilder text = new StringBuilder();
    text.append("| program | losses that break its job | needed | perhaps | less than that |\n");
    text.append("| --- | ---: | ---: | ---: | ---: |\n");
    StringBuilder untold = new StringBuilder();
    List<Loss> all = new ArrayList<>();
    for (Map.Entry<String, Future<List<Loss>>> row : rows.entrySet()) {
      List<Loss> losses = row.getValue().get();
      all.addAll(losses);
      text.append(line(row.getKey(), losses));
      for (Loss loss : losses) {
        if (!SURE.contains(loss.told)) {
          untold.append("\n- ").append(row.getKey()).append(" without ").append(loss.library);
          untold.append(": ").append(loss.told);
          untold.append(loss.why.isEmpty() ? "" : " (`" + loss.why + "`)");
        }
      }
    }
    return text.append(line("all", all)).append(untold).append('\n').toString();
  }

  private static String line(String name, List<Loss> losses) {
    long needed = losses.stream().filter(l -> l.told.equals("needed")).count();
    long perhaps = losses.stream().filter(l -> l.told.equals("perhaps")).count();
    return String.format(
        "| %s | %d | %d | %d | %d |%n",
        name, losses.size(), needed, perhaps, losses.size() - needed - perhaps);
  }
}
