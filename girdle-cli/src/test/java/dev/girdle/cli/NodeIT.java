package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A Node.js program of the harbour office, from its package.json to a folder that runs. */
class NodeIT {
  @TempDir Path dir;
  private BerthBoard board;
  private Path app;

  @BeforeEach
  void build() throws IOException {
    board = new BerthBoard(dir);
    app = board.app;
  }

  private void file(String path, String text) throws IOException {
    board.file(path, text);
  }

  private JsonNode json(Object... words) throws IOException {
    return new ObjectMapper().readTree(Run.girdle(words).in(dir).go().bytes());
  }

  private Result girdle(Object... words) {
    return Run.girdle(words).in(dir).go();
  }

  @Test
  void surveyTellsWhatThereIs() throws IOException {
    Result survey = girdle("survey", app);
    assertThat(survey.err()).isEmpty();
    assertThat(survey.out())
        .contains("berth-board 2.1.0, a Node.js application")
        .contains("server.js")
        .contains("start script of package.json")
        .contains("Node.js 18.2.0 or newer")
        .contains("which may hold secrets");
    assertThat(json("survey", app, "--json").at("/languages/0/id").asText()).isEqualTo("node");
  }

  @Test
  void onlyWhatRunsGoesAlongAtEveryLevel() throws IOException {
    JsonNode components = json("closure", app, "--prune", "components", "--json");
    assertThat(components.at("/kept").toString())
        .contains("ropes@1.2.0", "hemp@1.0.3")
        .doesNotContain("checker");
    assertThat(components.at("/unmet").findValuesAsText("rank")).doesNotContain("needed");
    JsonNode files = json("closure", app, "--prune", "files", "--json");
    assertThat(files.at("/ballast").toString())
        .contains("index.d.ts", "README.md", "test/tie.js")
        .doesNotContain("LICENSE", "unused.js");
    JsonNode code = json("closure", app, "--prune", "classes", "--json");
    assertThat(code.at("/ballast").toString()).contains("lib/unused.js").doesNotContain("knot.js");
    assertThat(girdle("explain", app, "node_modules/hemp/index.js").out())
        .contains("node_modules/ropes/index.js, line 1")
        .contains("hemp");
    assertThat(girdle("explain", app, "data/berths.json").status()).isZero();
  }

  @Test
  void allThatIsMissingIsToldAtOnceAndOnlyWhatIsSureStops() throws IOException {
    // that it copes without a radio does not make the rest of it optional
    file(
        "server.js",
        "require('gone'); require('./lost'); require('ropes');"
            + " try { require('radio') } catch { radio = null }");
    file("node_modules/ropes/index.js", "const h = require('hemp'); exports.tie = () => h;");
    Files.delete(app.resolve("node_modules/hemp/index.js"));
    Files.delete(app.resolve("node_modules/hemp/package.json"));
    Result sealed = girdle("seal", app, "--form", "folder");
    assertThat(sealed.status()).isEqualTo(1);
    assertThat(sealed.err())
        .contains("gone")
        .contains("./lost")
        .contains("hemp")
        .contains("server.js, line 1, requires");
    assertThat(dir.resolve("sealed")).doesNotExist();
  }

  @Test
  void whatIsInstalledIsHeldAgainstTheLockFileAndDeclarations() throws IOException {
    file(
        "package-lock.json",
        """
        {"lockfileVersion": 3, "packages": {
          "node_modules/ropes": {"version": "1.1.0"},
          "node_modules/hemp": {"version": "1.0.3"},
          "node_modules/chart": {"version": "4.0.0"},
          "node_modules/checker": {"version": "3.4.0", "dev": true},
          "node_modules/radio": {"version": "1.0.0", "optional": true}}}
        """);
    file("list.js", "require('checker'); require('hemp'); require('node:fs');");
    assertThat(girdle("closure", app, "--entry", "list.js").out())
        .contains("package-lock.json has what is not installed: chart 4.0.0; npm ci installs it")
        .contains(
            "installed in another release than package-lock.json has: ropes (1.2.0, not 1.1.0)")
        .contains("declared only as needed for development, kept: checker (list.js, line 1)")
        .contains("declared nowhere, kept: hemp (list.js, line 1)");
    file("list.js", "require('chart/auto'); require('core');");
    file("packages/core/package.json", "{\"name\": \"core\"}");
    assertThat(girdle("seal", app, "--entry", "list.js").err())
        .contains("2 modules are needed and missing")
        .contains("chart/auto (package-lock.json has chart 4.0.0: npm ci)")
        .contains("core (packages/core is the package of that name: npm install links it)")
        .contains("Install what holds them");
  }

