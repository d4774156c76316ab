package dev.girdle.bench.attack;

import dev.girdle.bench.Section;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Runs the attacks and writes down what they came to. */
public final class Attack {
  private static final int MUTANTS = 24_000;
  private static final int STEP = 1000;
  private static final PrintStream OUT = System.out;

  private final Path work;
  private final String girdle;
  private final Map<String, int[]> rows = new LinkedHashMap<>();
  private int findings;

  private Attack(Path work, String girdle) {
    this.work = work;
    this.girdle = girdle;
  }

  /**
   * Runs the attacks that are named, or all of them, and prints what they found.
   *
   * @param args the project's folder; the command that starts Girdle; an empty folder to work in;
   *     then {@code mutants} and perhaps the numbers of the first and the one behind the last, or
   *     {@code steps} and perhaps some of {@code seal}, {@code start}, {@code shelf}, {@code
   *     disks}, {@code crowds} and {@code odd}, or nothing for all, which writes the table
   * @throws IOException if the attack itself fails
   */
  public static void main(String[] args) throws IOException {
    Path work = Path.of(args[2]).toAbsolutePath();
    Attack attack = new Attack(work, Path.of(args[1]).toAbsolutePath().normalize().toString());
    List<String> words = List.of(args).subList(3, args.length);
    if (words.isEmpty() || words.get(0).equals("mutants")) {
      int from = words.size() > 1 ? Integer.parseInt(words.get(1)) : 0;
      int to = words.size() > 2 ? Integer.parseInt(words.get(2)) : MUTANTS;
      attack.mutants(from, to);
    }
    if (words.isEmpty() || words.get(0).equals("steps")) {
      attack.steps(words.size() > 1 ? words.subList(1, words.size()) : List.of());
    }
    OUT.print(attack.table());
    if (words.isEmpty()) {
      Path page = Path.of(args[0]).resolve("docs/attacks.md");
      Section.write(page, "## What was tried", "## What was tried\n\n" + attack.table());
    }
    System.exit(attack.findings == 0 ? 0 : 1);
  }

  private void mutants(int from, int to) throws IOException {
    Mutants mutants = Mutants.in(Files.createDirectories(work.resolve("mutants/world")));
    int told = 0;
    for (int at = from; at < to; at += STEP) {
      mutants.attack(at, Math.min(to, at + STEP));
      List<String> found = mutants.findings();
      found.subList(told, found.size()).forEach(OUT::println);
      told = found.size();
      OUT.println(Math.min(to, at + STEP) + " mutants, " + told + " findings");
    }
    findings += told;
    mutants
        .tried()
        .forEach(
            (name, tried) ->
                rows.put(
                    "damaged: " + name,
                    new int[] {
                      tried,
                      mutants.refused().getOrDefault(name, 0),
                      mutants.found().getOrDefault(name, 0)
                    }));
  }

  private interface Part {
    void run() throws IOException;
  }

  private void steps(List<String> wanted) throws IOException {
    Path base = Files.createDirectories(work.resolve("steps"));
    World.in(base);
    Steps steps = new Steps(Machine.in(base, girdle));
    Map<String, Part> parts = new LinkedHashMap<>();
    parts.put("odd", steps::oddMachines);
    parts.put("crowds", steps::crowds);
    parts.put("disks", steps::disks);
    parts.put("start", steps::killFirstStarts);
    parts.put("shelf", steps::killTheShelf);
    parts.put("seal", steps::killSealing);
    for (Map.Entry<String, Part> part : parts.entrySet()) {
      if (wanted.isEmpty() || wanted.contains(part.getKey())) {
        int before = steps.findings().size();
        part.getValue().run();
        steps.findings().stream().skip(before).forEach(OUT::println);
        OUT.println(part.getKey() + ": " + (steps.findings().size() - before) + " findings");
      }
    }
    findings += steps.findings().size();
    steps
        .tried()
        .forEach(
            (name, tried) -> {
              int found =
                  (int)
                      steps.findings().stream()
                          .filter(f -> f.attack().startsWith(name + ": "))
                          .count();
              rows.put(name, new int[] {tried, -1, found});
            });
  }

  private String table() {
    List<String> lines = new ArrayList<>();
    lines.add("| attack | runs | ended with an error that says what is wrong | findings |");
    lines.add("| --- | ---: | ---: | ---: |");
    rows.forEach(
        (name, row) ->
            lines.add(
                "| "
                    + name
                    + " | "
                    + row[0]
                    + " | "
                    + (row[1] < 0 ? "" : Integer.toString(row[1]))
                    + " | "
                    + row[2]
                    + " |"));
    lines.add("");
    lines.add(findings + " findings in all.");
    return String.join("\n", lines) + "\n";
  }
}
