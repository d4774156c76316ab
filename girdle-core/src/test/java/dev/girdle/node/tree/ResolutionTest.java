package dev.girdle.node.tree;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Component;
import dev.girdle.app.Role;
import dev.girdle.io.Content;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Modules are found where Node finds them: each answer is held against Node's own, if it is here.
 */
class ResolutionTest {
  @TempDir Path dir;
  private final Map<String, String> files = new LinkedHashMap<>();
  private final Map<String, String> links = new LinkedHashMap<>();

  private void file(String path, String text) {
    files.put(path, text);
  }

  private Resolution resolution() {
    return new Resolution(tree());
  }

  private ModuleTree tree() {
    List<TreeFile> all = new ArrayList<>();
    files.forEach(
        (p, t) -> all.add(new TreeFile(p, Content.of(t.getBytes(StandardCharsets.UTF_8)))));
    Component component =
        new Component(
            "app",
            "",
            Role.OWN,
            null,
            null,
            "",
            new SubTree(all, List.of()),
            UnaryOperator.identity());
    return new ModuleTree(List.of(component), links, Set.of());
  }

  private String found(String specifier, String asker, boolean isImport) {
    Resolution.Found found = resolution().find(specifier, asker, isImport);
    return found.isThere() ? ModuleTree.path(found.files().get(0)) : "nothing";
  }

  /** What Node itself finds, on the same files. */
  private String asNode(String specifier, String asker, boolean isImport) throws Exception {
    for (Map.Entry<String, String> file : files.entrySet()) {
      Path path = dir.resolve(file.getKey());
      Files.createDirectories(path.getParent());
      Files.writeString(path, file.getValue());
    }
    for (Map.Entry<String, String> link : links.entrySet()) {
      Path path = dir.resolve(link.getKey());
      Files.createDirectories(path.getParent());
      if (!Files.exists(path)) {
        Files.createSymbolicLink(path, Path.of(link.getValue()));
      }
    }
    Path probe = dir.resolve(asker).resolveSibling("probe-" + (isImport ? "i.mjs" : "r.cjs"));
    Files.writeString(
        probe,
        isImport
            ? "import{fileURLToPath as f}from'node:url';import{existsSync as e}from'node:fs';"
                + "try{const p=f(import.meta.resolve(process.argv[2]));"
                + "console.log(e(p)?p:'nothing')}catch{console.log('nothing')}"
            : "try{console.log(require.resolve(process.argv[2]))}catch{console.log('nothing')}");
    Process process =
        new ProcessBuilder("node", probe.toString(), specifier).redirectErrorStream(false).start();
    String said =
        new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
    process.waitFor();
    Files.delete(probe);
    return said.equals("nothing") ? said : dir.toRealPath().relativize(Path.of(said)).toString();
  }

  private static boolean hasNode() {
    try {
      return new ProcessBuilder("node", "--version").start().waitFor() == 0;
    } catch (java.io.IOException | InterruptedException e) {
      return false;
    }
  }

  private void same(String specifier, String asker, boolean isImport, String expected)
      throws Exception {
    assertThat(found(specifier, asker, isImport)).as(specifier).isEqualTo(expected);
    if (hasNode()) {
      assertThat(asNode(specifier, asker, isImport)).as("Node: " + specifier).isEqualTo(expected);
    }
  }

  @Test
  void filesFoldersAndEndings() throws Exception {
    file("src/app.js", "");
    file("src/tide.js", "");
    file("src/tide.json", "{}");
    file("src/moon.json", "{}");
    file("src/sun/index.js", "");
    file("src/quay/package.json", "{\"main\": \"lib/quay\"}");
    file("src/quay/lib/quay.js", "");
    file("src/pier/package.json", "{\"main\": \"gone.js\"}");
    file("src/pier/index.json", "{}");
    file("src/bell", "");
    same("./tide", "src/app.js", false, "src/tide.js");
    same("./tide.json", "src/app.js", false, "src/tide.json");
    same("./moon", "src/app.js", false, "src/moon.json");
    same("./sun", "src/app.js", false, "src/sun/index.js");
    same("./sun/", "src/app.js", false, "src/sun/index.js");
    same("./quay", "src/app.js", false, "src/quay/lib/quay.js");
    same("./pier", "src/app.js", false, "src/pier/index.json");
    same("./bell", "src/app.js", false, "src/bell");
    same("../src/tide", "src/app.js", false, "src/tide.js");
    same("./gone", "src/app.js", false, "nothing");
    same("./tide.js", "src/app.js", true, "src/tide.js");
    same("./tide", "src/app.js", true, "nothing");
    same("./tide.js?again", "src/app.js", true, "src/tide.js");
  }

