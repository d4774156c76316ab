package dev.girdle.form;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import dev.girdle.io.Compression;
import dev.girdle.io.Content;
import dev.girdle.io.SourceDate;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.layout.Packing;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Files that start by themselves, with a shell script in place of a large program. */
class ExecutableFormTest {
  private static final String PROGRAM =
      """
      #!/bin/sh
      printf '[%s]' "$@"
      echo " $(pwd) $GIRDLE_ARTIFACT"
      cat
      exit 7
      """;

  @TempDir Path dir;
  private Path cache;
  private Path file;

  @BeforeEach
  void make() throws IOException {
    cache = dir.resolve("cache of mine");
    file = write("tide book.run", "");
  }

  private Path write(String name, String more) throws IOException {
    byte[] ballast = new byte[3 << 20];
    new Random(7).nextBytes(ballast);
    List<LayoutFile> files =
        List.of(
            script("bin/book", PROGRAM + more),
            script("bin/load", "#!/bin/sh\necho load\n"),
            new LayoutFile(
                "lib/ballast", Content.of(ballast), false, Packing.AS_IT_IS, "", "to take long"));
    return write(name, new Layout(files, List.of(), "record", List.of(), List.of(), "%s"));
  }

  private Path write(String name, Layout layout) throws IOException {
    Path place = dir.resolve(name);
    new ExecutableForm(
            new Pack(SourceDate.of(null), 6, Compression.GZIP, ""),
            new ExecutableForm.Head("Tide Book", "book", "BOOK", List.of("book", "load")))
        .write(layout, place, w -> new byte[] {'r'}, n -> {});
    return place;
  }

