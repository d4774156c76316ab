package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.fasterxml.jackson.databind.JsonNode;
import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Runs of artifacts as on a stranger's machine. */
class RehearseIT {
  private static final String HIDDEN = "in a root of its own";
  private static final List<String> PAGE = List.of("north-quay", "2026-03-14");

  @TempDir static Path dir;
  private static Path demo;
  private static Path app;
  private static Path sealed;

  @BeforeAll
  static void prepare() throws IOException {
    demo = dir.resolve("demo");
    Run.girdle("demo", demo).well();
    Path classes =
        Compiled.to(
            dir.resolve("classes"),
            """
            package h;
            import java.nio.file.*;
            public class Look {
              public static void main(String[] a) throws Exception {
                switch (a[0]) {
                  case "read" -> System.out.println(Files.readString(Path.of(a[1])));
                  case "exists" -> System.out.println(Files.exists(Path.of(a[1])));
                  case "warn" -> {
                    if (!Files.exists(Path.of(a[1]))) {
                      System.err.println("12:04:05 WARN chart: none in " + a[1]);
                    }
                    System.err.println(System.nanoTime() + " ERROR as always");
                  }
                  case "make" -> Files.writeString(
                      Path.of(Files.exists(Path.of(a[1])) ? "chart-1.txt" : "none-1.txt"), "x");
                  case "class" -> Class.forName(a[1]);
                  case "library" -> System.loadLibrary(a[1]);
                  case "environment" -> System.out.println(System.getenv());
                  case "input" -> System.out.println("said " + new String(System.in.readAllBytes()));
                  case "wait" -> Thread.sleep(100_000);
                  case "write" -> Files.writeString(Path.of(a[1]), "mine");
                  case "serve" -> {
                    Runtime.getRuntime().addShutdownHook(new Thread(() -> System.out.println("bye")));
                    try (var socket = new java.net.ServerSocket(Integer.parseInt(a[1]))) {
                      System.out.println("ready at the quay");
                      while (true) {
                        socket.accept().close();
                      }
                    }
                  }
                  case "interfaces" -> System.out.println(
                      java.util.Collections.list(java.net.NetworkInterface.getNetworkInterfaces()));
                  default -> System.exit(7);
                }
              }
            }
            """);
    app =
        new Jar()
            .manifest("Main-Class: h.Look", "Implementation-Version: 1")
            .folder(classes)
            .write(dir.resolve("look.jar"));
    Run.girdle("seal", app, "--form", "folder", "--as", "look", "--out", dir.resolve("out")).well();
    sealed = dir.resolve("out/look");
    Result first = look("exists", "/");
    assumeTrue(first.out().contains(HIDDEN), "this machine gives no namespaces");
  }

  private static Result look(Object... arguments) {
    return rehearse(sealed, List.of(), arguments);
  }

  private static Result rehearse(Path artifact, List<Object> options, Object... arguments) {
    List<Object> words = new ArrayList<>(List.of("rehearse", artifact));
    words.addAll(options);
    words.add("--");
    words.addAll(List.of(arguments));
    return Run.girdle(words.toArray()).with("PATH", "/usr/sbin:/usr/bin:/sbin:/bin").go();
  }

  private static void seal(List<Object> words, Object... more) {
    Run.girdle(Stream.concat(words.stream(), Stream.of(more)).toArray()).well();
  }

  @ParameterizedTest
  @ValueSource(strings = {"folder", "zip", "tgz", "archive", "executable"})
  void whateverItsFormItIsBroughtThereAndStarted(String form) {
    Path out = dir.resolve("forms");
    Run.girdle("seal", demo, "--form", form, "--as", "it-" + form, "--out", out).well();
    Result run =
        rehearse(
            out.resolve("it-" + form),
            List.of("--expect", "page sum 4c2a9646", "--no-network"),
            PAGE.toArray());
    assertThat(run.status()).as(run.out() + run.err()).isZero();
    assertThat(run.out())
        .contains("tidebook 1.4.0, rehearsed " + HIDDEN)
        .contains("It brings no runtime; the machine was given Java ")
        .contains("A stranger can run it: " + out.resolve("it-" + form));
  }

