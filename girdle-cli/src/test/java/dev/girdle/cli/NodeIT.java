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
  private static final boolean HAS_NODE =
      java.util.Arrays.stream(System.getenv().getOrDefault("PATH", "").split(":"))
          .anyMatch(f -> Files.isExecutable(Path.of(f, "node")));

  @TempDir Path dir;
  private Path app;

  @BeforeEach
  void build() throws IOException {
    app = dir.resolve("berth-board");
    file(
        "package.json",
        """
        {"name": "@ternhaven/berth-board", "version": "2.1.0", "license": "MIT",
         "scripts": {"start": "node server.js --quiet", "test": "checker ."},
         "engines": {"node": ">=18.2"},
         "dependencies": {"ropes": "^1.0.0"}, "optionalDependencies": {"radio": "*"},
         "devDependencies": {"checker": "^3.0.0"}}
        """);
    file(
        "server.js",
        """
        const path = require('path');
        const fs = require('node:fs');
        const ropes = require('ropes');
        let radio = null;
        try { radio = require('radio'); } catch { radio = null; }
        const berths = JSON.parse(fs.readFileSync(path.join(__dirname, 'data', 'berths.json')));
        if (process.env.HARBOUR_DEBUG) require('debug-tool');
        console.log(ropes.tie(berths.map(b => b.name)), process.argv.slice(2).join(' '));
        console.log(fs.readdirSync(path.join(__dirname, 'views')).join(), radio === null);
        """);
    file("data/berths.json", "[{\"name\": \"north\"}, {\"name\": \"south\"}]");
    file("views/board.html", "<h1>Berths</h1>");
    file("test/server.test.js", "require('checker'); require('../server');");
    file(".env", "HARBOUR_KEY=low-tide");
    file(".git/HEAD", "ref");
    pack("ropes", "1.2.0", "{\"hemp\": \"^1.0.0\"}");
    file(
        "node_modules/ropes/index.js",
        "exports.tie = a => require('hemp')(require('./lib/' + 'knot'), a);");
    file("node_modules/ropes/lib/knot.js", "module.exports = '-';");
    file("node_modules/ropes/lib/unused.js", "module.exports = require('checker');");
    file("node_modules/ropes/index.d.ts", "export declare function tie(a: string[]): string;");
    file("node_modules/ropes/README.md", "# Ropes");
    file("node_modules/ropes/LICENSE", "licence of ropes");
    file("node_modules/ropes/test/tie.js", "require('checker')");
    pack("hemp", "1.0.3", "{}");
    file("node_modules/hemp/index.js", "module.exports = (k, a) => a.join(k);");
    pack("checker", "3.4.0", "{\"checker-core\": \"1\"}");
    file("node_modules/checker/index.js", "require('checker-core')");
    pack("checker-core", "1.0.0", "{}");
    file("node_modules/checker-core/index.js", "");
    file("node_modules/.bin/checker", "#!/bin/sh\n");
  }

  private void pack(String name, String release, String needs) throws IOException {
    file(
        "node_modules/" + name + "/package.json",
        "{\"name\": \"%s\", \"version\": \"%s\", \"license\": \"ISC\", \"dependencies\": %s}"
            .formatted(name, release, needs));
  }

  private void file(String path, String text) throws IOException {
    Path file = app.resolve(path);
    Files.createDirectories(file.getParent());
    Files.writeString(file, text);
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
    file("server.js", "require('gone'); require('./lost'); require('ropes');");
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
  void theSealedFolderRunsAnywhereAndHoldsNoSecret() throws IOException {
    Assumptions.assumeTrue(HAS_NODE, "skipped: there is no node on the path");
    Result sealed =
        girdle("seal", app, "--form", "folder", "--form", "executable", "--prune", "classes");
    assertThat(sealed.err()).isEmpty();
    assertThat(sealed.status()).isZero();
    Path made = dir.resolve("sealed/berth-board-2.1.0");
    Path moved = dir.resolve("moved board");
    Files.move(made, moved);
    Files.move(app, dir.resolve("gone"));
    String says = "north-south --now\nboard.html true\n";
    assertThat(Run.of(moved.resolve("bin/berth-board"), "--now").well().out()).isEqualTo(says);
    Run executable = Run.of(dir.resolve("sealed/berth-board-2.1.0.run"), "--now");
    assertThat(executable.with("XDG_CACHE_HOME", dir.resolve("cache").toString()).well().out())
        .isEqualTo(says);
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
    if (HAS_NODE) {
      assertThat(Run.of(made.resolve("bin/board")).well().out()).startsWith("north-south");
    }
  }

  @Test
  void aStrangerWhoHasANodeCanRunItAndWhatIsMissedIsToldByItsCause() throws IOException {
    Assumptions.assumeTrue(HAS_NODE, "skipped: there is no node on the path");
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
    assertThat(girdle("seal", app, "--form", "archive").err())
        .contains("Node.js programs cannot be sealed with --form archive");
    assertThat(girdle("seal", app, "--form", "folder", "--runtime", "tight").err())
        .contains("Node.js programs cannot be sealed with --runtime tight", "host");
    assertThat(girdle("seal", app, "--form", "folder", "--target", "windows-x64").err())
        .contains("there is no starter for it");
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
