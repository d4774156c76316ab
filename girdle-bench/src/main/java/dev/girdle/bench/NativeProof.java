package dev.girdle.bench;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Native programs of this machine: each does its job plainly, and sealed in a root folder that has
 * nothing but a shell, and what comes of it is compared. The libraries that it opens are held
 * against those that went along.
 */
public final class NativeProof {
  private static final String HEADING = "## Native programs";
  private static final int SECONDS = 60;
  private static final int SEALING = 300;

  /** A file that was opened for real. */
  private static final Pattern OPENED =
      Pattern.compile("open(?:at)?\\((?:AT_FDCWD, )?\"(/[^\"]+)\", [^)]*\\)\\s*= \\d+");

  private static final Pattern LIBRARY = Pattern.compile(".*/([^/]+\\.so(?:\\.[0-9.]+)?)");
  private static final Pattern OF_C =
      Pattern.compile(
          "(?:ld-linux.*|lib(?:c|m|dl|rt|pthread|util|resolv|mvec|anl|nss_.*|nsl))\\.so.*");

  private final Path root;
  private final Path work;
  private final List<String> rows = new ArrayList<>();
  private final List<String> troubles = new ArrayList<>();
  private int foreseen;
  private int opened;

  /** A line of the table of programs. */
  private record Native(String name, Path program, String job) {}

  /** What came of a job. */
  private record Outcome(int status, String text, String errors) {
    boolean isLike(Outcome other) {
      return status == other.status && text.equals(other.text);
    }
  }

  private NativeProof(Path root) throws IOException {
    this.root = root;
    this.work = Files.createTempDirectory("girdle-natives");
  }

  /**
   * Proves, prints the table and writes it to a file.
   *
   * @param args the project's folder, the file to write, and perhaps names of programs to prove
   *     only, which writes nothing
   * @throws Exception if a program cannot be started at all
   */
  public static void main(String[] args) throws Exception {
    NativeProof proof = new NativeProof(Path.of(args[0]).toAbsolutePath().normalize());
    Set<String> wanted = new HashSet<>(Arrays.asList(args).subList(2, args.length));
    for (String line : Files.readAllLines(proof.root.resolve("girdle-bench/natives.txt"))) {
      String[] parts = line.split("\\s*\\|\\s*", 4);
      if (!line.startsWith("#") && (wanted.isEmpty() || wanted.contains(parts[0]))) {
        proof.prove(new Native(parts[0], Path.of(parts[2]), parts[3]));
      }
    }
    String text = proof.text();
    System.out.println(text);
    if (wanted.isEmpty()) {
      Section.write(Path.of(args[1]), HEADING, text);
    }
  }

  private void prove(Native one) throws Exception {
    Path folder = Files.createDirectory(work.resolve(one.name));
    Path trace = folder.resolve("trace");
    Outcome plain = inPlace(one, inputs(folder, "plain"), "");
    inPlace(
        one,
        inputs(folder, "traced"),
        "/usr/bin/strace -f -qq -e trace=open,openat -A -o " + trace + " ");
    List<String> cells = new ArrayList<>(List.of(one.name));
    Path host = null;
    for (String[] way :
        new String[][] {{"folder", "host"}, {"folder", "whole"}, {"executable", "whole"}}) {
      Path out = folder.resolve(way[0] + "-" + way[1]);
      long begin = System.nanoTime();
      Outcome sealed =
          run(
              folder,
              SEALING,
              List.of(
                  root.resolve("girdle").toString(),
                  "seal",
                  one.program.toString(),
                  "--name",
                  one.name,
                  "--release",
                  "1",
                  "--form",
                  way[0],
                  "--runtime",
                  way[1],
                  "--out",
                  out.toString()));
      if (sealed.status != 0) {
        cells.add("refused");
        troubles.add(one.name + ", " + way[0] + ", " + way[1] + ": " + first(sealed.errors));
        continue;
      }
      double seconds = (System.nanoTime() - begin) / 1e9;
      Path made = only(out);
      host = host == null ? made : host;
      Outcome there = inRoot(one, made, way);
      boolean isSame = there.isLike(plain);
      cells.add(
          String.format(
              Locale.ROOT,
              "%s, %.1f MB, %.0f s",
              isSame ? "same" : "**differs**",
              bytes(made) / 1e6,
              seconds));
      if (!isSame) {
        troubles.add(
            String.format(
                "%s, %s, %s: status %d, was %d; %s",
                one.name, way[0], way[1], there.status, plain.status, first(there.errors)));
      }
      if (host != made) {
        Folders.delete(made);
      }
    }
    cells.add(host == null ? "" : foresight(one, host, trace));
    rows.add("| " + String.join(" | ", cells) + " |");
    System.err.println(rows.get(rows.size() - 1));
  }