  @Test
  void packagesNearAndFar() throws Exception {
    file("app.js", "");
    file("lib/deep/x.js", "");
    file("node_modules/rope/package.json", "{\"main\": \"./rope.js\"}");
    file("node_modules/rope/rope.js", "");
    file("node_modules/rope/knots/bowline.js", "");
    file("node_modules/rope/node_modules/hemp/index.js", "");
    file("node_modules/hemp/index.js", "");
    file("node_modules/@ternhaven/tide/package.json", "{\"main\": \"t\"}");
    file("node_modules/@ternhaven/tide/t.js", "");
    file("node_modules/single.js", "");
    same("rope", "lib/deep/x.js", false, "node_modules/rope/rope.js");
    same("rope", "app.js", true, "node_modules/rope/rope.js");
    same("rope/knots/bowline", "app.js", false, "node_modules/rope/knots/bowline.js");
    same("rope/knots/bowline", "app.js", true, "nothing");
    same(
        "hemp", "node_modules/rope/rope.js", false, "node_modules/rope/node_modules/hemp/index.js");
    same("hemp", "app.js", false, "node_modules/hemp/index.js");
    same("@ternhaven/tide", "app.js", false, "node_modules/@ternhaven/tide/t.js");
    same("single", "app.js", false, "node_modules/single.js");
    same("gone", "app.js", false, "nothing");
    same("rope/gone", "app.js", false, "nothing");
  }

  @Test
  void whatPackagesExport() throws Exception {
    file("app.js", "");
    file(
        "node_modules/rope/package.json",
        """
        {"name": "rope", "main": "old.js", "exports": {
          ".": {"browser": "./b.js", "import": "./rope.mjs", "require": "./rope.cjs"},
          "./knots/*": "./lib/knots/*.js",
          "./knots/secret/*": null,
          "./data": ["./gone.json", "./data.json"],
          "./deep": {"node": {"require": "./deep.cjs"}, "default": "./deep.js"},
          "./package.json": "./package.json"
        }}
        """);
    for (String path :
        List.of(
            "old.js",
            "b.js",
            "rope.mjs",
            "rope.cjs",
            "deep.cjs",
            "deep.js",
            "data.json",
            "lib/knots/bowline.js",
            "lib/knots/secret/x.js",
            "lib/knots/a/b.js")) {
      file("node_modules/rope/" + path, path.endsWith("json") ? "{}" : "");
    }
    same("rope", "app.js", false, "node_modules/rope/rope.cjs");
    same("rope", "app.js", true, "node_modules/rope/rope.mjs");
    same("rope/knots/bowline", "app.js", false, "node_modules/rope/lib/knots/bowline.js");
    same("rope/knots/a/b", "app.js", true, "node_modules/rope/lib/knots/a/b.js");
    same("rope/deep", "app.js", false, "node_modules/rope/deep.cjs");
    same("rope/deep", "app.js", true, "node_modules/rope/deep.js");
    same("rope/package.json", "app.js", false, "node_modules/rope/package.json");
    same("rope/old.js", "app.js", false, "nothing");
    same("rope/knots/secret/x", "app.js", false, "nothing");
    assertThat(resolution().find("rope/old.js", "app.js", false).why())
        .isEqualTo("its package does not export it");
  }

