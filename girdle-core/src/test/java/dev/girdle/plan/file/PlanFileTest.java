package dev.girdle.plan.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.app.Target;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.ArchiveKind;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.FormRequest;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.plan.Rehearsal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlanFileTest {
  private static final String HEAD = "girdle: 1\napplication:\n  from: app\n";

  @TempDir Path dir;

  @BeforeEach
  void application() throws IOException {
    Files.createDirectories(dir.resolve("app"));
    Files.createDirectories(dir.resolve("more/deep"));
    Files.writeString(dir.resolve("more/b.jar"), "b");
    Files.writeString(dir.resolve("more/a.jar"), "a");
    Files.writeString(dir.resolve("more/deep/c.jar"), "c");
  }

  private Plan read(String text, String... environment) throws IOException {
    Path file = Files.writeString(dir.resolve("girdle.yaml"), text);
    Map<String, String> variables =
        environment.length == 0 ? Map.of() : Map.of(environment[0], environment[1]);
    return PlanFile.read(file, variables);
  }

  private List<String> problems(String text) throws IOException {
    try {
      read(text);
      throw new AssertionError("nothing is wrong with it");
    } catch (GirdleException e) {
      assertThat(e.fault().exitStatus()).isEqualTo(2);
      return e.lines().stream()
          .filter(l -> l.contains("girdle.yaml:") && l.startsWith("  "))
          .map(l -> l.substring(l.indexOf("girdle.yaml:") + "girdle.yaml:".length()))
          .toList();
    }
  }

  @Test
  void readsAllThatAPlanCanSay() throws IOException {
    Plan plan =
        read(
            """
            girdle: 1
            application:
              from: app
              with: [more/*.jar]
              repositories: ["https://depot.ternhaven.example/"]
              offline: true
            identity:
              name: tidebook
              title: Tide Book
              release: 1.10
              vendor: Harbour office
              identifier: org.ternhaven.tidebook
              homepage: https://ternhaven.example
              licence: Apache-2.0
              icon: [more/a.jar]
            entries:
              main:
                start: org.ternhaven.Main
                arguments: [--depth, 3, true]
                options: [-Xmx1g]
                environment: {HARBOUR: north}
                window: true
              load: {start: org.ternhaven.Load}
            contents:
              prune: classes
              always: [org.ternhaven.**]
              never:
                - what: old-library
                  note: the old forecast used it
              missing-ok: [radio.**]
              files:
                - {from: more/*.jar, to: doc}
                - {from: more/deep, to: deep/}
                - {from: more/a.jar, to: manual.jar}
            runtime: host
            targets: [linux-x64, windows-x64]
            forms:
              - folder
              - {form: archive, kind: merged, as: "{name}-all.jar", compression: 9}
            out: made
            """);
    assertThat(plan.source().app()).isEqualTo(dir.resolve("app"));
    assertThat(plan.source().with())
        .containsExactly(dir.resolve("more/a.jar"), dir.resolve("more/b.jar"));
    assertThat(plan.source().declared().offline()).isTrue();
    assertThat(plan.source().release()).contains("1.10");
    assertThat(plan.source().entries()).extracting("label").containsExactly("main", "load");
    assertThat(plan.source().entries().get(0).arguments()).containsExactly("--depth", "3", "true");
    assertThat(plan.source().entries().get(0).environment()).containsEntry("HARBOUR", "north");
    assertThat(plan.source().entries().get(0).opensWindow()).isTrue();
    assertThat(plan.choice().prune()).isEqualTo(Prune.CLASSES);
    assertThat(plan.choice().never())
        .extracting(NamePattern::reason)
        .containsExactly("old-library (the old forecast used it)");
    assertThat(plan.choice().target()).isEmpty();
    assertThat(plan.files())
        .extracting("to")
        .containsExactly("doc/a.jar", "doc/b.jar", "deep", "manual.jar");
    assertThat(plan.output().targets())
        .extracting(Target::text)
        .containsExactly("linux-x64", "windows-x64");
    assertThat(plan.output().forms())
        .containsExactly(
            FormRequest.of(FormKind.FOLDER),
            new FormRequest(
                FormKind.ARCHIVE,
                ArchiveKind.MERGED,
                java.util.Optional.of("{name}-all.jar"),
                9,
                dev.girdle.io.Compression.GZIP));
    assertThat(plan.output().out()).isEqualTo(dir.resolve("made"));
    assertThat(plan.metadata().title()).contains("Tide Book");
  }

  @Test
  void readsRehearsalsInTheirOrder() throws IOException {
    Files.writeString(dir.resolve("tides.txt"), "low");
    Plan plan =
        read(
            HEAD
                + """
                rehearsals:
                  page:
                    entry: book
                    arguments: [north, "2026"]
                    input: tides.txt
                    output: tides.txt
                    prints: page sum
                    matches: sum \\d+
                    status: 3
                    seconds: 9
                  service:
                    stays-up: {port: 8080}
                  talker:
                    stays-up: {line: ready}
                """);
    assertThat(plan.rehearsals()).extracting("name").containsExactly("page", "service", "talker");
    Rehearsal page = plan.rehearsals().get(0);
    assertThat(page.entry()).isEqualTo("book");
    assertThat(page.arguments()).containsExactly("north", "2026");
    assertThat(page.input()).contains(dir.resolve("tides.txt"));
    assertThat(page.seconds()).isEqualTo(9);
    assertThat(page.expected())
        .isEqualTo(
            new Rehearsal.Expected(
                3,
                java.util.Optional.of(dir.resolve("tides.txt")),
                List.of("page sum"),
                java.util.Optional.of("sum \\d+"),
                0,
                ""));
    assertThat(plan.rehearsals().get(1).expected().port()).isEqualTo(8080);
    assertThat(plan.rehearsals().get(2).expected().staysUp()).isTrue();
  }

  @Test
  void takesValuesFromTheEnvironment() throws IOException {
    String text = HEAD + "identity:\n  release: ${REL:-0.9}\n  title: costs 5$$ ${REL:-}\n";
    assertThat(read(text).source().release()).contains("0.9");
    assertThat(read(text, "REL", "2.0").source().release()).contains("2.0");
    assertThat(read(text, "REL", "").source().release()).contains("0.9");
    assertThat(read(text, "REL", "2.0").metadata().title()).contains("costs 5$ 2.0");
    assertThat(problems(HEAD + "identity:\n  release: ${REL}\n  title: ${ x\n"))
        .satisfiesExactly(
            p -> assertThat(p).startsWith("5:12: the environment variable REL is not set"),
            p -> assertThat(p).startsWith("6:10: ${ is opened and not understood"));
  }

  @Test
  void tellsEverythingThatIsWrongAtOnceWithItsPlaceAndTheNearestWord() throws IOException {
    assertThat(
            problems(
                """
                girdle: 1
                aplication: {}
                application:
                  from: app
                contents:
                  prune: clases
                forms:
                  - foldr
                  - form: archive
                    kind: merge
                    compression: 12
                entries:
                  main:
                    start: [a]
                    windw: true
                """))
        .containsExactly(
            "2:1: there is no word aplication; did you mean application?",
            "6:10: contents.prune: clases is none of the words that fit; did you mean classes?",
            "8:5: forms[0]: foldr is none of the words that fit; did you mean folder?",
            "10:11: forms[1].kind: merge is none of the words that fit; did you mean merged?",
            "11:18: forms[1].compression: 12 is out of range: from 1 to 9",
            "14:12: entries.main.start: has to be a text, and is a list",
            "15:5: entries.main: there is no word windw; did you mean window?");
  }

  @Test
  void tellsWhatIsNotThere() throws IOException {
    assertThat(
            problems(
                "girdle: 1\napplication:\n  from: ap\n  with: more/*.zip\n"
                    + "contents:\n  files:\n    - {from: none.txt, to: a/../../b}\n"))
        .satisfiesExactly(
            p -> assertThat(p).startsWith("3:9: no such file or folder: ap (looked for in"),
            p -> assertThat(p).startsWith("4:9: nothing fits more/*.zip in"),
            p -> assertThat(p).contains("a/../../b leads out of its folder"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "identity: {name: a, name: b} | name is there twice; first in line 4",
        "identity: [ | is not YAML",
        "identity: {name: a b} | Fit for file names",
        "girdle: 2 | girdle is there twice",
        "? [a, b] | a name has to be a plain text",
        "targets: [linux-x64, linux-x64] | names something twice",
        "forms: [{kind: merged}] | needs the word form",
        "forms: [{form: folder, kind: merged}] | kind is a matter of the form archive",
        "forms: [{form: folder, compression: 3}] | nothing is compressed in the form folder",
        "runtime: hole | hole is none of the words that fit",
      })
  void tellsEachKindOfMistake(String line, String told) throws IOException {
    assertThat(problems(HEAD + line + "\n")).anySatisfy(p -> assertThat(p).contains(told));
  }

  @Test
  void doesNotGrowWithWhatAHostileTextStandsFor() throws IOException {
    StringBuilder bomb = new StringBuilder(HEAD + "a0: &a0 [x]\n");
    for (int i = 1; i < 12; i++) {
      String before = "*a" + (i - 1);
      bomb.append("a" + i + ": &a" + i + " [" + (before + ", ").repeat(9) + before + "]\n");
    }
    assertThat(problems(bomb.toString())).anySatisfy(p -> assertThat(p).contains("more in it"));
    assertThat(problems(HEAD + "a: " + "[".repeat(30) + "]".repeat(30) + "\n"))
        .anySatisfy(p -> assertThat(p).contains("deeper"));
    assertThat(problems(HEAD + "a: " + "[".repeat(999) + "\n")).isNotEmpty();
    assertThat(problems(HEAD + "a: &a [*a]\n")).isNotEmpty();
  }

  @Test
  void isFoundInAFolderOrByItsName() throws IOException {
    assertThat(PlanFile.at(dir)).isEmpty();
    Path file = Files.writeString(dir.resolve("girdle.yaml"), HEAD);
    assertThat(PlanFile.at(dir)).contains(file);
    assertThat(PlanFile.at(file)).contains(file);
    assertThat(PlanFile.at(dir.resolve("more/a.jar"))).isEmpty();
    Files.write(file, new byte[] {(byte) 0xff, (byte) 0xfe, 0});
    assertThatThrownBy(() -> PlanFile.read(file, Map.of())).hasMessageContaining("UTF-8");
  }
}
