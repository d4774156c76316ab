package dev.girdle.bench;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.github.luben.zstd.Zstd;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Sha256;
import dev.girdle.place.Folders;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;

/**
 * What goes over the line when a release follows another of which one class differs, in each form;
 * how long delivering and receiving take beside plain sending and fetching of the same bytes, to
 * and from the same registry; and many receivers at once.
 */
public final class DepotProof {
  private static final PrintStream OUT = System.out;
  private static final String HEADING = "## Depots";
  private static final int CROWD = 16;
  private static final int LARGE = 400 << 20;
  private static final int TIMES = 3;

  private final Path girdle;
  private final Path work;
  private final StringBuilder text = new StringBuilder();

  private DepotProof(Path girdle, Path work) {
    this.girdle = girdle;
    this.work = work;
  }

  /**
   * Measures, and writes a section.
   *
   * @param args the program, a folder to work in, and the file with the section
   * @throws Exception if something does not work
   */
  public static void main(String[] args) throws Exception {
    DepotProof proof = new DepotProof(Path.of(args[0]).toAbsolutePath(), Path.of(args[1]));
    Path registry = proof.work.resolve("registry");
    int port = freePort();
    Process server = registry(registry, proof.work, port);
    try {
      proof.all("localhost:" + port);
    } finally {
      server.destroy();
    }
    OUT.print(proof.text);
    Section.write(Path.of(args[2]), HEADING, proof.text.toString());
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  private static Process registry(Path store, Path work, int port) throws Exception {
    Path settings = work.resolve("registry.yml");
    Files.writeString(
        settings,
        "version: 0.1\nstorage: {filesystem: {rootdirectory: %s}}\nhttp: {addr: \"127.0.0.1:%d\"}\n"
            .formatted(store, port));
    Process server =
        new ProcessBuilder("docker-registry", "serve", settings.toString())
            .redirectErrorStream(true)
            .redirectOutput(work.resolve("registry.log").toFile())
            .start();
    for (int i = 0; i < 100; i++) {
      try (Socket socket = new Socket("127.0.0.1", port)) {
        if (socket.isConnected()) {
          return server;
        }
      } catch (IOException e) {
        Thread.sleep(100);
      }
    }
    return server;
  }

  private record Done(String out, double seconds) {}

  private Done run(Object... words) throws IOException, InterruptedException {
    List<String> command = Stream.of(words).map(Object::toString).toList();
    Path out = Files.createTempFile(work, "out", ".txt");
    long start = System.nanoTime();
    Process process =
        new ProcessBuilder(command)
            .redirectOutput(out.toFile())
            .redirectError(ProcessBuilder.Redirect.INHERIT)
            .start();
    process.getOutputStream().close();
    int status = process.waitFor();
    double seconds = (System.nanoTime() - start) / 1e9;
    String text = Files.readString(out);
    if (status != 0) {
      throw new IOException(command + " ends with status " + status + ": " + text);
    }
    return new Done(text, seconds);
  }

  private Done girdle(Object... words) throws IOException, InterruptedException {
    List<Object> all = new ArrayList<>(List.of(girdle));
    all.addAll(Arrays.asList(words));
    return run(all.toArray());
  }

  private JsonNode json(Object... words) throws IOException, InterruptedException {
    List<Object> all = new ArrayList<>(Arrays.asList(words));
    all.add("--json");
    return new ObjectMapper().readTree(girdle(all.toArray()).out());
  }

  private void all(String at) throws Exception {
    text.append(HEADING)
        .append("\n\nWritten by `girdle-bench/prove-depots`, against Debian's ")
        .append("`docker-registry` on this machine, with ")
        .append(Runtime.getRuntime().availableProcessors())
        .append(" processors.\n\n");
    Path demo = work.resolve("demo");
    girdle("demo", demo, "--quiet");
    Path changed = work.resolve("changed");
    Folders.copy(demo, changed);
    alter(changed.resolve("tidebook/tidebook.jar"));
    followers(at, demo, changed);
    speed(at);
  }

  /** One class says something else. */
  private static void alter(Path jar) throws IOException {
    try (FileSystem zip = FileSystems.newFileSystem(jar)) {
      Path entry = zip.getPath("org/ternhaven/tidebook/Berth.class");
      byte[] bytes = Files.readAllBytes(entry);
      String latin = new String(bytes, StandardCharsets.ISO_8859_1);
      bytes[latin.indexOf("shallow")] = 'S';
      Files.write(entry, bytes);
    }
  }

  private void followers(String at, Path demo, Path changed) throws Exception {
    text.append("A second release of the tide book, of which one class differs. *Changed* is what ")
        .append("differs, compressed file by file (folders only).\n\n")
        .append("| form | runtime | size | first delivery | second delivery | second receipt | ")
        .append("changed | receipt / changed |\n")
        .append("| --- | --- | ---: | ---: | ---: | ---: | ---: | ---: |\n");
    for (String[] kind :
        new String[][] {
          {"folder", "host"},
          {"folder", "trimmed"},
          {"folder", "whole"},
          {"zip", "trimmed"},
          {"tgz", "trimmed"},
          {"executable", "trimmed"},
          {"archive", "host"}
        }) {
      follower(at, demo, changed, kind[0], kind[1]);
    }
    text.append('\n');
  }

  private void follower(String at, Path demo, Path changed, String form, String runtime)
      throws Exception {
    String name = at + "/harbour/" + form + "-" + runtime;
    Path into = work.resolve("into-" + form + "-" + runtime);
    Path first = seal(demo, "1.4.0", form, runtime);
    Path second = seal(changed, "1.4.1", form, runtime);
    JsonNode sent = json("deliver", first, name);
    girdle("receive", name, "--into", into, "--regardless");
    JsonNode next = json("deliver", second, name);
    JsonNode got = json("receive", "--into", into, "--regardless");
    boolean isFolder = Files.isDirectory(second);
    long difference = isFolder ? difference(first, second) : 0;
    text.append(
        String.format(
            "| %s | %s | %s | %s | %s | %s | %s | %s |%n",
            form,
            runtime,
            Figures.megabytes(got.path("bytes").asLong()),
            Figures.megabytes(sent.path("sentBytes").asLong()),
            share(next.path("sentBytes").asLong(), sent.path("sentBytes").asLong()),
            share(got.path("fetchedBytes").asLong(), sent.path("sentBytes").asLong()),
            isFolder ? kilobytes(difference) : "",
            isFolder
                ? String.format("%.2f", got.path("fetchedBytes").asDouble() / difference)
                : ""));
  }

  private Path seal(Path from, String release, String form, String runtime) throws Exception {
    Path out = work.resolve("sealed-" + release + "-" + form + "-" + runtime);
    girdle(
        "seal",
        from.resolve("girdle.yaml"),
        "--form",
        form,
        "--runtime",
        runtime,
        "--release",
        release,
        "--out",
        out,
        "--quiet");
    try (Stream<Path> all = Files.list(out)) {
      return all.findFirst().orElseThrow();
    }
  }

  private static long difference(Path first, Path second) throws IOException {
    long bytes = 0;
    try (Stream<Path> all = Files.walk(second)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        Path older = first.resolve(second.relativize(file));
        if (!Files.exists(older) || Files.mismatch(file, older) >= 0) {
          bytes += Zstd.compress(Files.readAllBytes(file)).length;
        }
      }
    }
    return bytes;
  }

