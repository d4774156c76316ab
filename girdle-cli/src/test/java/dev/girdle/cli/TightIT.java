package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Programs with a Java that was cut down to the classes that they can reach. */
class TightIT {
  private static final Path NEWER = Path.of("/usr/lib/jvm/temurin-25-jdk-amd64");
  private static final Path OTHER =
      Path.of(
          System.getenv().getOrDefault("GIRDLE_ARM64_ROOT", "/opt/girdle-arm64"),
          "usr/lib/jvm/java-17-openjdk-arm64");

  @TempDir static Path dir;
  private static Path app;

  /** Asks Java for a class by a name that only the run tells, and then for much else. */
  @BeforeAll
  static void build() throws IOException {
    Path classes =
        Compiled.to(
            dir.resolve("classes"),
            """
            package h;
            public class Ask {
              public static void main(String[] names) throws Exception {
                for (String name : names) {
                  try {
                    System.out.println(Class.forName(name).getConstructor().newInstance());
                  } catch (ClassNotFoundException e) {
                    System.out.println("none: " + e.getMessage());
                    if (names.length == 1 && name.startsWith("java.")) {
                      throw e;
                    }
                  }
                }
                if (names.length > 0) {
                  return;
                }
                Thread other = new Thread(() -> System.out.println("in a thread"));
                other.start();
                other.join();
                System.out.println(
                    java.util.stream.Stream.of(3, 1, 2).sorted().map(i -> "berth " + i).toList()
                        + String.format(" %,.2f %tF", 1234.5, java.time.LocalDate.of(2026, 3, 14))
                        + java.text.MessageFormat.format(" {0} tides", 1234)
                        + " " + new String("Hafen".getBytes("UTF-16"), "UTF-16")
                        + " " + java.util.HexFormat.of().formatHex(
                            java.security.MessageDigest.getInstance("SHA-256").digest(new byte[1])));
                Tides tides = (Tides) java.lang.reflect.Proxy.newProxyInstance(
                    Ask.class.getClassLoader(), new Class<?>[] {Tides.class}, (p, m, a) -> "high");
                System.out.println(tides.next());
                System.out.println(new Berth("north", 3));
                try (var zip = new java.util.zip.GZIPOutputStream(new java.io.ByteArrayOutputStream())) {
                  zip.write(1);
                }
                throw new IllegalStateException("as planned");
              }
              interface Tides { String next(); }
              record Berth(String name, int depth) {}
            }
            """);
    app =
        new Jar()
            .manifest("Main-Class: h.Ask", "Implementation-Version: 1")
            .folder(classes)
            .write(dir.resolve("ask.jar"));
  }

  private static Path seal(String as, Object... more) {
    return seal("tight", as, List.of(more));
  }

  private static Path seal(String kind, String as, List<Object> more) {
    Stream<Object> words =
        Stream.of("seal", app, "--out", dir.resolve("out"), "--form", "folder", "--as", as);
    Object[] all =
        Stream.concat(Stream.concat(words, Stream.of("--runtime", kind)), more.stream()).toArray();
    Result made = Run.girdle(all).go();
    assertThat(made.status()).as(made.err()).isZero();
    return dir.resolve("out").resolve(as);
  }

  private static Result start(Path folder, Object... names) {
    Object[] words =
        Stream.concat(Stream.of(folder.resolve("bin/ask")), Stream.of(names)).toArray();
    return Run.of(words).with("PATH", "/nowhere").go();
  }

  static Stream<Path> homes() {
    return Stream.of(Path.of(System.getProperty("java.home")), NEWER)
        .filter(Files::isDirectory)
        .distinct();
  }

  @ParameterizedTest
  @MethodSource("homes")
  void itDoesTheSameAsTheWholeJava(Path home) throws IOException {
    Result plain = Run.of(home.resolve("bin/java"), "-jar", app).go();
    Path tight = seal("same", "--runtime-from", home, "--replace");
    Result run = start(tight);
    assertThat(run.out()).isEqualTo(plain.out()).contains("in a thread", "1,234 tides", "high");
    assertThat(run.err()).isEqualTo(plain.err()).contains("as planned", "Ask.java:");
    assertThat(run.status()).isEqualTo(plain.status());
    long size = Files.size(tight.resolve("runtime/lib/modules"));
    assertThat(size).isLessThan(Files.size(home.resolve("lib/modules")) / 2);
    assertThat(Run.girdle("check", tight).well().out()).contains("along, tight");
  }

