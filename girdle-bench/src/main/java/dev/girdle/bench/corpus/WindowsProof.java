package dev.girdle.bench.corpus;

import dev.girdle.bench.Folders;
import dev.girdle.bench.Job;
import dev.girdle.bench.Section;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * Programs of the corpus sealed for Windows, as a folder and as one executable, each with a Java
 * for Windows, and started under Wine: the same job, held beside the unsealed program on the same
 * Java under the same Wine.
 */
public final class WindowsProof {
  private static final String HEADING = "## Programs for Windows";

  private final Path root;
  private final Path work;
  private final Path java;
  private final Map<String, String> wine;
  private final List<String> rows = new ArrayList<>();
  private int same;

  private WindowsProof(Path root, Path java) {
    this.root = root;
    this.work = root.resolve("girdle-bench/target/windows");
    this.java = java;
    this.wine =
        Map.of(
            "WINEPREFIX", work.resolve("wine").toString(),
            "WINEDEBUG", "-all",
            "LC_ALL", "C.UTF-8",
            "PATH", "/usr/bin:/bin");
  }

  /**
   * Tries programs and writes a section.
   *
   * @param args the project's folder, a folder of a Java for Windows, the file with the section,
   *     and names of programs; all that need no display if none is named
   * @throws Exception if results cannot be written
   */
  public static void main(String[] args) throws Exception {
    WindowsProof proof = new WindowsProof(Path.of(args[0]).toAbsolutePath(), Path.of(args[1]));
    Files.createDirectories(proof.work);
    proof.wine("wineboot", "-i");
    List<String> names = List.of(args).subList(3, args.length);
    for (Specimen specimen : Specimen.all(proof.root.resolve("girdle-bench/corpus"))) {
      boolean isWanted = names.isEmpty() || names.contains(specimen.name());
      if (isWanted && !specimen.about().display()) {
        try {
          proof.tryOut(specimen);
        } catch (IOException e) {
          proof.row(specimen, "not tried", e.getMessage().lines().findFirst().orElse(""), "", "");
        }
        Section.write(Path.of(args[2]), HEADING, proof.text()); // what is known so far
      }
    }
    new ProcessBuilder("/usr/bin/wineserver", "-k", "-w").start().waitFor();
  }

  private void wine(String... words) throws IOException, InterruptedException {
    List<String> command = new ArrayList<>(List.of("/usr/bin/wine"));
    command.addAll(List.of(words));
    ProcessBuilder builder =
        new ProcessBuilder(command)
            .redirectErrorStream(true)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD);
    builder.environment().putAll(wine);
    builder.start().waitFor();
  }

  private static String windows(Path path) {
    return "Z:" + path.toString().replace('/', '\\');
  }

  private void tryOut(Specimen specimen) throws IOException, InterruptedException {
    Path app = new Supply(root.resolve("girdle-bench/target/corpus")).app(specimen);
    Job job = new Job(specimen.inputs(), specimen.about().steps(), wine);
    List<String> plain = new ArrayList<>(List.of("/usr/bin/wine", java + "/bin/java.exe"));
    plain.addAll(specimen.about().options());
    plain.add("-cp");
    plain.add(
        (specimen.hasCode() ? windows(app.resolve(specimen.name() + ".jar")) + ";" : "")
            + windows(app)
            + "\\lib\\*");
    plain.add(specimen.about().entry());
    Job.Outcome expected = job.run(plain);
    if (!job.run(plain).text().equals(expected.text())) {
      row(specimen, "does not do the same twice", "", "", "");
      return;
    }
    Path out = work.resolve("out").resolve(specimen.name());
    Folders.delete(out);
    List<String> seal = Trials.command(root.resolve("girdle"), specimen, app, "seal");
    seal.addAll(List.of("--target", "windows-x64", "--form", "folder", "--form", "executable"));
    seal.addAll(List.of("--runtime", "whole", "--runtime-from", java.toString()));
    seal.addAll(List.of("--out", out.toString()));
    String said = Trials.sealed(seal);
    if (said != null) {
      row(specimen, "not sealed", said.lines().findFirst().orElse(""), "", "");
      return;
    }
    Path one;
    Path folder;
    try (Stream<Path> made = Files.list(out)) {
      List<Path> all = made.sorted().toList();
      folder = all.stream().filter(Files::isDirectory).findFirst().orElseThrow();
      one = all.stream().filter(p -> p.toString().endsWith(".exe")).findFirst().orElseThrow();
    }
    Path starter;
    try (Stream<Path> top = Files.list(folder)) {
      starter = top.filter(p -> p.toString().endsWith(".exe")).findFirst().orElseThrow();
    }
    List<String> ofFolder = List.of("/usr/bin/wine", starter.toString());
    List<String> ofOne = List.of("/usr/bin/wine", one.toString());
    String inFolder = verdict(expected, job.run(ofFolder));
    String first = verdict(expected, job.run(ofOne));
    String later = verdict(expected, job.run(ofOne));
    row(specimen, statuses(expected), inFolder, first, later);
    same += List.of(inFolder, first, later).equals(List.of("same", "same", "same")) ? 1 : 0;
    Folders.delete(out);
  }

  private static String statuses(Job.Outcome outcome) {
    return outcome.statuses().stream().allMatch(s -> s == 0)
        ? "status 0"
        : "status " + outcome.statuses();
  }

  private static String verdict(Job.Outcome expected, Job.Outcome found) {
    if (expected.text().equals(found.text())) {
      return "same";
    }
    List<String> one = expected.text().lines().toList();
    List<String> other = found.text().lines().toList();
    int at = 0;
    while (at < one.size() && at < other.size() && one.get(at).equals(other.get(at))) {
      at++;
    }
    String was = at < one.size() ? one.get(at) : "";
    String is = at < other.size() ? other.get(at) : "";
    String errors = found.errors().lines().findFirst().orElse("");
    return "`%s` for `%s` (%s)".formatted(brief(is), brief(was), brief(errors));
  }

  private static String brief(String text) {
    String plain = text.replaceAll("[|`]", "/").strip();
    return plain.length() > 70 ? plain.substring(0, 70) + "…" : plain;
  }

  private void row(Specimen specimen, String plain, String folder, String first, String later) {
    String row =
        "| %s | %s | %s | %s | %s |".formatted(specimen.name(), plain, folder, first, later);
    System.err.println(row);
    rows.add(row);
  }

  private String text() {
    return """
        %s

        Made by `girdle-bench/prove-windows`. Programs of the corpus, sealed for Windows at the defaults with a
        Java 17 for Windows, as a folder and as one executable, started by their programs under Debian's Wine:
        exit statuses, standard output and the files that were made, held beside the unsealed program on the same
        Java under the same Wine. %d of %d are the same in all three.

        | program | unsealed | folder, by its `.exe` | one `.exe`, first start | later starts |
        | --- | --- | --- | --- | --- |
        %s
        """
        .formatted(HEADING, same, rows.size(), String.join("\n", rows));
  }
}
