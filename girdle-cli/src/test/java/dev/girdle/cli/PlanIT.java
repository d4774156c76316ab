package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Plans through the built program. */
class PlanIT {
  private static final String HEAD = "girdle: 1\napplication:\n  from: ../app\n";

  @TempDir static Path shared;
  private Path dir;
  private static int count;

  @BeforeAll
  static void compile() throws IOException {
    Path classes =
        Compiled.to(
            shared.resolve("classes"),
            "package h; public class Book { public static void main(String[] a) {"
                + " System.out.println(\"book \" + String.join(\",\", a)"
                + " + \" \" + System.getProperty(\"quay\") + \" \" + System.getenv(\"HARBOUR\"));"
                + " } }",
            "package h; public class Load { public static void main(String[] a) {"
                + " System.out.println(\"load\"); } }",
            "package h; public class Unused { }");
    new Jar()
        .manifest("Main-Class: h.Book", "Implementation-Version: 1.4")
        .folder(classes)
        .write(shared.resolve("app/tides.jar"));
    new Jar().with("notes.txt", "of the team").write(shared.resolve("app/team-2.0.jar"));
  }

  @BeforeEach
  void fresh() throws IOException {
    dir = Files.createDirectory(shared.resolve("plan " + count++));
  }

  private void plan(String more) throws IOException {
    Files.writeString(dir.resolve("girdle.yaml"), HEAD + more);
  }

  private Result seal(Object... words) {
    Object[] all = Stream.concat(Stream.of("seal"), Stream.of(words)).toArray();
    return Run.girdle(all).in(dir).go();
  }

  private JsonNode json(Result result) throws IOException {
    assertThat(result.err()).isEmpty();
    return new ObjectMapper().readTree(result.bytes());
  }

  @Test
  void whatThePlanSaysIsDone() throws IOException {
    plan(
        """
        identity: {name: tides, title: Tides, release: 2.0}
        entries:
          book:
            arguments: [--all]
            options: [-Dquay=north]
            environment: {HARBOUR: it's 100% & $HOME}
          load: {start: h.Load}
        contents:
          files: [{from: notes.txt, to: doc/notes.txt}]
        forms: [folder]
        """);
    Files.writeString(dir.resolve("notes.txt"), "tide tables");
    Result result = seal();
    assertThat(result.out())
        .contains("Sealed tides 2.0")
        .endsWith(
            "Made sealed/tides-2.0, " + lastSize(result) + ". Run it: sealed/tides-2.0/bin/book\n");
    Path made = dir.resolve("sealed/tides-2.0");
    assertThat(made.resolve("doc/notes.txt")).hasContent("tide tables");
    assertThat(made.resolve("licences/summary.txt")).content().contains("tides.jar");
    assertThat(run(made.resolve("bin/book"), "x").out())
        .isEqualTo("book --all,x north it's 100% & $HOME\n");
    assertThat(run(made.resolve("bin/load")).out()).isEqualTo("load\n");
    assertThat(
            Run.of(made.resolve("bin/book"))
                .with("JAVA_HOME", System.getProperty("java.home"))
                .with("HARBOUR", "of the user")
                .well()
                .out())
        .isEqualTo("book --all north of the user\n");
  }

  private static String lastSize(Result result) {
    return result.out().replaceFirst("(?s).*Made [^,]+, ([^ ]+ [a-zA-Z]+)\\. .*", "$1");
  }

  private static Result run(Object... command) {
    return Run.of(command).with("JAVA_HOME", System.getProperty("java.home")).well();
  }

  @Test
  void theCommandLineOverrulesThePlanAndBothAreTold() throws IOException {
    plan(
        """
        identity: {release: "${REL:-1.0}"}
        contents: {prune: none, never: [h.Unused]}
        targets: [linux-x64]
        forms: [{form: zip, compression: 9}, folder]
        """);
    Result result =
        seal(
            "--json", "--prune", "classes", "--release", "9", "--form", "zip", "--never", "h.Load");
    JsonNode made = json(result);
    JsonNode plan = made.get("plan");
    Schema schema =
        SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(
                Files.readString(
                    Path.of(System.getProperty("girdle.schemas"), "plan.schema.json")));
    assertThat(schema.validate(plan)).isEmpty();
    assertThat(plan.at("/contents/prune").asText()).isEqualTo("classes");
    assertThat(plan.at("/contents/never").toString()).isEqualTo("[\"h.Load\"]");
    assertThat(plan.at("/identity/release").asText()).isEqualTo("9");
    assertThat(plan.at("/forms").toString()).isEqualTo("[{\"form\":\"zip\",\"compression\":9}]");
    assertThat(made.at("/artifacts/0/path").asText()).isEqualTo("sealed/tides-9-linux-x64.zip");
    JsonNode fromEnvironment =
        new ObjectMapper()
            .readTree(Run.girdle("seal", "--json").in(dir).with("REL", "7").well().bytes());
    assertThat(fromEnvironment.at("/artifacts/0/path").asText()).contains("tides-7-linux-x64.zip");
  }