  @Test
  void whatIsMissedIsToldAndCanBeMended() throws IOException {
    String missed = "java.util.concurrent.Phaser";
    Path tight = seal("missed");
    Result run = start(tight, missed, missed, "h.None");
    assertThat(run.out()).isEqualTo(("none: " + missed + "\n").repeat(2) + "none: h.None\n");
    // who copes with the absence has nobody to complain to
    assertThat(run.err()).isEmpty();
    Result fails = start(tight, missed);
    assertThat(fails.status()).isEqualTo(1);
    assertThat(fails.err())
        .containsOnlyOnce("made without the class " + missed)
        .contains("please report this to those who gave you the program", "--always " + missed)
        .containsPattern("and [0-9]+ more of its package");
    Path mended = seal("mended", "--always", missed);
    assertThat(start(mended, missed).out()).startsWith("java.util.concurrent.Phaser@");
    Path evidence = Files.writeString(dir.resolve("seen.txt"), "# by hand\n" + missed + "\n");
    Path seen = seal("seen", "--evidence", evidence);
    assertThat(start(seen, missed).out()).startsWith("java.util.concurrent.Phaser@");
  }

  @Test
  void aTightJavaThatFailsItsTrialIsNotCalledMade() {
    Object[] words = {
      "seal",
      app,
      "--out",
      dir.resolve("out"),
      "--form",
      "folder",
      "--as",
      "broken",
      "--runtime",
      "tight",
      "--never",
      "sun.security.provider.SHA2*"
    };
    Result broken = Run.girdle(words).go();
    assertThat(broken.status()).isEqualTo(1);
    assertThat(broken.err())
        .contains("does not do what the program asks for; nothing is sealed")
        .contains("  digests: ", "MessageDigest", "--runtime trimmed");
    assertThat(dir.resolve("out/broken")).doesNotExist();
  }

  @ParameterizedTest
  @ValueSource(strings = {"trimmed", "tight"})
  void languagesCharacterSetsAndProtocolsThatAreNamedGoAlong(String kind) throws IOException {
    Path classes =
        Compiled.to(
            dir.resolve("tongues" + kind),
            """
            package h;
            public class Tongues {
              public static void main(String[] names) throws Exception {
                System.out.println(java.util.Locale.GERMANY.getDisplayCountry(java.util.Locale.FRENCH)
                    + " " + new String(new byte[] {(byte) 0xc1}, "IBM037")
                    + " " + new java.net.URL("mailto:desk@ternhaven.example").getProtocol());
              }
            }
            """);
    Path jar =
        new Jar()
            .manifest("Main-Class: h.Tongues")
            .folder(classes)
            .write(dir.resolve(kind + "/tongues.jar"));
    Path out = dir.resolve("tongues-out" + kind);
    Run.girdle("seal", jar, "--out", out, "--form", "folder", "--as", "t", "--runtime", kind)
        .well();
    assertThat(Run.of(out.resolve("t/bin/tongues")).go().out()).isEqualTo("Allemagne A mailto\n");
  }

  @Test
  void filesForDevelopmentAreListedAndCanBeHad() {
    Path usual = seal("usual");
    String tool = "bin/keytool";
    assertThat(usual.resolve("runtime").resolve(tool)).doesNotExist();
    assertThat(Run.girdle("inspect", usual, "--files").well().out())
        .contains("Left out of Java ", "a tool that is started by hand")
        .contains("--always 'bin/*' keeps them");
    Path with = seal("with-tool", "--always", tool, "--replace");
    assertThat(with.resolve("runtime").resolve(tool)).isExecutable();
    Object[] none = {"seal", app, "--runtime", "trimmed", "--always", "lib/none.zip"};
    assertThat(Run.girdle(none).go().status()).isEqualTo(2);
  }