  private static LayoutFile script(String path, String text) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), "starts").asExecutable();
  }

  private record Said(int status, String out, String err) {}

  private ProcessBuilder prepare(Map<String, String> variables, Object... command) {
    List<String> words = new ArrayList<>();
    for (Object word : command) {
      words.add(word.toString());
    }
    ProcessBuilder builder = new ProcessBuilder(words).directory(dir.toFile());
    builder.environment().clear();
    builder.environment().put("PATH", "/usr/bin:/bin");
    builder.environment().put("XDG_CACHE_HOME", cache.toString());
    builder.environment().putAll(variables);
    builder.environment().values().removeIf(String::isEmpty);
    return builder;
  }

  private Said run(Map<String, String> variables, Object... command) throws Exception {
    Process process = prepare(variables, command).start();
    try (OutputStream in = process.getOutputStream()) {
      in.write("low water\n".getBytes(StandardCharsets.UTF_8));
    } catch (IOException e) {
      process.waitFor(); // it ended without reading, and what it said is looked at below
    }
    String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    String err = new String(process.getErrorStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
    return new Said(process.exitValue(), out, err);
  }

  private List<String> unpacked() throws IOException {
    Path base = cache.resolve("girdle-run");
    if (!Files.isDirectory(base)) {
      return List.of();
    }
    try (Stream<Path> all = Files.list(base)) {
      return all.map(p -> p.getFileName().toString()).sorted().toList();
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "dash", "bash", "busybox sh"})
  void passesEverythingOnAndUnpacksOnce(String shell) throws Exception {
    List<Object> command = new ArrayList<>(shell.isEmpty() ? List.of() : List.of(shell.split(" ")));
    assumeTrue(shell.isEmpty() || Files.isExecutable(Path.of("/usr/bin", shell.split(" ")[0])));
    command.addAll(List.of(file, "a b", "", "$HOME", "it's"));
    for (int i = 0; i < 2; i++) {
      Said said = run(Map.of(), command.toArray());
      assertThat(said.out())
          .isEqualTo("[a b][][$HOME][it's] " + dir + " " + file + "\nlow water\n");
      assertThat(said.err()).isEmpty();
      assertThat(said.status()).isEqualTo(7);
    }
    assertThat(unpacked()).hasSize(1).first().asString().matches("book-[0-9a-f]{16}");
  }

  @Test
  void isStartedThroughLinksAndThePath() throws Exception {
    Path link = Files.createSymbolicLink(dir.resolve("tides"), file.getFileName());
    assertThat(run(Map.of(), link, "x").out()).contains(" " + file + "\n");
    assertThat(run(Map.of("PATH", dir + ":/usr/bin:/bin"), "sh", "-c", "tides x").out())
        .startsWith("[x]");
  }

  @Test
  void isAskedByVariablesOnly() throws Exception {
    assertThat(run(Map.of("BOOK_ENTRY", "load"), file).out()).isEqualTo("load\n");
    assertThat(run(Map.of("BOOK_ENTRY", "none"), file).err())
        .isEqualTo("book: there is no program none in this file; there are: book, load\n");
    String where = run(Map.of("BOOK_FILE", "where"), file).out().strip();
    assertThat(where).startsWith(cache + "/girdle-run/book-");
    assertThat(run(Map.of("BOOK_FILE", "verify"), file).out()).isEqualTo("whole and unaltered\n");
    assertThat(run(Map.of("BOOK_FILE", "burn"), file).status()).isEqualTo(2);
    Path next = write("next.run", "# the next release\n");
    assertThat(run(Map.of("BOOK_FILE", "unpack"), next).out()).isNotEqualTo(where + "\n");
    assertThat(unpacked()).hasSize(2);
    assertThat(run(Map.of("BOOK_FILE", "clean"), next).status()).isZero();
    assertThat(unpacked()).hasSize(1);
    Path elsewhere = dir.resolve("elsewhere");
    assertThat(run(Map.of("BOOK_UNPACK_DIR", elsewhere.toString()), file, "x").out())
        .startsWith("[x]");
    assertThat(elsewhere.resolve(Path.of(where).getFileName()).resolve("bin/book")).isExecutable();
  }

  @Test
  void sixteenFirstStartsAtOnceAllDoTheSame() throws Exception {
    List<Process> all = new ArrayList<>();
    for (int i = 0; i < 16; i++) {
      all.add(prepare(Map.of(), file, "start " + i).redirectErrorStream(true).start());
    }
    for (int i = 0; i < 16; i++) {
      all.get(i).getOutputStream().close();
      String out = new String(all.get(i).getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      assertThat(out).isEqualTo("[start " + i + "] " + dir + " " + file + "\n");
      assertThat(all.get(i).waitFor()).isEqualTo(7);
    }
    assertThat(unpacked()).hasSize(1);
    assertThat(Path.of(run(Map.of("BOOK_FILE", "where"), file).out().strip()))
        .isDirectoryNotContaining("glob:**/.book*");
  }

  @Test
  void aFirstStartThatIsKilledLeavesNothingInTheWay() throws Exception {
    assumeTrue(Files.isExecutable(Path.of("/usr/bin/setsid")));
    Random random = new Random(42);
    for (int i = 0; i < 20; i++) {
      Process process = prepare(Map.of(), "setsid", file, "x").start();
      process.getOutputStream().close();
      Thread.sleep(random.nextInt(120));
      process.descendants().forEach(ProcessHandle::destroyForcibly);
      process.destroyForcibly().waitFor();
    }
    assertThat(run(Map.of(), file, "x").out()).startsWith("[x]");
    assertThat(unpacked()).hasSize(1);
  }

  @Test
  void aFileThatIsCutOffOrAlteredIsTold() throws Exception {
    byte[] bytes = Files.readAllBytes(file);
    Path cut = Files.write(dir.resolve("cut.run"), Arrays.copyOf(bytes, bytes.length - 1000));
    Said said = run(Map.of(), "sh", cut, "x");
    assertThat(said.status()).isEqualTo(126);
    assertThat(said.err()).contains("this file is not whole: it has ").hasLineCount(1);
    bytes[bytes.length - 5000] ^= 1;
    Path altered = Files.write(dir.resolve("altered.run"), bytes);
    assertThat(run(Map.of("BOOK_FILE", "verify"), "sh", altered).status()).isEqualTo(1);
    Said started = run(Map.of(), "sh", altered, "x");
    assertThat(started.status()).isEqualTo(126);
    assertThat(started.err()).contains("this file was altered").hasLineCount(1);
    assertThat(unpacked()).isEmpty();
  }

  @Test
  void aFolderThatOthersCanWriteToIsNotUsed() throws Exception {
    Path open = Files.createDirectory(dir.resolve("open"));
    assertThat(run(Map.of(), "chmod", "777", open).status()).isZero();
    Said said = run(Map.of("BOOK_UNPACK_DIR", open.toString()), file, "x");
    assertThat(said.status()).isEqualTo(126);
    assertThat(said.err()).contains("closed to others (chmod 700)").hasLineCount(1);
    Path shared = Files.createDirectories(cache.resolve("girdle-run"));
    assertThat(run(Map.of(), "chmod", "755", shared).status()).isZero();
    Path temporary = Files.createDirectory(dir.resolve("tmp"));
    assertThat(run(Map.of("TMPDIR", temporary.toString()), file, "x").out()).startsWith("[x]");
    assertThat(unpacked()).isEmpty();
    assertThat(temporary).isDirectoryContaining("glob:**/girdle-run-*");
  }

  @Test
  void withoutAHomeTheTemporaryFolderServes() throws Exception {
    Path temporary = Files.createDirectory(dir.resolve("tmp"));
    Map<String, String> none = new HashMap<>();
    none.put("XDG_CACHE_HOME", "");
    none.put("TMPDIR", temporary.toString());
    assertThat(run(none, file, "x").out()).startsWith("[x]");
    none.put("HOME", "/proc/none");
    none.put("TMPDIR", "/proc/none");
    Said said = run(none, file, "x");
    assertThat(said.status()).isEqualTo(126);
    assertThat(said.err()).contains("there is no folder to unpack into").hasLineCount(1);
  }

  @Test
  void aFullDiskIsToldAndLeavesNothing() throws Exception {
    Path small = Files.createDirectory(dir.resolve("small"));
    Said mounted = run(Map.of(), "mount", "-t", "tmpfs", "-o", "size=1m,mode=700", "tmpfs", small);
    assumeTrue(mounted.status() == 0, "only root may mount a small disk");
    try {
      Said said = run(Map.of("BOOK_UNPACK_DIR", small.toString()), file, "x");
      assertThat(said.status()).isEqualTo(126);
      assertThat(said.err()).contains("the disk may be full").hasLineCount(1);
      assertThat(small).isEmptyDirectory();
    } finally {
      run(Map.of(), "umount", small);
    }
  }

  @Test
  void aHeadThatIsCutOffNeverRunsInSilence() throws Exception {
    byte[] bytes = Files.readAllBytes(file);
    String end = "\nexit 126\n}";
    int head = new String(bytes, StandardCharsets.ISO_8859_1).indexOf(end) + end.length();
    assertThat(head).isGreaterThan(5000);
    for (int length = 13; length < head; length += length < 800 ? 7 : 83) {
      Path cut = Files.write(dir.resolve("cut.run"), Arrays.copyOf(bytes, length));
      Said said = run(Map.of(), "sh", cut, "x");
      assertThat(said.status()).as("cut after " + length + " bytes").isNotZero();
      assertThat(said.err()).isNotEmpty();
    }
    assertThat(unpacked()).isEmpty();
  }

  private Path unpackedFile(String path) throws IOException {
    return cache.resolve("girdle-run").resolve(unpacked().get(0)).resolve(path);
  }

  @Test
  void whatWasRemovedOfTheUnpackedIsPutBackAtTheNextStart() throws Exception {
    run(Map.of(), file, "x");
    Thread.sleep(50); // clocks of file systems are coarse
    Path mine = Files.writeString(unpackedFile("lib/mine"), "of the user");
    Files.delete(unpackedFile("lib/ballast"));
    assertThat(run(Map.of(), file, "x").out()).startsWith("[x]");
    assertThat(unpackedFile("lib/ballast")).hasSize(3 << 20);
    assertThat(mine).hasContent("of the user");
    Thread.sleep(50);
    Files.delete(unpackedFile("bin/book"));
    assertThat(run(Map.of(), file, "x").out()).startsWith("[x]");
    assertThat(unpacked()).hasSize(1);
  }

  @Test
  void whatWasAlteredOfTheUnpackedIsToldAndMended() throws Exception {
    run(Map.of(), file, "x");
    assertThat(run(Map.of("BOOK_FILE", "verify"), file).out()).isEqualTo("whole and unaltered\n");
    Files.writeString(unpackedFile("lib/ballast"), "altered");
    Said said = run(Map.of("BOOK_FILE", "verify"), file);
    assertThat(said.status()).isEqualTo(1);
    assertThat(said.err()).contains("1 of the files are missing or altered", "BOOK_FILE=unpack");
    assertThat(run(Map.of("BOOK_FILE", "unpack"), file).status()).isZero();
    assertThat(unpackedFile("lib/ballast")).hasSize(3 << 20);
    assertThat(run(Map.of("BOOK_FILE", "verify"), file).status()).isZero();
    assertThat(unpacked()).hasSize(1);
  }

  @Test
  void whatSteersTarAndGzipDoesNotSteerTheUnpacking() throws Exception {
    Map<String, String> steering =
        Map.of("TAR_OPTIONS", "--exclude=lib", "GZIP", "-1", "XZ_OPT", "--bogus");
    assertThat(run(steering, file, "x").out()).startsWith("[x]");
    assertThat(unpackedFile("lib/ballast")).hasSize(3 << 20);
  }

  @Test
  void aPathThatIsEmptyIsAnEmptyPathToTheProgramOnly() throws Exception {
    Path more = write("path.run", "echo \"path: ${PATH-none}\"\n");
    ProcessBuilder builder = prepare(Map.of(), more, "x");
    builder.environment().put("PATH", "");
    Process process = builder.start();
    process.getOutputStream().close();
    String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(out).startsWith("[x]");
  }

  @ParameterizedTest
  @ValueSource(strings = {"dash", "bash"})
  void readIntoAShellItDoesNotEndIt(String shell) throws Exception {
    assumeTrue(Files.isExecutable(Path.of("/usr/bin", shell)));
    Said said = run(Map.of(), shell, "-c", ". '" + file + "'; echo still here");
    assertThat(said.out()).isEqualTo("still here\n");
    // bash refuses by itself to read what is not all text
    assertThat(said.err()).containsAnyOf("start this file by its path", "cannot execute binary");
  }

  @Test
  void whereNoProgramCanBeRunAnotherFolderServes() throws Exception {
    Path fixed = Files.createDirectory(dir.resolve("fixed"));
    Said mounted = run(Map.of(), "mount", "-t", "tmpfs", "-o", "noexec,mode=700", "tmpfs", fixed);
    assumeTrue(mounted.status() == 0, "only root may mount something");
    try {
      Path temporary = Files.createDirectory(dir.resolve("tmp"));
      Map<String, String> there =
          Map.of("XDG_CACHE_HOME", fixed.toString(), "TMPDIR", temporary.toString());
      assertThat(run(there, file, "x").out()).startsWith("[x]");
      assertThat(temporary).isDirectoryContaining("glob:**/girdle-run-*");
      Said named = run(Map.of("BOOK_UNPACK_DIR", fixed.toString()), file, "x");
      assertThat(named.status()).isEqualTo(126);
      assertThat(named.err()).contains("programs cannot be run from").hasLineCount(1);
    } finally {
      run(Map.of(), "umount", fixed);
    }
  }

  @Test
  void aSignalEndsTheFirstStartWithItsOwnStatus() throws Exception {
    assumeTrue(Files.isExecutable(Path.of("/usr/bin/setsid")));
    for (Map.Entry<String, Integer> one : Map.of("HUP", 129, "TERM", 143).entrySet()) {
      // what is ignored when a shell starts, as by nohup, it cannot take back
      if (one.getKey().equals("HUP") && hangUpsAreIgnored()) {
        continue;
      }
      Path slow =
          Files.writeString(
              dir.resolve("gzip"),
              "#!/bin/sh\nkill -"
                  + one.getKey()
                  + " $(cat '"
                  + dir
                  + "/pid'); exec /usr/bin/gzip \"$@\"\n");
      assertThat(slow.toFile().setExecutable(true)).isTrue();
      String line = "echo $$ > '" + dir + "/pid'; exec '" + file + "' x";
      Said said = run(Map.of("PATH", dir + ":/usr/bin:/bin"), "sh", "-c", line);
      assertThat(said.status()).as(one.getKey()).isEqualTo(one.getValue());
      assertThat(unpacked()).isEmpty();
    }
  }

  private static boolean hangUpsAreIgnored() throws IOException {
    try (Stream<String> lines = Files.lines(Path.of("/proc/self/status"))) {
      return lines
          .filter(line -> line.startsWith("SigIgn:"))
          .anyMatch(line -> (new BigInteger(line.split("\\s+")[1], 16)).testBit(0));
    }
  }

  @Test
  void theSameInputGivesTheSameBytes() throws IOException {
    assertThat(write("again.run", "")).hasSameBinaryContentAs(file);
  }

  @ParameterizedTest
  @ValueSource(strings = {"dash", "busybox sh"})
  void linksAreUnpackedVerifiedAndPutBack(String shell) throws Exception {
    assumeTrue(Files.isExecutable(Path.of("/usr/bin", shell.split(" ")[0])));
    Layout layout =
        new Layout(
                List.of(
                    script("bin/book", "#!/bin/sh\ncat \"${0%/*}/../current/page\"\n"),
                    script("bin/load", "#!/bin/sh\necho load\n"),
                    LayoutFile.made("lib/page", "page one\n".getBytes(), "text")),
                List.of(),
                "record",
                List.of(),
                List.of(),
                "%s")
            .linking(
                List.of(
                    new LayoutLink("current", "lib", "", "for the test"),
                    new LayoutLink("share/pages", "../lib", "", "for the test")));
    Path linked = write("linked.run", layout);
    List<Object> start = new ArrayList<>(List.of(shell.split(" ")));
    start.add(linked);
    assertThat(run(Map.of(), start.toArray()).out()).isEqualTo("page one\n");
    assertThat(run(Map.of("BOOK_FILE", "verify"), start.toArray()).out())
        .isEqualTo("whole and unaltered\n");
    Path there = cache.resolve("girdle-run").resolve(unpacked().get(0));
    assertThat(Files.readSymbolicLink(there.resolve("current"))).hasToString("lib");
    // one is gone, one leads elsewhere
    Files.delete(there.resolve("current"));
    Files.delete(there.resolve("share/pages"));
    Files.createSymbolicLink(there.resolve("share/pages"), Path.of("../bin"));
    assertThat(run(Map.of("BOOK_FILE", "verify"), start.toArray()).err())
        .contains("2 of the files are missing or altered");
    assertThat(run(Map.of("BOOK_FILE", "unpack"), start.toArray()).status()).isZero();
    assertThat(Files.readSymbolicLink(there.resolve("current"))).hasToString("lib");
    assertThat(Files.readSymbolicLink(there.resolve("share/pages"))).hasToString("../lib");
    assertThat(there.resolve("bin/pages")).doesNotExist();
    assertThat(run(Map.of(), start.toArray()).out()).isEqualTo("page one\n");
  }
}