  @Test
  void allThatIsWrongIsToldWithItsPlaceAndNothingIsMade() throws IOException {
    plan("identitty: {}\nforms: [foldr]\ncontents: {prune: all}\n");
    Result result = seal();
    assertThat(result.status()).isEqualTo(2);
    assertThat(result.err().lines())
        .startsWith(
            "girdle: girdle.yaml: 3 things are wrong with this plan",
            "  girdle.yaml:4:1: there is no word identitty; did you mean identity?",
            "  girdle.yaml:5:9: forms[0]: foldr is none of the words that fit; did you mean folder?")
        .anyMatch(l -> l.startsWith("  girdle.yaml:6:19: contents.prune: all is none"));
    assertThat(dir.resolve("sealed")).doesNotExist();
    plan("identity: {icon: girdle.yaml}\n");
    assertThat(seal("--form", "folder").err()).contains("icon girdle.yaml is no PNG picture");
    assertThat(dir.resolve("sealed")).doesNotExist();
  }

  @Test
  void aPatternWithoutEffectIsToldWithItsPlace() throws IOException {
    plan("contents: {never: [h.Unusd]}\n");
    assertThat(seal().err())
        .startsWith(
            "girdle: girdle.yaml:4:20: never: h.Unusd: no class, file or component of that name;"
                + " did you mean h.Unused?");
  }

  @Test
  void aClassThatIsNotThereIsToldWithItsPlace() throws IOException {
    plan("entries:\n  book: {}\n  load:\n    start: h.Lod\n");
    assertThat(seal().err())
        .startsWith(
            "girdle: girdle.yaml:7:12: entries.load.start: no class h.Lod; did you mean h.Load?");
    assertThat(seal("--entry", "h.Lod").err()).startsWith("girdle: no class h.Lod");
  }

  @Test
  void aFileThatWouldHideAnotherIsRefused() throws IOException {
    plan("contents: {files: [{from: girdle.yaml, to: README.txt}]}\n");
    Result result = seal("--form", "folder");
    assertThat(result.status()).isEqualTo(2);
    assertThat(result.err()).contains("README.txt is in the artifact already");
    assertThat(dir.resolve("sealed/tides-1.4")).doesNotExist();
  }

  @Test
  void whatFailsDoesNotStopTheOthers() throws IOException {
    plan(
        """
        targets: [linux-x64, windows-x64]
        forms: [folder, {form: archive, as: "{name}-{target}.jar"}]
        """);
    Files.createDirectories(dir.resolve("sealed/tides-linux-x64.jar"));
    Result taken = seal();
    assertThat(taken.status()).isEqualTo(2);
    assertThat(taken.err()).contains("tides-linux-x64.jar exists and was not made by Girdle");
    assertThat(dir.resolve("sealed/tides-1.4-linux-x64")).doesNotExist();

    Files.delete(dir.resolve("sealed/tides-linux-x64.jar"));
    plan(
        """
        targets: [linux-x64, windows-x64]
        contents: {files: [{from: girdle.yaml, to: bin/tides.cmd}]}
        forms: [folder]
        """);
    Result result = seal();
    assertThat(result.status()).isEqualTo(2);
    assertThat(result.err())
        .contains("not made: folder for windows-x64")
        .contains("bin/tides.cmd is in the artifact already");
    assertThat(result.out()).contains("Made sealed/tides-1.4-linux-x64, ");
    assertThat(dir.resolve("sealed/tides-1.4-linux-x64/bin/tides.cmd")).exists();
    assertThat(dir.resolve("sealed/tides-1.4-windows-x64")).doesNotExist();
    JsonNode json = new ObjectMapper().readTree(seal("--json", "--replace").bytes());
    assertThat(json.at("/failures/0/what").asText()).isEqualTo("folder for windows-x64");
  }

  @Test
  void oneNameForTwoThingsIsRefused() throws IOException {
    plan("targets: [linux-x64, windows-x64]\nforms: [{form: zip, as: one.zip}]\n");
    Result result = seal();
    assertThat(result.status()).isEqualTo(2);
    assertThat(result.err()).contains("would be both zip for linux-x64 and zip for windows-x64");
  }

  @Test
  void notesArePartOfReasons() throws IOException {
    plan("contents: {never: [{what: h.Unused, note: nobody moors there}]}\n");
    Result result = Run.girdle("explain", ".", "h.Unused").in(dir).well();
    assertThat(result.out()).contains("--never h.Unused (nobody moors there)");
  }

  @Test
  void aDraftCanBeSealedAndIsNeverWrittenOver() throws IOException {
    Result draft = Run.girdle("draft", "../app", "--never", "h.Unused").in(dir).well();
    assertThat(draft.out()).contains("Wrote girdle.yaml, a plan for tides 1.4");
    String text = Files.readString(dir.resolve("girdle.yaml"));
    assertThat(text)
        .contains("from: ../app", "release: \"1.4\"", "start: h.Book", "#   start: h.Load")
        .contains("- h.Unused")
        .doesNotContain("team-2.0.jar") // it holds no code, so it may be opened by any name
        .doesNotContain(shared.toString());
    assertThat(seal("--form", "folder").status()).isZero();
    assertThat(run(dir.resolve("sealed/tides-1.4/bin/tides")).out()).startsWith("book");
    Result again = Run.girdle("draft", "../app").in(dir).go();
    assertThat(again.status()).isEqualTo(2);
    assertThat(again.err()).contains("girdle.yaml exists already");
    assertThat(dir.resolve("girdle.yaml")).hasContent(text);
    Result other = Run.girdle("draft", "../app", "--to", "b.yaml", "--json").in(dir).well();
    assertThat(json(other).get("plan").asText()).isEqualTo("b.yaml");
  }