  @Test
  void nothingOfThisMachineIsThere() throws IOException {
    Path secret = Files.writeString(dir.resolve("secret.txt"), "of the builder");
    Result run = look("read", secret);
    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains("it ended with 1 in place of 0")
        .contains("the file " + secret + " is not in the artifact")
        .contains("- from: " + secret)
        .contains("A stranger cannot run it");
    for (Object hidden :
        List.of(app, System.getProperty("user.home") + "/.m2", Path.of("").toAbsolutePath())) {
      assertThat(rehearse(sealed, List.of("--expect", "false"), "exists", hidden).status())
          .as(hidden.toString())
          .isZero();
    }
    for (String tool : List.of("/usr/bin/javac", "/usr/bin/mvn", "/usr/bin/gcc")) {
      assertThat(
              rehearse(sealed, List.of("--expect", "No such file or directory"), "read", tool)
                  .out())
          .doesNotContain("of the builder");
    }
    assertThat(
            Run.girdle("rehearse", sealed, "--expect", "HOME=/home/stranger", "--", "environment")
                .with("PATH", "/usr/sbin:/usr/bin:/sbin:/bin")
                .with("BUILDERS_TOKEN", "hush")
                .well()
                .out())
        .doesNotContain("hush");
    Path written = dir.resolve("written.txt");
    look("write", written);
    look("write", "/home/stranger/look/lib/look.jar");
    assertThat(written).doesNotExist();
    assertThat(Run.girdle("check", sealed).with("PATH", "/usr/bin").well().out())
        .contains("Nothing has to be mended");
    assertThat(rehearse(sealed, List.of("--no-network"), "interfaces").out())
        .contains("A stranger can run it");
  }

  @Test
  void whatIsReadFromOutsideOfTheArtifactIsTold() throws IOException {
    assumeTrue(Files.isExecutable(Path.of("/usr/bin/strace")), "there is no strace here");
    Result etc = look("read", "/etc/debian_version");
    assumeTrue(etc.status() == 0, "no such file on this system");
    assertThat(etc.out())
        .contains(
            "/etc/debian_version is outside of the artifact, and was read; it does not travel");
    Path here = Files.writeString(dir.resolve("here.txt"), "x");
    assertThat(look("read", here).out())
        .contains(here + " is on this machine and was looked for; it does not travel");
  }

  @Test
  void whatIsMissingIsTracedAndCanBeMended() throws IOException {
    assertThat(look("class", "h.None").out())
        .contains("the class h.None is in no component that was handed over")
        .contains("it said: Exception in thread \"main\" java.lang.ClassNotFoundException: h.None")
        .contains("with: [what has h.None]");
    assertThat(look("library", "tides").out())
        .contains("the native library tides is not in the artifact");
    Path spare = Compiled.to(dir.resolve("spare"), "package s.t; public class Spare {}");
    Path both = Files.createDirectories(dir.resolve("both"));
    Files.copy(app, both.resolve("look.jar"));
    new Jar().folder(spare).write(both.resolve("spare.jar"));
    Files.writeString(both.resolve("berths.txt"), "north");
    List<Object> seal =
        List.of("seal", both, "--entry", "h.Look", "--form", "folder", "--out", dir);
    seal(seal, "--as", "without");
    Result without = rehearse(dir.resolve("without"), List.of(), "class", "s.t.Spare");
    assertThat(without.out())
        .contains(
            "the class s.t.Spare lies in spare.jar, left out: nothing in the closure needs it")
        .contains("always: [s.t.Spare]");
    assertThat(rehearse(dir.resolve("without"), List.of(), "read", "berths.txt").out())
        .contains(
            "the file berths.txt lies beside the program and did not go in: survey: other file")
        .contains("- from: berths.txt");
    seal(seal, "--as", "with", "--always", "s.t.Spare");
    assertThat(rehearse(dir.resolve("with"), List.of(), "class", "s.t.Spare").status()).isZero();
    Path out = dir.resolve("small");
    Run.girdle(
            "seal",
            app,
            "--form",
            "folder",
            "--runtime",
            "trimmed",
            "--never",
            "jdk.localedata",
            "--as",
            "small",
            "--out",
            out)
        .well();
    assertThat(rehearse(out.resolve("small"), List.of(), "class", "java.sql.Driver").out())
        .contains("the class java.sql.Driver is in the module java.sql of Java, which nothing was")
        .contains("always: [java.sql]")
        .doesNotContain("It brings no runtime");
  }

