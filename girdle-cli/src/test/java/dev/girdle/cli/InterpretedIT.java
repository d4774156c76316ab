package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.fasterxml.jackson.databind.JsonNode;
import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Programs in languages that nobody here reads, known by their runs. */
class InterpretedIT {
  private static final String COMMAND = "tides=perl -w tides.pl";

  @TempDir Path temporary;
  private Path dir;
  private Path app;

  @BeforeEach
  void program() throws IOException {
    assumeTrue(
        Run.has("perl")
            && Files.isExecutable(Path.of("/usr/bin/perl"))
            && Run.has("strace")
            && Run.of("strace", "-f", "-o", "/dev/null", "/bin/true").go().status() == 0,
        "skipped: needs perl, and strace that may watch");
    dir = temporary.toRealPath();
    app = Files.createDirectories(dir.resolve("tides"));
    Files.writeString(
        app.resolve("tides.pl"),
        """
        use strict;
        use FindBin;
        use POSIX qw(floor);
        use Encode;
        my $out = shift // 'tides.svg';
        open my $in, '<', 'water.csv' or die "no water: $!\\n"; # from where it is started
        my @all = map { chomp; $_ } <$in>;
        my $line = `/bin/sort -rn "$FindBin::Bin/water.csv" | head -n 1`;
        chomp $line;
        my $told = `"$FindBin::Bin/tell" $line`;
        open my $to, '>', $out or die "cannot write: $!\\n";
        printf $to "<svg><!-- %d readings, highest %s --></svg>\\n", scalar @all, $told =~ s/\\s+$//r;
        close $to;
        print floor(3.7), ' ', length(decode('UTF-8', "H\\xc3\\xa4fen")), " $told";
        """);
    Path tell = app.resolve("tell");
    Files.writeString(
        tell, "#!/usr/bin/perl\nuse File::Basename; print basename('x/' . shift), \"\\n\";\n");
    assertThat(tell.toFile().setExecutable(true)).isTrue();
    Files.writeString(app.resolve("water.csv"), "1.2\n3.8\n2.4\n");
    Files.writeString(app.resolve("unused.txt"), "no run opens this\n");
  }

  private Result girdle(Object... words) {
    return Run.girdle(words).in(dir).go();
  }

  private Path sealed(String out) throws IOException {
    try (Stream<Path> made = Files.list(dir.resolve(out))) {
      return made.findFirst().orElseThrow();
    }
  }

  @Test
  void whatARunOpensGoesAlongAndAStrangerCanRunIt() throws IOException {
    String survey = girdle("survey", app, "--entry", COMMAND).out();
    assertThat(survey)
        .contains("tides, an interpreted application", "a command for /usr/bin/perl")
        .contains("what its runs are seen to use");
    Path work = Files.createDirectories(dir.resolve("work"));
    Files.copy(app.resolve("water.csv"), work.resolve("water.csv"));
    String wanted = Run.of("perl", "-w", app.resolve("tides.pl")).in(work).well().out();
    assertThat(wanted).isEqualTo("3 5 3.8\n");
    String figure = Files.readString(work.resolve("tides.svg"));

    for (String level : List.of("components", "files")) {
      Result made =
          girdle(
              "seal", app, "--entry", COMMAND, "--prune", level, "--form", "folder", "--out",
              level);
      assertThat(made.status()).as(made.err()).isZero();
      assertThat(made.out()).contains("what it needs is known by the run start alone");
      Path moved = Files.move(sealed(level), dir.resolve("else where " + level));
      Path elsewhere = Files.createDirectories(dir.resolve("work-" + level));
      // it finds its reading where it is started in nothing
      assertThat(Run.of(moved.resolve("bin/tides")).in(elsewhere).well().out()).isEqualTo(wanted);
      assertThat(elsewhere.resolve("tides.svg")).hasContent(figure);
      assertThat(girdle("check", moved).status()).isZero();
      if (Run.has("busybox") && Run.of("unshare", "-m", "true").go().status() == 0) {
        assertThat(girdle("rehearse", moved).out())
            .contains("A stranger can run it", "nothing else of this system");
      }
    }
    assertThat(dir.resolve("else where components/app/unused.txt")).exists();
    assertThat(dir.resolve("else where files/app/unused.txt")).doesNotExist();
    assertThat(dir.resolve("else where files/app/water.csv")).exists();
    String explained =
        girdle("explain", app, "/usr/bin/sort", "--entry", COMMAND, "--prune", "files").out();
    assertThat(explained).contains("the run start was seen to use /usr/bin/sort");
    assertThat(girdle("explain", app, "unused.txt", "--entry", COMMAND, "--prune", "files").out())
        .contains("is left out of tides");
  }