  /** How many of the libraries that were opened went along. */
  private String foresight(Native one, Path made, Path trace) throws IOException {
    Set<String> along = new HashSet<>();
    JsonNode record =
        JsonMapper.builder().build().readTree(made.resolve("girdle-record.json").toFile());
    for (JsonNode file : record.path("files")) {
      along.add(Path.of(file.path("path").asText()).getFileName().toString());
    }
    Set<String> used = new TreeSet<>();
    Matcher opens =
        OPENED.matcher(
            Files.exists(trace) ? Files.readString(trace, StandardCharsets.ISO_8859_1) : "");
    while (opens.find()) {
      Matcher library = LIBRARY.matcher(opens.group(1));
      if (library.matches() && !OF_C.matcher(library.group(1)).matches()) {
        used.add(library.group(1));
      }
    }
    Set<String> missed = new TreeSet<>(used);
    missed.removeAll(along);
    opened += used.size();
    foreseen += used.size() - missed.size();
    if (!missed.isEmpty()) {
      troubles.add(one.name + " opened and not along: " + String.join(", ", missed));
    }
    return (used.size() - missed.size()) + " of " + used.size();
  }

  private Path inputs(Path folder, String name) throws Exception {
    Path to = Files.createDirectory(folder.resolve(name));
    copyInputs(to);
    return to;
  }

  private void copyInputs(Path to) throws Exception {
    try (Stream<Path> all = Files.list(root.resolve("girdle-bench/natives"))) {
      for (Path one : all.toList()) {
        Files.copy(one, to.resolve(one.getFileName().toString()));
      }
    }
    run(to, SECONDS, List.of("sh", "-c", "command -v ps2pdf >/dev/null && ps2pdf quay.ps || :"));
  }

  private Outcome inPlace(Native one, Path folder, String before) throws Exception {
    List<String> words = new ArrayList<>(List.of("env", "-i", "PATH=/usr/sbin:/usr/bin:/bin"));
    words.addAll(variables());
    words.addAll(List.of("/bin/bash", "-c", "P='" + before + one.program + "'; " + one.job));
    return run(folder, SECONDS, words);
  }

  private static List<String> variables() {
    return List.of(
        "HOME=/tmp",
        "LC_ALL=C.UTF-8",
        "DISPLAY=" + System.getenv().getOrDefault("DISPLAY", ""),
        "SDL_AUDIODRIVER=dummy",
        "SDL_VIDEODRIVER=dummy");
  }