  @Test
  void expectationsTimeAndInputCount() throws IOException {
    assertThat(look("other").out()).contains("it ended with 7 in place of 0");
    assertThat(rehearse(sealed, List.of("--expect-status", "7"), "other").status()).isZero();
    Path input = Files.writeString(dir.resolve("input.txt"), "low water");
    Path output = Files.writeString(dir.resolve("expected.txt"), "said low water\n");
    List<Object> both = List.of("--input", input, "--expect-output", output);
    assertThat(rehearse(sealed, both, "input").status()).isZero();
    assertThat(rehearse(sealed, List.of("--expect-output", output), "input").out())
        .contains("its output differs from " + output);
    Result late = rehearse(sealed, List.of("--time", "2"), "wait");
    assertThat(late.status()).isEqualTo(1);
    assertThat(late.out()).contains("it did not end within 2 s");
    assertThat(rehearse(sealed, List.of("--input", dir.resolve("no")), "input").status())
        .isEqualTo(2);
    assertThat(rehearse(app, List.of()).err()).contains("was not made by Girdle");
  }

  @Test
  void theApplicationThatIsNotSealedDoesTheSame() throws IOException {
    Path folder = demo.resolve("sealed/tidebook-1.4.0");
    assertThat(rehearse(folder, List.of("--against", demo), PAGE.toArray()).status()).isZero();
    assertThat(rehearse(folder, List.of("--against", demo), "no-such-quay", "2026-03-14").status())
        .isZero();
    Path here = Files.writeString(dir.resolve("on this machine.txt"), "x");
    Result differs = rehearse(sealed, List.of("--against", app), "exists", here);
    assertThat(differs.status()).isEqualTo(1);
    assertThat(differs.out())
        .contains("its output differs from that of the original")
        .contains("line 1 is \"false\" in place of \"true\"");
    assertThat(rehearse(sealed, List.of("--against", app), "warn", here).out())
        .contains("it warns where the original does not: 12:04:05 WARN chart: none in " + here)
        .doesNotContain("more lines)");
    assertThat(rehearse(sealed, List.of("--against", app), "make", here).out())
        .contains("the files it makes differ: it makes none-#.txt")
        .contains("the original makes chart-#.txt, it does not");
    assertThat(rehearse(sealed, List.of("--against", app), "make", "/none").status()).isZero();
    assertThat(rehearse(sealed, List.of("--against", dir.resolve("no")), "exists", "/").status())
        .isEqualTo(2);
  }

  @Test
  void aPlanNamesWhatItIsHeldAgainst() throws IOException {
    Path here = Files.writeString(dir.resolve("planned.txt"), "x");
    Path plan =
        Files.writeString(
            dir.resolve("girdle.yaml"),
            "girdle: 1\napplication:\n  from: look.jar\nrehearsals:\n  look:\n    arguments: [exists, "
                + here
                + "]\n");
    Result differs = rehearse(sealed, List.of("--plan", plan));
    assertThat(differs.status()).isEqualTo(1);
    assertThat(differs.out()).contains("its output differs from that of the original");
    Files.delete(here);
    Result same = rehearse(sealed, List.of("--plan", plan));
    assertThat(same.status()).isZero();
    assertThat(same.out()).contains("as it was handed over was run beside it");
  }