  @Test
  void aDraftOfWhatIsNotClearSaysWhatHasToBeChosen() throws IOException {
    Path open = Files.createDirectories(dir.resolve("open"));
    Compiled.to(
        open,
        "public class A { public static void main(String[] a) { } }",
        "public class B { public static void main(String[] a) { } }");
    Result draft = Run.girdle("draft", "open").in(dir).well();
    assertThat(draft.out()).contains("where it starts is not clear");
    assertThat(Files.readString(dir.resolve("girdle.yaml")))
        .contains("#   start: A", "#   start: B");
    assertThat(seal().err()).contains("2 classes can be started");
  }

  @Test
  void withoutAPlanAnApplicationHasToBeNamed() {
    Result result = seal();
    assertThat(result.status()).isEqualTo(2);
    assertThat(result.err()).contains("which application? There is no girdle.yaml here.");
  }

  /** A folder of pages, of which one link stays inside and one leads out. */
  private void pages(String handling) throws IOException {
    Path year = Files.createDirectories(dir.resolve("pages/2026"));
    Files.writeString(year.resolve("tides.txt"), "high water\n");
    Files.writeString(dir.resolve("notice.txt"), "to all masters\n");
    Files.createSymbolicLink(dir.resolve("pages/current"), Path.of("2026"));
    Files.createSymbolicLink(dir.resolve("pages/notice.txt"), Path.of("../notice.txt"));
    plan(
        "identity: {name: tides, release: 2.0}\nentries: {book: {start: h.Book}}\n"
            + "contents:\n  files: [{from: pages, to: pages"
            + handling
            + "}]\nforms: [folder, zip, tgz, executable]\n");
  }

  @Test
  void linksThatStayInsideStayLinks() throws IOException {
    pages("");
    assertThat(seal().status()).isZero();
    Path made = dir.resolve("sealed/tides-2.0");
    assertThat(Files.readSymbolicLink(made.resolve("pages/current"))).hasToString("2026");
    assertThat(made.resolve("pages/current/tides.txt")).hasContent("high water\n");
    assertThat(Files.isSymbolicLink(made.resolve("pages/notice.txt"))).isFalse();
    assertThat(made.resolve("pages/notice.txt")).hasContent("to all masters\n");
    for (String artifact : new String[] {"", ".zip", ".tgz"}) {
      Result check = Run.girdle("check", "sealed/tides-2.0" + artifact).in(dir).go();
      assertThat(check.out()).contains("each with its digest");
      assertThat(check.status()).isZero();
    }
    Result rehearsed = Run.girdle("rehearse", "sealed/tides-2.0.tgz").in(dir).go();
    assertThat(rehearsed.status()).isZero();
    Files.delete(made.resolve("pages/current"));
    Files.createSymbolicLink(made.resolve("pages/current"), Path.of("elsewhere"));
    Files.delete(made.resolve("pages/notice.txt"));
    Files.createSymbolicLink(made.resolve("pages/notice.txt"), Path.of("2026/tides.txt"));
    Result altered = Run.girdle("check", "sealed/tides-2.0").in(dir).go();
    assertThat(altered.status()).isEqualTo(1);
    assertThat(altered.out())
        .contains("pages/current leads to elsewhere, and led to 2026")
        .contains("pages/notice.txt is a link to 2026/tides.txt, and was a file");
  }

  @Test
  void linksAreFollowedOrRefusedAsTheUserSays() throws IOException {
    pages(", links: follow");
    assertThat(seal("--form", "folder").status()).isZero();
    assertThat(Files.isSymbolicLink(dir.resolve("sealed/tides-2.0/pages/current"))).isFalse();
    assertThat(dir.resolve("sealed/tides-2.0/pages/current/tides.txt")).hasContent("high water\n");
    fresh();
    pages(", links: refuse");
    Result refused = seal();
    assertThat(refused.status()).isEqualTo(2);
    assertThat(refused.err()).contains("the link notice.txt in").contains("pages leads out;");
    assertThat(dir.resolve("sealed")).doesNotExist();
    fresh();
    pages("");
    Files.createSymbolicLink(dir.resolve("pages/one"), Path.of("two"));
    Files.createSymbolicLink(dir.resolve("pages/two"), Path.of("one"));
    Result ring = seal();
    assertThat(ring.status()).isEqualTo(2);
    assertThat(ring.err())
        .contains("the link one in")
        .contains("the link two in")
        .contains("leads around in a ring");
  }
}