  @Test
  void theSealedFolderRunsAnywhereAndHoldsNoSecret() throws IOException {
    Assumptions.assumeTrue(BerthBoard.CAN_RUN, "skipped: there is no node on the path");
    Result sealed =
        girdle("seal", app, "--form", "folder", "--form", "executable", "--prune", "classes");
    assertThat(sealed.err()).isEmpty();
    assertThat(sealed.status()).isZero();
    Path made = dir.resolve("sealed/berth-board-2.1.0");
    Path moved = dir.resolve("moved board");
    Files.move(made, moved);
    Files.move(app, dir.resolve("gone"));
    assertThat(Run.of(moved.resolve("bin/berth-board"), "--now").well().out())
        .isEqualTo(BerthBoard.SAYS);
    Run executable = Run.of(dir.resolve("sealed/berth-board-2.1.0.run"), "--now");
    assertThat(executable.with("XDG_CACHE_HOME", dir.resolve("cache").toString()).well().out())
        .isEqualTo(BerthBoard.SAYS);
    try (var all = Files.walk(moved)) {
      assertThat(all.map(Path::toString))
          .noneMatch(p -> p.endsWith(".env") || p.contains("checker") || p.contains(".git"));
    }
    assertThat(girdle("check", moved).status()).isZero();
    assertThat(girdle("inspect", moved).out()).contains("Node.js 18.2.0 or newer");
    JsonNode record = new ObjectMapper().readTree(moved.resolve("girdle-record.json").toFile());
    assertThat(record.at("/language").asText()).isEqualTo("node");
    Result tooOld =
        Run.of(moved.resolve("bin/berth-board"))
            .with("PATH", dir.resolve("none") + ":/usr/bin:/bin")
            .with("BERTH_BOARD_NODE", fakeNode("v16.20.0").toString())
            .with("HOME", dir.toString())
            .go();
    assertThat(tooOld.err()).contains("which is no Node.js 18.2.0 or newer");
  }

  private Path fakeNode(String release) throws IOException {
    Path node = dir.resolve("old/node");
    Files.createDirectories(node.getParent());
    Files.writeString(node, "#!/bin/sh\necho " + release + "\n");
    assertThat(node.toFile().setExecutable(true)).isTrue();
    return node;
  }

  @Test
  void aStoreWithLinksKeepsThem() throws IOException {
    Files.createDirectories(app.resolve("node_modules/.store/hemp@1/node_modules"));
    Files.move(
        app.resolve("node_modules/hemp"),
        app.resolve("node_modules/.store/hemp@1/node_modules/hemp"));
    Files.createSymbolicLink(
        app.resolve("node_modules/hemp"), Path.of(".store/hemp@1/node_modules/hemp"));
    Result sealed = girdle("seal", app, "--form", "folder", "--name", "board", "--release", "1");
    assertThat(sealed.err()).isEmpty();
    Path made = dir.resolve("sealed/board-1");
    assertThat(made.resolve("app/node_modules/hemp")).isSymbolicLink();
    if (BerthBoard.CAN_RUN) {
      assertThat(Run.of(made.resolve("bin/board")).well().out()).startsWith("north-south");
    }
  }

  @Test
  void aStrangerWhoHasANodeCanRunItAndWhatIsMissedIsToldByItsCause() throws IOException {
    Assumptions.assumeTrue(BerthBoard.CAN_RUN, "skipped: there is no node on the path");
    girdle("seal", app, "--prune", "classes"); // which makes a folder
    Path made = dir.resolve("sealed/berth-board-2.1.0");
    Result good = girdle("rehearse", made);
    assertThat(good.out()).contains("A stranger can run it").contains("was given Node.js");
    Files.delete(made.resolve("app/node_modules/hemp/index.js"));
    Result bad = girdle("rehearse", made);
    assertThat(bad.status()).isNotZero();
    assertThat(bad.out()).contains("Cannot find module");
    assertThat(girdle("report", app, "--out", "page").status()).isZero();
  }

  /** Tools for pages do not make a Java program one of Node.js, nor a jar among packages Java's. */
  @Test
  void whichLanguageLeadsIsTold() throws IOException {
    file("node_modules/hemp/tool.jar", "no jar at all");
    assertThat(girdle("survey", app).out()).contains("a Node.js application");
    Echo.build(dir.resolve("java"), 17);
    Path java = dir.resolve("java/app");
    Files.writeString(java.resolve("package.json"), "{\"scripts\": {\"build\": \"bundle\"}}");
    Files.createDirectories(java.resolve("node_modules/bundle"));
    assertThat(girdle("survey", java).out()).contains("a Java application");
    Files.writeString(java.resolve("server.js"), "console.log(1)");
    Result both = girdle("survey", java);
    assertThat(both.status()).isEqualTo(2);
    assertThat(both.err()).contains("--language java", "--language node");
    assertThat(girdle("survey", java, "--language", "node").out()).contains("Node.js application");
  }

  @Test
  void whatCannotBeDoneIsSaid() throws IOException {
    assertThat(girdle("seal", app, "--form", "archive", "--archive", "nested").err())
        .contains("Node.js programs cannot be sealed with --archive nested");
    assertThat(girdle("seal", app, "--form", "folder", "--runtime", "tight").err())
        .contains(
            "Node.js programs cannot be sealed with --runtime tight: a Node.js is one program",
            "host, whole");
    file("package.json", "{\"name\": \"x\",\n oops");
    Result broken = girdle("survey", app);
    assertThat(broken.status()).isEqualTo(1);
    assertThat(broken.err()).contains("package.json is no JSON, line 2").contains("Mend it first");
    file("package.json", "{\"main\": \"gone.js\", \"scripts\": {\"start\": \"node lost.js\"}}");
    assertThat(girdle("survey", app).out())
        .contains("start script of package.json: there is no file lost.js")
        .contains("main file of package.json: there is no file gone.js");
  }
}