  private static String kilobytes(long bytes) {
    return String.format("%.1f kB", bytes / 1e3);
  }

  private static String share(long bytes, long of) {
    return String.format("%.1f kB, %.2f %%", bytes / 1e3, 100.0 * bytes / of);
  }

  /** A sealed folder with one file that cannot be compressed, as large as few programs are. */
  private Path large() throws Exception {
    Path from = work.resolve("large-demo");
    Folders.copy(work.resolve("demo"), from);
    byte[] noise = new byte[1 << 20];
    Random random = new Random(1);
    try (OutputStream out = Files.newOutputStream(from.resolve("tables.bin"))) {
      for (int i = 0; i < LARGE >> 20; i++) {
        random.nextBytes(noise);
        out.write(noise);
      }
    }
    Path plan = from.resolve("girdle.yaml");
    Files.writeString(
        plan,
        Files.readString(plan)
            .replace(
                "contents:\n", "contents:\n  files: [{from: tables.bin, to: share/tables.bin}]\n"));
    return seal(from, "2.0.0", "folder", "host");
  }

  private void speed(String at) throws Exception {
    Path large = large();
    Path tables;
    try (Stream<Path> all = Files.walk(large)) {
      tables = all.filter(p -> p.toFile().length() >= LARGE).findFirst().orElseThrow();
    }
    String digest = Sha256.of(FolderTree.content(tables));
    double start = 9e9;
    double put = 9e9;
    double deliver = 9e9;
    double get = 9e9;
    double checked = 9e9;
    double receive = 9e9;
    for (int i = 0; i < TIMES; i++) {
      String name = at + "/speed/n" + i;
      start = Math.min(start, girdle("--version").seconds());
      put = Math.min(put, put(at + "/v2/speed/curl" + i, tables, digest));
      deliver = Math.min(deliver, girdle("deliver", large, name, "--quiet").seconds());
      String blob = "http://" + at + "/v2/speed/curl" + i + "/blobs/sha256:" + digest;
      Path back = work.resolve("back");
      get = Math.min(get, run("curl", "-s", "-o", back, blob).seconds());
      checked =
          Math.min(
              checked, run("sh", "-c", "curl -s $0 | tee $1 | sha256sum", blob, back).seconds());
      Files.delete(back);
      Path into = work.resolve("into" + i);
      receive = Math.min(receive, girdle("receive", name, "--into", into, "--quiet").seconds());
      Folders.delete(into);
    }
    text.append(
            String.format(
                "A folder of %s that cannot be compressed, and the same bytes by `curl`, the best of"
                    + " %d; whole processes. `girdle --version` takes %.2f s of each.%n%n",
                Figures.megabytes(Files.size(tables)), TIMES, start))
        .append("| | takes | `curl` | throughput against it |\n| --- | ---: | ---: | ---: |\n")
        .append(row("deliver", deliver, put))
        .append(row("receive, beside `curl` that looks at nothing", receive, get))
        .append(row("receive, beside `curl` with `sha256sum`", receive, checked))
        .append('\n');
    crowd(at + "/speed/n0", large, receive);
  }

