package dev.girdle.bench.corpus;

import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** Tries programs of the corpus, one after the other or two at once. */
public final class Corpus {
  private Corpus() {}

  /**
   * Tries programs and writes what came of each into {@code target/corpus/LABEL}.
   *
   * @param args the project's folder, then any of: {@code --girdle PROGRAM}, {@code --label LABEL},
   *     {@code --ways A,B}, {@code --at-once N}, {@code --batch N}, {@code --plain} (only the job
   *     on the plain class path), and names of programs
   * @throws Exception if results cannot be written
   */
  public static void main(String[] args) throws Exception {
    Path root = Path.of(args[0]).toAbsolutePath();
    Path girdle = root.resolve("girdle");
    String label = "now";
    int atOnce = 1;
    int batch = 0;
    boolean plainOnly = false;
    List<Way> ways = Way.ALL;
    List<String> names = new ArrayList<>();
    for (int i = 1; i < args.length; i++) {
      switch (args[i]) {
        case "--girdle" -> girdle = Path.of(args[++i]);
        case "--label" -> label = args[++i];
        case "--at-once" -> atOnce = Integer.parseInt(args[++i]);
        case "--batch" -> batch = Integer.parseInt(args[++i]);
        case "--plain" -> plainOnly = true;
        case "--ways" -> {
          List<String> wanted = List.of(args[++i].split(","));
          ways = Way.ALL.stream().filter(w -> wanted.contains(w.name())).toList();
        }
        default -> names.add(args[i]);
      }
    }
    Path work = root.resolve("girdle-bench/target/corpus");
    Path results = Files.createDirectories(work.resolve("results").resolve(label));
    Supply supply = new Supply(work);
    Trials trials = new Trials(girdle, work);
    ExecutorService threads = Executors.newFixedThreadPool(atOnce);
    List<Future<Void>> all = new ArrayList<>();
    for (Specimen specimen : Specimen.all(root.resolve("girdle-bench/corpus"))) {
      boolean isWanted = names.isEmpty() || names.contains(specimen.name());
      if (!isWanted || batch > 0 && specimen.about().batch() != batch) {
        continue;
      }
      List<Way> these = plainOnly ? List.of() : ways;
      Callable<Void> one =
          () -> {
            Path app = supply.app(specimen);
            if (these.isEmpty()) {
              Trials.plain(specimen, app, Trials.jobOf(specimen));
              System.err.println(specimen.name() + " does its job");
            } else {
              write(results.resolve(specimen.name() + ".json"), trials.of(specimen, app, these));
            }
            return null;
          };
      all.add(threads.submit(one));
    }
    boolean failed = false;
    for (Future<Void> one : all) {
      try {
        one.get();
      } catch (ExecutionException e) {
        failed = true;
        System.err.println(e.getCause().getMessage());
      }
    }
    threads.shutdown();
    System.exit(failed ? 1 : 0);
  }

  private static void write(Path file, Trial trial) throws IOException {
    Files.writeString(
        file,
        new JsonMapper().writer().with(SerializationFeature.INDENT_OUTPUT).writeValueAsString(trial)
            + "\n");
  }
}