  @Test
  void everyClassOfJavaHasAReason() {
    List<String> request = List.of("--runtime", "tight");
    assertThat(explain("java.util.zip.GZIPOutputStream", request))
        .contains("is in. It comes with java.base")
        .contains("h.Ask.main, line 31, uses java.util.zip.GZIPOutputStream");
    assertThat(explain("java.lang.Module", request)).contains("libjvm.so looks up by name");
    assertThat(explain("java.util.concurrent.Phaser", request))
        .contains("is left out of java.base: nothing reaches it");
    assertThat(explain("java.util.concurrent.Phaser", List.of()))
        .contains("goes along with java.base");
    assertThat(explain("java.sql.Driver", request))
        .contains("is left out of java.sql", "the module java.sql stays behind");
  }

  private static String explain(String thing, List<String> more) {
    Object[] words = Stream.concat(Stream.of("explain", app, thing), more.stream()).toArray();
    return Run.girdle(words).well().out();
  }

  @Test
  void wordsThatFitNothingAreTold() throws IOException {
    Object[] words = {"seal", app, "--runtime", "tight", "--always", "java.util.Nothing"};
    Result none = Run.girdle(words).go();
    assertThat(none.status()).isEqualTo(2);
    assertThat(none.err()).contains("--always java.util.Nothing: no class");
    Path evidence = Files.writeString(dir.resolve("bad.txt"), "java.util.List\nsome words\n{\n");
    Result bad =
        Run.girdle("seal", app, "--form", "folder", "--runtime", "tight", "--evidence", evidence)
            .go();
    assertThat(bad.status()).isEqualTo(2);
    assertThat(bad.err()).contains("bad.txt:2: ", "some words", "bad.txt:3: ");
  }

  @Test
  void withoutDebugTablesItIsSmaller() throws IOException {
    Path with = seal("with", "--never", "jdk.localedata");
    Path without = seal("without", "--never", "jdk.localedata", "--without-debug-tables");
    assertThat(Files.size(without.resolve("runtime/lib/modules")))
        .isLessThan(Files.size(with.resolve("runtime/lib/modules")) * 9 / 10);
    assertThat(start(without, "java.util.List").err())
        .contains("NoSuchMethodException")
        .contains("java.lang.Class.getConstructor(Unknown Source)")
        .contains("Ask.java:");
  }

  @ParameterizedTest
  @MethodSource("homes")
  void aFastStartIsPreparedAndHarmlessIfItDoesNotFit(Path home) throws IOException {
    Path made = seal("fast", "--runtime-from", home, "--fast-start", "", "--replace");
    Path moved = Files.move(made, dir.resolve("moved " + home.getFileName()));
    String shared = "-Xlog:class+load:file=" + dir.resolve("loaded.txt");
    Result run =
        Run.of(moved.resolve("bin/ask")).with("PATH", "/no").with("ASK_JAVA_OPTS", shared).go();
    assertThat(run.out()).contains("in a thread");
    assertThat(Files.readString(dir.resolve("loaded.txt")))
        .contains("java.util.HashMap source: shared objects file");
    assertThat(run.err()).doesNotContain("warning").doesNotContain("[cds]");
    try (Stream<Path> jars = Files.list(moved.resolve("lib"))) {
      for (Path jar : jars.toList()) {
        Files.setLastModifiedTime(jar, FileTime.fromMillis(1_700_000_000_000L));
      }
    }
    assertThat(start(moved, "h.None").out()).isEqualTo("none: h.None\n");
    assertThat(start(moved, "h.None").err()).isEmpty();
    Files.writeString(moved.resolve("runtime/lib/fast-start.jsa"), "no such thing");
    assertThat(start(moved, "h.None").err()).isEmpty();
    assertThat(start(moved, "h.None").out()).isEqualTo("none: h.None\n");
  }