  @Test
  void aServiceIsGoodOnceItIsUp() {
    assertThat(rehearse(sealed, List.of("--stays-up", "ready at"), "serve", "18431").status())
        .isZero();
    assertThat(rehearse(sealed, List.of("--stays-up", "18432"), "serve", "18432").status())
        .isZero();
    Result cut = rehearse(sealed, List.of("--stays-up", "18434", "--no-network"), "serve", "18434");
    assertThat(cut.status()).isEqualTo(2);
    assertThat(cut.err()).contains("cannot be asked whether its port 18434 answers");
    Result ended = rehearse(sealed, List.of("--stays-up", "never said"), "exists", "/");
    assertThat(ended.status()).isEqualTo(1);
    assertThat(ended.out()).contains("it ended with 0 before it was up");
    Result quiet =
        rehearse(sealed, List.of("--stays-up", "never said", "--time", "2"), "serve", "18433");
    assertThat(quiet.out()).contains("it did not print \"never said\" within 2 s");
  }

  /** Every file of the demo's folder is there for a reason that somebody notices. */
  @Test
  void everyLossIsNoticed() throws IOException {
    Path folder = demo.resolve("sealed/tidebook-1.4.0");
    List<Path> files;
    try (Stream<Path> all = Files.walk(folder)) {
      files = all.filter(Files::isRegularFile).map(folder::relativize).sorted().toList();
    }
    int needed = 0;
    for (Path lost : files) {
      if (lost.toString().equals("girdle-record.json")) {
        continue; // without it, it is no artifact
      }
      Path away = dir.resolve("lost");
      Files.move(folder.resolve(lost), away);
      try {
        assertThat(Run.girdle("check", folder).with("PATH", "/usr/bin:/bin").go().out())
            .as(lost.toString())
            .contains(lost.toString());
        if (lost.startsWith("lib")) {
          Result run = rehearse(folder, List.of("--expect", "page sum 4c2a9646"), PAGE.toArray());
          assertThat(run.out()).contains("the artifact has lost its file " + lost);
          // without a logger's provider, it is only less talkative
          boolean isNeeded = !lost.toString().contains("slf4j-simple");
          assertThat(run.status()).as(lost.toString()).isEqualTo(isNeeded ? 1 : 0);
          needed += run.status();
        }
      } finally {
        Files.move(away, folder.resolve(lost));
      }
    }
    assertThat(needed).isGreaterThan(4);
  }

  @Test
  void evidenceAddsUpAndTheClosureIsHeldAgainstIt() throws IOException {
    Path folder = demo.resolve("sealed/tidebook-1.4.0");
    Path seen = dir.resolve("seen.jsonl");
    for (int i = 0; i < 2; i++) {
      Result run = rehearse(folder, List.of("--evidence", seen), PAGE.toArray());
      assertThat(run.status()).as(run.err()).isZero();
    }
    assertThat(Files.readAllLines(seen))
        .contains(
            "{\"saw\":\"class\",\"name\":\"org.ternhaven.tidebook.TideBook\",\"from\":\"lib/tidebook.jar\"}")
        .anyMatch(l -> l.startsWith("{\"saw\":\"rehearsal\",\"name\":\"start\""))
        .doesNotHaveDuplicates();
    for (String prune : List.of("components", "classes")) {
      JsonNode closure =
          JsonIT.valid(
              "closure",
              Run.girdle("closure", demo, "--prune", prune, "--evidence", seen, "--json").well());
      assertThat(closure.at("/seen/foreseen").asInt()).isGreaterThan(40);
      assertThat(closure.at("/seen/missed")).isEmpty();
      assertThat(closure.at("/seen/quiet")).isNotEmpty();
    }
    Path more = Files.writeString(dir.resolve("more.txt"), "org.apache.commons.math3.util.Pair\n");
    Result with = Run.girdle("closure", demo, "--evidence", seen, "--evidence", more).well();
    assertThat(with.out())
        .contains("1 of them not foreseen", "org.apache.commons.math3.util.Pair of ")
        .contains("a rehearsal was seen to use org.apache.commons.math3.util.Pair");
  }

