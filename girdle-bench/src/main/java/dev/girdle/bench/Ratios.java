package dev.girdle.bench;

import dev.girdle.seal.Sealer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Whole processes against plain operations on the same bytes. The two are run in turn, so that both
 * see the same machine, and the medians are compared: the ratio is the result, not the time.
 */
public final class Ratios {
  private static final int ROUNDS = 5;
  private static final String MAIN = "com.puppycrawl.tools.checkstyle.Main";

  private final Path root;
  private final Path work;
  private final Path jars;
  private static final Map<String, String> SIZES = new LinkedHashMap<>();

  static {
    SIZES.put("whole", "folder, with the whole Java but its development parts");
    SIZES.put("trimmed", "folder, with a trimmed Java");
    SIZES.put("one.run", "executable, with a trimmed Java");
    SIZES.put("tight", "folder, `--runtime tight --prune classes`");
    SIZES.put("tight-en", "that, `--never jdk.localedata`");
    SIZES.put("tight-small", "that, `--without-debug-tables`");
    SIZES.put("fast", "that, `--fast-start`");
    SIZES.put("small.run", "executable of the last but one");
    SIZES.put("small-xz.run", "that, `--packing xz`");
  }

  private final List<String> sizes = new ArrayList<>();
  private final List<String> rows = new ArrayList<>();

  private Ratios(Path root) throws IOException {
    this.root = root;
    this.work = Files.createTempDirectory("girdle-bench");
    this.jars = root.resolve("girdle-samples/checkstyle/target/app");
  }

  /**
   * Measures, prints the table and writes it to a file.
   *
   * @param args the project's folder, and the file to write
   * @throws Exception if a process fails
   */
  public static void main(String[] args) throws Exception {
    Ratios ratios = new Ratios(Path.of(args[0]).toAbsolutePath());
    ratios.measure();
    String text = ratios.text();
    System.out.print(text);
    Section.writeTop(Path.of(args[1]), text);
  }

  private void measure() throws Exception {
    String girdle = root.resolve("girdle").toString();
    String app = jars.toString();
    String out = work.resolve("out").toString();
    List<String> seal =
        List.of(girdle, "seal", app, "--entry", MAIN, "--prune", "none", "--replace", "--out", out);
    String unzip = "for j in '" + app + "'/*.jar; do unzip -tq \"$j\" >/dev/null; done";
    compare(
        "`closure` (survey included)",
        "`unzip -tq` of the same jars",
        List.of(girdle, "closure", app, "--entry", MAIN),
        shell(unzip));
    String large = root.resolve("girdle-samples/scalafmt/target/app").toString();
    compare(
        "`closure` of the largest sample, 43 MB, in 256 MiB of heap",
        "`unzip -tq` of the same jars",
        shell(
            "JAVA_TOOL_OPTIONS=-Xmx256m '%s' closure '%s' --entry org.scalafmt.cli.Cli --missing-ok '**'"
                .formatted(girdle, large)),
        shell(unzip.replace(app, large)));
    for (String kind : List.of("nested", "merged")) {
      String zip = "rm -f %1$s/a.zip; cd '%2$s' && zip -q -r -6 %1$s/a.zip .";
      compare(
          "`seal --form archive --archive " + kind + "`",
          "`zip -r -6` of the same files",
          plus(seal, "--form", "archive", "--archive", kind, "--as", kind + ".jar"),
          shell(zip.formatted(work, app)));
    }
    compare(
        "`seal --form folder`",
        "`cp -r` of the same files",
        plus(seal, "--form", "folder", "--as", "folder"),
        shell("rm -rf " + work + "/copy; cp -r '" + app + "' " + work + "/copy"));
    compare(
        "`seal --form folder --runtime trimmed`",
        "`cp` of the Java's `lib/modules`",
        plus(seal, "--form", "folder", "--as", "trimmed", "--runtime", "trimmed"),
        shell("cp '" + System.getProperty("java.home") + "/lib/modules' " + work + "/modules"));
    time(plus(seal, "--form", "folder", "--as", "whole", "--runtime", "whole"));
    time(plus(seal, "--form", "executable", "--as", "one.run", "--runtime", "trimmed"));
    List<String> tight = plus(seal, "--prune", "classes", "--runtime", "tight");
    tight.removeAll(List.of("none"));
    tight.remove("--prune");
    time(plus(tight, "--form", "folder", "--as", "tight"));
    List<String> small = plus(tight, "--never", "jdk.localedata");
    time(plus(small, "--form", "folder", "--as", "tight-en"));
    small = plus(small, "--without-debug-tables");
    time(plus(small, "--form", "folder", "--as", "tight-small"));
    Path source = Files.writeString(work.resolve("Trained.java"), "class Trained { }\n");
    Path rules = Files.writeString(work.resolve("rules.xml"), RULES);
    String training = "-c " + rules + " " + source;
    time(plus(small, "--form", "folder", "--as", "fast", "--fast-start", training));
    time(plus(small, "--form", "executable", "--as", "small.run"));
    time(plus(small, "--form", "executable", "--as", "small-xz.run", "--packing", "xz"));
    rows.add(new ImageCopy(work).row(ROUNDS));
    for (String name : SIZES.keySet()) {
      sizes.add(
          "| "
              + SIZES.get(name)
              + " | "
              + Sealer.sizeOf(Path.of(out, name)) / 100_000 / 10.0
              + " MB |");
    }
    compare(
        "`unzip -tq` of the same jars, again",
        "nothing but itself (the noise of this machine)",
        shell(unzip),
        shell(unzip));
    starts(out);
  }