  /** In a root folder that has a shell, with {@code host} the C library, and the artifact. */
  private Outcome inRoot(Native one, Path made, String[] way) throws Exception {
    Path bare = Files.createTempDirectory(work, "root");
    for (String folder : List.of("app", "job", "proc", "dev", "tmp", "bin", "usr/bin", "etc")) {
      Files.createDirectories(bare.resolve(folder));
    }
    copyInputs(bare.resolve("job"));
    String start = way[0].equals("folder") ? "/app/bin/" + one.name : "/app/" + made.getFileName();
    String script =
        String.join(
            "\n",
            "set -e",
            "cp /bin/busybox "
                + bare
                + "/bin/ && "
                + bare
                + "/bin/busybox --install -s "
                + bare
                + "/bin",
            "for f in $(ls " + bare + "/bin); do ln -sf busybox " + bare + "/bin/$f; done",
            "cp --remove-destination /bin/busybox " + bare + "/bin/busybox",
            "cp -a /dev/null /dev/zero /dev/urandom /dev/random /dev/tty " + bare + "/dev/",
            way[1].equals("host") ? libraryOfC(bare) : "true",
            "echo root:x:0:0::/tmp:/bin/sh > " + bare + "/etc/passwd",
            "mount --bind "
                + (way[0].equals("folder") ? made : made.getParent())
                + " "
                + bare
                + "/app",
            "mount -t proc proc " + bare + "/proc",
            "exec env -i PATH=/bin:/usr/bin "
                + String.join(" ", variables())
                + " /usr/sbin/chroot "
                + bare
                + " /bin/sh -c 'cd /job; P="
                + start
                + "; eval \"$1\"' sh \"$1\"");
    return run(
        work,
        SECONDS,
        List.of(
            "unshare", "-m", "-p", "-f", "--kill-child", "bash", "-c", script, "bash", one.job));
  }

  private static String libraryOfC(Path bare) {
    return "mkdir -p "
        + bare
        + "/lib64 "
        + bare
        + "/lib/x86_64-linux-gnu; cp -L /lib64/ld-linux-x86-64.so.2 "
        + bare
        + "/lib64/; for f in $(dpkg -L libc6 | grep '/lib/x86_64-linux-gnu/[^/]*\\.so\\.[0-9]*$'); do cp -L $f "
        + bare
        + "/lib/x86_64-linux-gnu/; done";
  }

  private static Outcome run(Path folder, int seconds, List<String> command) throws Exception {
    Path out = Files.createTempFile("girdle-native", ".out");
    Path err = Files.createTempFile("girdle-native", ".err");
    Process process =
        new ProcessBuilder(command)
            .directory(folder.toFile())
            .redirectOutput(out.toFile())
            .redirectError(err.toFile())
            .start();
    process.getOutputStream().close();
    if (!process.waitFor(seconds, TimeUnit.SECONDS)) {
      process.descendants().forEach(ProcessHandle::destroyForcibly);
      process.destroyForcibly().waitFor();
    }
    Outcome outcome =
        new Outcome(
            process.exitValue(),
            Files.readString(out, StandardCharsets.ISO_8859_1),
            Files.readString(err, StandardCharsets.ISO_8859_1));
    Files.delete(out);
    Files.delete(err);
    return outcome;
  }

  private static Path only(Path folder) throws IOException {
    try (Stream<Path> all = Files.list(folder)) {
      return all.findFirst().orElseThrow();
    }
  }

  private static long bytes(Path place) throws IOException {
    try (Stream<Path> all = Files.walk(place)) {
      return all.filter(f -> Files.isRegularFile(f, java.nio.file.LinkOption.NOFOLLOW_LINKS))
          .mapToLong(f -> f.toFile().length())
          .sum();
    }
  }

  private static String first(String text) {
    return text.lines()
        .filter(l -> !l.isBlank())
        .limit(2)
        .reduce("", (a, b) -> a + " " + b.strip());
  }

  private String text() {
    StringBuilder text = new StringBuilder();
    text.append(HEADING)
        .append(
            "\n\nPrograms of Debian, sealed with what this machine has for them. Each does its job")
        .append(
            " plainly and in a root folder with nothing but a shell (`host`: and the C library);")
        .append(
            " the output and the exit status are compared. Written by `girdle-bench/prove-natives`.\n\n")
        .append(
            "| program | folder, host | folder, whole | executable, whole | libraries foreseen |\n")
        .append("| --- | --- | --- | --- | --- |\n");
    rows.forEach(r -> text.append(r).append('\n'));
    text.append(
        String.format("%nOf %d libraries that were opened, %d went along.%n", opened, foreseen));
    troubles.forEach(t -> text.append("\n* ").append(t));
    return text.append('\n').toString();
  }
}