  @Test
  void whatIsQuietStaysBehindOnTheUsersWordOnly() throws IOException {
    Path folder = demo.resolve("sealed/tidebook-1.4.0");
    Path seen = dir.resolve("quiet.jsonl");
    rehearse(folder, List.of("--evidence", seen, "--plan", demo));
    Path out = dir.resolve("quiet");
    Result made =
        Run.girdle(
                "seal", demo, "--form", "folder", "--never-quiet", "--evidence", seen, "--out", out)
            .with("PATH", "/usr/bin:/bin")
            .go();
    assertThat(made.status()).as(made.err()).isZero();
    Path quiet = out.resolve("tidebook-1.4.0");
    assertThat(Files.size(quiet.resolve("lib/commons-codec-1.17.2.jar")))
        .isLessThan(Files.size(folder.resolve("lib/commons-codec-1.17.2.jar")) / 2);
    assertThat(Run.girdle("inspect", quiet, "--json").well().out())
        .contains("quiet: never seen in use, left out by --never-quiet");
    // evidence of half of it: the rehearsal says so, and nothing is made
    Path half = dir.resolve("half.txt");
    Files.writeString(half, "org.ternhaven.tidebook.TideBook\n");
    Path none = dir.resolve("none");
    Result refused =
        Run.girdle(
                "seal",
                demo,
                "--form",
                "folder",
                "--never-quiet",
                "--evidence",
                half,
                "--out",
                none)
            .with("PATH", "/usr/bin:/bin")
            .go();
    assertThat(refused.status()).isEqualTo(1);
    assertThat(refused.err())
        .contains("the rehearsal page-of-a-day failed")
        .contains("was left out: quiet: never seen in use", "always: [org.ternhaven.");
    assertThat(none.resolve("tidebook-1.4.0")).doesNotExist();
    assertThat(Run.girdle("seal", demo, "--never-quiet", "--out", none).go().err())
        .contains("--never-quiet needs evidence of what is in use");
  }

  @Test
  void whatFailsItsRehearsalsDoesNotGetToItsPlace() throws IOException {
    Path plan = dir.resolve("girdle.yaml");
    String text =
        "girdle: 1\napplication:\n  from: look.jar\nforms: [folder, archive]\nout: gate\nrehearsals:\n"
            + "  looks:\n    arguments: [exists, /]\n    prints: 'true'\n";
    Files.writeString(plan, text);
    Result good = Run.girdle("seal", plan, "--rehearse").with("PATH", "/usr/bin:/bin").well();
    assertThat(good.out()).contains("rehearsed " + HIDDEN).contains(": looks");
    Files.writeString(plan, text + "  fails:\n    arguments: [class, h.None]\n");
    Path out = dir.resolve("closed");
    Result bad =
        Run.girdle("seal", plan, "--rehearse", "--out", out).with("PATH", "/usr/bin:/bin").go();
    assertThat(bad.status()).isEqualTo(1);
    assertThat(bad.err())
        .contains("the rehearsal fails failed: it ended with 1 in place of 0")
        .contains("the class h.None is in no component that was handed over");
    try (Stream<Path> made = Files.list(out)) {
      assertThat(made).isEmpty();
    }
    Files.writeString(plan, text + "  wrong:\n    matches: '('\n");
    assertThat(Run.girdle("rehearse", sealed, "--plan", plan).go().err())
        .contains("girdle.yaml:11:14: is no regular expression");
    JsonNode json =
        JsonIT.valid(
            "rehearse",
            Run.girdle("rehearse", sealed, "--json", "--", "exists", "/")
                .with("PATH", "/usr/bin:/bin")
                .well());
    assertThat(json.at("/rehearsals/0/hiding").asText()).isEqualTo("namespaces");
    assertThat(json.at("/rehearsals/0/seen").size()).isGreaterThan(100);
  }

  @Test
  void withoutNamespacesItSaysSo() {
    Result run =
        Run.girdle("rehearse", sealed, "--", "exists", "/").with("PATH", "/nowhere").well();
    assertThat(run.out())
        .contains("with a fresh home and an empty environment only")
        .contains("could still be found");
    Result bare = Run.girdle("rehearse", sealed, "--bare").with("PATH", "/nowhere").go();
    assertThat(bare.status()).isEqualTo(3);
    assertThat(bare.err()).contains("gives no namespaces");
  }
}