  @Test
  void oneStringTheOwnNameAndInternalNames() throws Exception {
    file(
        "package.json",
        "{\"name\": \"office\", \"exports\": {\"./x\": \"./src/x.js\"},"
            + " \"imports\": {\"#log\": \"./src/log.js\", \"#in/*\": \"./src/*.js\", \"#rope\": \"rope\"}}");
    file("src/x.js", "");
    file("src/log.js", "");
    file("node_modules/rope/package.json", "{\"exports\": \"./r.js\"}");
    file("node_modules/rope/r.js", "");
    same("rope", "src/x.js", false, "node_modules/rope/r.js");
    same("office/x", "src/log.js", true, "src/x.js");
    same("office/x", "src/log.js", false, "src/x.js");
    same("#log", "src/x.js", true, "src/log.js");
    same("#in/log", "src/x.js", false, "src/log.js");
    same("#rope", "src/x.js", false, "node_modules/rope/r.js");
    same("#gone", "src/x.js", false, "nothing");
  }

  @Test
  void storesWithLinks() throws Exception {
    file("app.js", "");
    file("node_modules/.store/rope@1/node_modules/rope/package.json", "{\"main\": \"r.js\"}");
    file("node_modules/.store/rope@1/node_modules/rope/r.js", "");
    file("node_modules/.store/hemp@2/node_modules/hemp/index.js", "");
    links.put("node_modules/rope", ".store/rope@1/node_modules/rope");
    links.put("node_modules/.store/rope@1/node_modules/hemp", "../../hemp@2/node_modules/hemp");
    String rope = "node_modules/.store/rope@1/node_modules/rope/r.js";
    same("rope", "app.js", false, rope);
    same("hemp", rope, false, "node_modules/.store/hemp@2/node_modules/hemp/index.js");
    same("hemp", "app.js", false, "nothing");
  }

  @Test
  void namesThatLeadOutAreNotFollowed() {
    file("app.js", "");
    assertThat(found("../../etc/passwd", "app.js", false)).isEqualTo("nothing");
    assertThat(found("rope/../../../x", "app.js", false)).isEqualTo("nothing");
    assertThat(found("a\0b", "app.js", false)).isEqualTo("nothing");
  }

  /** What holds on some Nodes only is not all that goes along. */
  @Test
  void conditionsThatHoldSometimesBringWhatOthersFind() {
    file("m.js", "");
    file(
        "node_modules/tide/package.json",
        "{\"exports\": {\"types\": \"./t.d.ts\", \"module-sync\": \"./s.mjs\", \"import\": \"./i.mjs\","
            + " \"require\": \"./r.cjs\"}}");
    file(
        "node_modules/gauge/package.json",
        "{\"exports\": {\".\": {\"node-addons\": \"./native.js\", \"default\": \"./plain.js\"},"
            + " \"./x\": {\"module-sync\": \"./s.mjs\"}}}");
    for (String name : List.of("s.mjs", "i.mjs", "r.cjs", "t.d.ts")) {
      file("node_modules/tide/" + name, "");
    }
    for (String name : List.of("native.js", "plain.js", "s.mjs")) {
      file("node_modules/gauge/" + name, "");
    }
    assertThat(all("tide", false))
        .containsExactly(
            "node_modules/tide/s.mjs", "node_modules/tide/package.json", "node_modules/tide/r.cjs");
    assertThat(all("tide", true)).contains("node_modules/tide/s.mjs", "node_modules/tide/i.mjs");
    assertThat(all("gauge", false))
        .contains("node_modules/gauge/native.js", "node_modules/gauge/plain.js");
    assertThat(all("gauge/x", false)).contains("node_modules/gauge/s.mjs");
  }

  private List<String> all(String specifier, boolean isImport) {
    return resolution().find(specifier, "m.js", isImport).files().stream()
        .map(ModuleTree::path)
        .toList();
  }

  @Test
  void conditionsThatAStartGivesHoldBesideThoseOfNode() {
    file("a.js", "");
    file(
        "node_modules/p/package.json",
        "{\"exports\": {\"harbour\": \"./harbour.js\", \"default\": \"./plain.js\"}}");
    file("node_modules/p/harbour.js", "");
    file("node_modules/p/plain.js", "");
    assertThat(found("p", "a.js", false)).isEqualTo("node_modules/p/plain.js");
    Resolution given = new Resolution(tree(), Set.of("harbour"));
    assertThat(given.find("p", "a.js", false).files())
        .extracting(ModuleTree::path)
        .contains("node_modules/p/harbour.js", "node_modules/p/plain.js");
  }
}