  @Test
  void whatWasWrittenDownGivesTheSameBytesAndNothingIsRun() throws IOException {
    Path seen = dir.resolve("seen.jsonl");
    JsonNode told =
        JsonIT.valid(
            "watch", girdle("watch", app, "--entry", COMMAND, "--to", "seen.jsonl", "--json"));
    assertThat(told.at("/runs/0/name").asText()).isEqualTo("start");
    assertThat(told.at("/runs/0/own").asInt()).isEqualTo(3);
    assertThat(told.at("/runs/0/started").toString()).contains("/usr/bin/perl", "/bin/sort");
    assertThat(Files.readString(seen))
        .contains("{\"saw\":\"content\",\"name\":\"water.csv\",\"from\":\"start\"}")
        .doesNotContain(dir.toString());
    String first = Files.readString(seen);
    girdle("watch", app, "--entry", COMMAND, "--to", "seen.jsonl");
    assertThat(seen).hasContent(first);

    girdle("seal", app, "--entry", COMMAND, "--form", "zip", "--out", "a");
    // the program cannot be run any more, and nobody asks it to
    girdle("seal", app, "--entry", COMMAND, "--form", "zip", "--out", "b", "--evidence", seen);
    assertThat(sealed("b")).hasSameBinaryContentAs(sealed("a"));
  }

  @Test
  void nothingIsRunThatIsNotNamedAndNothingIsMadeOfARunThatFails() throws IOException {
    Path ran = dir.resolve("ran");
    Files.writeString(
        app.resolve("go"), "#!/usr/bin/perl\nopen my $x, '>', '" + ran + "'; exit 3;\n");
    assertThat(app.resolve("go").toFile().setExecutable(true)).isTrue();
    Result unnamed = girdle("seal", app, "--out", "none");
    assertThat(unnamed.status()).isEqualTo(2);
    assertThat(unnamed.err()).contains("--entry go", "a script that is run by /usr/bin/perl");
    assertThat(ran).doesNotExist();

    Result failed = girdle("seal", app, "--entry", "go", "--out", "none");
    assertThat(failed.status()).isNotZero();
    assertThat(failed.err()).contains("the run start: it ended with 3 in place of 0");
    assertThat(ran).exists();
    assertThat(dir.resolve("none")).doesNotExist();
    assertThat(girdle("seal", app, "--entry", "pearl tides.pl", "--language", "interpreted").err())
        .contains("no program of this machine is called so");
    assertThat(girdle("seal", app, "--entry", "perl tides.pl", "--runtime", "trimmed").status())
        .isEqualTo(2);
    assertThat(girdle("seal", app, "--entry", "perl tides.pl", "--target", "windows-x64").err())
        .contains("not on windows-x64");
  }

  @Test
  void whatIsSomebodysOwnStaysBehindAndIsTold() throws IOException {
    Path home = Files.createDirectories(dir.resolve("home"));
    Path own = Files.writeString(home.resolve("secret.pm"), "package secret; 1;\n");
    Files.writeString(
        app.resolve("tides.pl"), "use lib '" + home + "'; use secret; print 'well';\n");
    Path seen = dir.resolve("seen.jsonl");
    girdle("watch", app, "--entry", COMMAND, "--to", "seen.jsonl");
    // where tests lie themselves nothing counts, so it is said to lie in a home
    Files.writeString(
        seen,
        Files.readString(seen)
            + "{\"saw\":\"file\",\"name\":\"/home/ann/secret.pm\",\"from\":\"start\"}\n");
    Result closure = girdle("closure", app, "--entry", COMMAND, "--evidence", seen);
    assertThat(closure.out()).contains("stays behind: /home/ann/secret.pm", "--with FILE");
    assertThat(own).exists();
  }

  @Test
  void aPlanSaysWhatItHasToDoAndADraftSaysWhatToSay() throws IOException {
    Result draft = girdle("draft", app, "--entry", COMMAND, "--to", "girdle.yaml");
    assertThat(draft.status()).as(draft.err()).isZero();
    String plan = Files.readString(dir.resolve("girdle.yaml"));
    assertThat(plan).contains("start: \"perl -w tides.pl\"", "prune: components", "rehearsals:");
    Files.writeString(
        dir.resolve("girdle.yaml"),
        plan.replace("arguments: []", "arguments: [other.svg]")
            .replace("  start:\n", "  figure:\n"));
    Result made = girdle("seal");
    assertThat(made.status()).as(made.err()).isZero();
    assertThat(made.out()).contains("known by the run figure alone");
    assertThat(dir.resolve("other.svg")).doesNotExist(); // it ran in a place of its own
    assertThat(app.resolve("other.svg")).doesNotExist();
    if (Run.has("busybox") && Run.of("unshare", "-m", "true").go().status() == 0) {
      assertThat(girdle("rehearse", sealed("sealed"), "--plan", "girdle.yaml").out())
          .contains("figure  other.svg", "was run beside it, to compare", "A stranger can run it");
    }
  }

  @Test
  void inAnImageItFindsItsShell() throws IOException {
    assumeTrue(Run.of("unshare", "-m", "true").go().status() == 0, "skipped: needs namespaces");
    Path plan = dir.resolve("girdle.yaml");
    Files.writeString(
        plan,
        """
        girdle: 1
        application: {from: tides}
        entries: {tides: {start: "perl -w tides.pl"}}
        rehearsals: {figure: {prints: ["3 5 3.8"]}}
        forms: [image]
        image: {folder: /work, volumes: [/work]}
        """);
    Result made = girdle("seal", "--out", "images");
    assertThat(made.status()).as(made.err()).isZero();
    assertThat(girdle("rehearse", sealed("images"), "--plan", plan).out())
        .contains("A stranger can run it");
  }
}