  @Test
  void aFastStartNeedsAJavaThatRunsHere() {
    Result host =
        Run.girdle("seal", app, "--form", "folder", "--fast-start", "", "--out", dir.resolve("no"))
            .go();
    assertThat(host.status()).isEqualTo(2);
    assertThat(host.err()).contains("only for a Java that goes along", "--runtime trimmed");
    assertThat(dir.resolve("no/ask-1")).doesNotExist();
  }

  @ParameterizedTest
  @ValueSource(strings = {"gzip", "xz", "zstd"})
  void oneFileCanBePackedInSeveralWays(String packing) throws IOException {
    String path = packing.equals("gzip") ? "/usr/bin:/bin" : "/usr/local/bin:/usr/bin:/bin";
    Path file = dir.resolve("out/ask-" + packing + ".run");
    Path plan = Files.createDirectories(dir.resolve("plan-" + packing)).resolve("girdle.yaml");
    Files.writeString(
        plan,
        "girdle: 1\napplication:\n  from: ../ask.jar\ncontents:\n  never: [jdk.localedata]\nruntime: trimmed\n"
            + "forms:\n- form: executable\n  packing: "
            + packing
            + "\n  compression: 1\n  as: ask-"
            + packing
            + ".run\nout: ../out\n");
    Run.girdle("seal", plan).well();
    assertThat(Run.girdle("inspect", file).well().out()).contains("an executable made by Girdle");
    assertThat(Run.girdle("check", file).well().out()).contains("Nothing has to be mended");
    Path cache = dir.resolve("cache-" + packing);
    Result without =
        Run.of("/bin/sh", file, "h.None")
            .with("PATH", bare(packing).toString())
            .with("ASK_UNPACK_DIR", cache.toString())
            .go();
    if (!packing.equals("gzip")) {
      assertThat(without.err())
          .isEqualTo(
              "ask: this file is compressed with "
                  + packing
                  + ", and there is none here; install it, or ask for a file that is compressed"
                  + " with gzip\n");
      assertThat(without.status()).isEqualTo(126);
    }
    assumeTrue(
        Stream.of("/usr/local/bin/", "/usr/bin/", "/bin/")
            .anyMatch(f -> Files.isExecutable(Path.of(f + packing))),
        "there is no " + packing + " on this machine");
    Result run =
        Run.of(file, "h.None").with("PATH", path).with("ASK_UNPACK_DIR", cache.toString()).go();
    assertThat(run.out()).as(run.err()).isEqualTo("none: h.None\n");
  }

  /** A folder with what the head needs, and no program that unpacks. */
  private static Path bare(String packing) throws IOException {
    Path bin = Files.createDirectories(dir.resolve("bin-" + packing));
    for (String tool : List.of("sh", "tar", "tail", "ls", "id", "mkdir", "mv", "rm", "wc", "cat")) {
      Path real = Path.of("/bin", tool);
      if (Files.exists(real)) {
        Files.createSymbolicLink(bin.resolve(tool), real.toRealPath());
      }
    }
    return bin;
  }

  @ParameterizedTest
  @ValueSource(strings = {"trimmed", "tight"})
  void theJavaOfAnotherProcessorIsCutDownHere(String kind) throws IOException {
    assumeTrue(
        Files.isDirectory(OTHER) && Files.isExecutable(Path.of("/usr/bin/qemu-aarch64")),
        "there is no Java for arm64 here, or no qemu-user to run it");
    Path folder =
        seal(
            kind,
            "arm-" + kind,
            List.of("--runtime-from", OTHER, "--target", "linux-arm64", "--fast-start", ""));
    assertThat(folder.resolve("runtime/lib/fast-start.jsa")).doesNotExist();
    assertThat(folder.resolve("bin/ask.cmd")).doesNotExist();
    Path root = OTHER.getParent().getParent().getParent().getParent();
    Result run =
        Run.of(
                "/usr/bin/qemu-aarch64",
                "-L",
                root,
                folder.resolve("runtime/bin/java"),
                "-cp",
                folder.resolve("lib/ask.jar"),
                "h.Ask")
            .go();
    assertThat(run.out()).as(run.err()).isEqualTo(Run.of(Run.JAVA, "-jar", app).go().out());
  }
}