  private static String row(String what, double ours, double theirs) {
    return String.format("| %s | %.2f s | %.2f s | %.2f |%n", what, ours, theirs, theirs / ours);
  }

  private double put(String name, Path file, String digest) throws Exception {
    String script =
        "set -e; L=$(curl -s -i -X POST http://$0/blobs/uploads/ | tr -d '\\r'"
            + " | sed -n 's/^[Ll]ocation: //p');"
            + " curl -s -f -X PUT -H 'Content-Type: application/octet-stream' -T $1"
            + " \"$L&digest=sha256:$2\"";
    return run("sh", "-c", script, name, file, digest).seconds();
  }

  private void crowd(String name, Path large, double alone) throws Exception {
    long start = System.nanoTime();
    List<Process> all = new ArrayList<>();
    for (int i = 0; i < CROWD; i++) {
      all.add(
          new ProcessBuilder(
                  girdle.toString(),
                  "receive",
                  name,
                  "--into",
                  work.resolve("crowd" + i).toString(),
                  "--quiet")
              .redirectOutput(ProcessBuilder.Redirect.DISCARD)
              .redirectError(ProcessBuilder.Redirect.INHERIT)
              .start());
    }
    int failed = 0;
    for (Process one : all) {
      failed += one.waitFor() == 0 ? 0 : 1;
    }
    double seconds = (System.nanoTime() - start) / 1e9;
    int same = 0;
    for (int i = 0; i < CROWD; i++) {
      Path folder = work.resolve("crowd" + i);
      run("diff", "-r", large, folder.resolve("current/"));
      same++;
      Folders.delete(folder);
    }
    text.append(
        String.format(
            "%d receivers of it at once, each into a folder of its own: %.1f s, %.1f times one alone;"
                + " %d failed, %d have the same files as what was delivered.%n",
            CROWD, seconds, seconds / alone, failed, same));
  }
}