  private void starts(String out) throws Exception {
    Path rules = Files.writeString(work.resolve("rules.xml"), RULES);
    Path source = Files.writeString(work.resolve("Berth.java"), "class Berth { }\n");
    List<String> job = List.of("-c", rules.toString(), source.toString());
    List<String> plain = new ArrayList<>(List.of("java", "-cp", jars + "/*", MAIN));
    plain.addAll(job);
    for (String kind : List.of("nested", "merged")) {
      List<String> sealed = new ArrayList<>(List.of("java", "-jar", out + "/" + kind + ".jar"));
      sealed.addAll(job);
      compare("start of the " + kind + " archive", "start from a plain class path", sealed, plain);
    }
    List<String> folder = new ArrayList<>(List.of(out + "/folder/bin/checkstyle"));
    folder.addAll(job);
    compare("start of the folder", "start from a plain class path", folder, plain);
    List<String> trimmed = new ArrayList<>(List.of(out + "/trimmed/bin/checkstyle"));
    trimmed.addAll(job);
    compare(
        "start of the folder with its own Java", "start from a plain class path", trimmed, plain);
    List<String> one =
        shell("XDG_CACHE_HOME=" + work + "/cache " + out + "/one.run " + String.join(" ", job));
    compare("start of the executable, unpacked already", "start of that folder", one, trimmed);
    for (String kind : List.of("tight-small", "fast")) {
      List<String> sealed = new ArrayList<>(List.of(out + "/" + kind + "/bin/checkstyle"));
      sealed.addAll(job);
      compare("start of the folder " + kind, "start from a plain class path", sealed, plain);
      compare(
          "start of the folder " + kind + ", `--version`",
          "start from a plain class path, `--version`",
          List.of(out + "/" + kind + "/bin/checkstyle", "--version"),
          List.of("java", "-cp", jars + "/*", MAIN, "--version"));
    }
  }

  private static List<String> plus(List<String> words, String... more) {
    List<String> all = new ArrayList<>(words);
    all.addAll(List.of(more));
    return all;
  }

  private static List<String> shell(String script) {
    return List.of("/bin/sh", "-c", script);
  }

  private void compare(String what, String against, List<String> one, List<String> other)
      throws Exception {
    long[] ours = new long[ROUNDS];
    long[] theirs = new long[ROUNDS];
    time(one);
    time(other);
    double[] ratios = new double[ROUNDS];
    for (int i = 0; i < ROUNDS; i++) {
      ours[i] = time(one);
      theirs[i] = time(other);
      ratios[i] = (double) ours[i] / theirs[i];
    }
    Arrays.sort(ours);
    Arrays.sort(theirs);
    Arrays.sort(ratios);
    int middle = ROUNDS / 2;
    rows.add(
        String.format(
            Locale.ROOT,
            "| %s | %s | %.2f | %.2f to %.2f | %d ms | %d ms |",
            what,
            against,
            ratios[middle],
            ratios[1],
            ratios[ROUNDS - 2],
            ours[middle],
            theirs[middle]));
    System.err.println(rows.get(rows.size() - 1));
  }

  private static long time(List<String> command) throws IOException, InterruptedException {
    long begin = System.nanoTime();
    Process process =
        new ProcessBuilder(command)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    int status = process.waitFor();
    if (status != 0) {
      throw new IllegalStateException(command + " ended with " + status);
    }
    return (System.nanoTime() - begin) / 1_000_000;
  }

  private String text() {
    return """
        # Benchmarks

        Made by `girdle-bench/measure`, which anyone can run; not edited by hand. Each row is two
        processes on the same bytes, run in turn %d times on one machine; the ratio is the median of
        the ratios of the rounds, the range leaves out the best and the worst round. The bytes are the
        linter of `girdle-samples/checkstyle`, 36 jars. Times are there to show the order of size;
        they say nothing on another machine. `seal` is run with `--prune none`, so that both sides
        move the same files.

        | measured | against | ratio | range | median | median of the other |
        | --- | --- | ---: | ---: | ---: | ---: |
        %s

        With a Java that goes along, nothing of the jars pruned if nothing else is said:

        | artifact | size |
        | --- | ---: |
        %s

        On %d processors, Java %s.
        """
        .formatted(
            ROUNDS,
            String.join("\n", rows),
            String.join("\n", sizes),
            Runtime.getRuntime().availableProcessors(),
            System.getProperty("java.version"));
  }

  private static final String RULES =
      """
      <?xml version="1.0"?>
      <!DOCTYPE module PUBLIC "-//Checkstyle//DTD Checkstyle Configuration 1.3//EN"
          "https://checkstyle.org/dtds/configuration_1_3.dtd">
      <module name="Checker">
        <module name="TreeWalker"><module name="UnusedImports"/></module>
      </module>
      """;
}
