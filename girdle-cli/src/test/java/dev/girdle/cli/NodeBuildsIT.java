package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A package with builds for others than Node; and what packages say of the Node they want. */
class NodeBuildsIT {
  @TempDir Path dir;
  private Path app;

  @BeforeEach
  void build() throws IOException {
    app = Files.createDirectories(dir.resolve("buoys"));
    file("package.json", "{\"name\": \"buoys\", \"dependencies\": {\"lamp\": \"1\"}}");
    file("main.js", "console.log(require('lamp').glow())");
    file(
        "node_modules/lamp/package.json",
        """
        {"name": "lamp", "version": "1.0.0", "main": "lib/index.js", "module": "es/index.js",
         "unpkg": "dist/lamp.umd.js", "browser": {"./lib/index.js": "./dist/web.js"}}
        """);
    file("node_modules/lamp/lib/index.js", "exports.glow = require('./tint').tint");
    file("node_modules/lamp/lib/tint.js", "exports.tint = () => 'red'");
    file("node_modules/lamp/es/index.js", "export {tint as glow} from './tint.js'");
    file("node_modules/lamp/es/tint.js", "export const tint = () => 'red'");
    file("node_modules/lamp/es/only.js", "export const only = 1");
    file("node_modules/lamp/dist/lamp.umd.js", "lamp = 1");
    file("node_modules/lamp/dist/web.js", "lamp = 2");
    file("node_modules/lamp/dist/big.js", "lamp = 3");
    file("node_modules/lamp/dist/big.min.js", "lamp=3");
  }

  private void file(String path, String text) throws IOException {
    Path file = app.resolve(path);
    Files.createDirectories(file.getParent());
    Files.writeString(file, text);
  }

  private JsonNode closure(Object... more) throws IOException {
    List<Object> words = new ArrayList<>(List.of("closure", app, "--entry", "main.js", "--json"));
    words.addAll(List.of(more));
    return new ObjectMapper().readTree(Run.girdle(words.toArray()).in(dir).go().bytes());
  }

  private List<String> leftOut() throws IOException {
    return closure("--prune", "files").path("ballast").findValuesAsText("path");
  }

  @Test
  void buildsForOthersStayBehindAndWhatHasNoTwinGoesAlong() throws IOException {
    JsonNode closure = closure("--prune", "files");
    assertThat(closure.path("ballast").findValuesAsText("path"))
        .containsExactlyInAnyOrder(
            "es/index.js", "es/tint.js", "dist/lamp.umd.js", "dist/web.js", "dist/big.min.js");
    assertThat(closure.path("ballast").findValuesAsText("reason"))
        .contains("another build, which only \"unpkg\" leads to", "a smaller copy of dist/big.js");
  }

  @Test
  void whereTheyMayBeServedOrChosenTheyGoAlong() throws IOException {
    file("main.js", "require('lamp'); serve('node_modules/lamp')");
    assertThat(leftOut()).isEmpty();
    file("main.js", "require('lamp'); serve(dirname(require.resolve('lamp')))");
    assertThat(leftOut()).isEmpty();
    file("main.js", "require('lamp'); choose(['unpkg', 'main'])");
    assertThat(leftOut()).doesNotContain("dist/lamp.umd.js").contains("es/tint.js");
    file("main.js", "require('lamp').glow()");
    file("node_modules/lamp/lib/tint.js", "exports.folder = __dirname");
    assertThat(leftOut()).isEmpty();
  }

  @Test
  void modulesThatOnlyNewNodesHaveSayWhichNodeIsNeeded() throws IOException {
    file("main.js", "const db = require('node:sqlite'); require('lamp')");
    String told = Run.girdle("closure", app, "--entry", "main.js").in(dir).go().out();
    assertThat(told).contains("Node.js 22.5.0 or newer");
    file("main.js", "try { require('node:sqlite') } catch {} require('lamp')");
    assertThat(Run.girdle("closure", app, "--entry", "main.js").in(dir).go().out())
        .contains("Node.js 18 or newer");
  }

  @Test
  void rangesOfNodeThatCannotAllHoldAreAConflictAndStopNothing() throws IOException {
    file(
        "node_modules/lamp/package.json",
        "{\"name\": \"lamp\", \"version\": \"1.0.0\", \"main\": \"lib/index.js\","
            + " \"engines\": {\"node\": \">=22\"}}");
    assertThat(closure().path("conflicts")).isEmpty();
    file(
        "package.json",
        "{\"name\": \"buoys\", \"dependencies\": {\"lamp\": \"1\"}, \"engines\": {\"node\": \"^20\"}}");
    JsonNode conflicts = closure().path("conflicts");
    assertThat(conflicts).hasSize(1);
    assertThat(conflicts.at("/0/kind").asText()).isEqualTo("engines");
    assertThat(conflicts.at("/0/losers").toString()).contains("buoys", "lamp@1.0.0");
    assertThat(Run.girdle("seal", app, "--entry", "main.js").in(dir).go().status()).isZero();
    assertThat(Run.girdle("closure", app, "--entry", "main.js").in(dir).go().out())
        .contains("buoys wants ^20, lamp@1.0.0 wants >=22");
  }
}
