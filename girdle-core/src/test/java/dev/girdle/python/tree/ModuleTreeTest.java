package dev.girdle.python.tree;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.io.Content;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Modules are found as Python finds them, in folders that need not be on disk. */
class ModuleTreeTest {
  private final List<Component> components = new ArrayList<>();

  private void component(String origin, Map<String, String> files) {
    List<TreeFile> all =
        files.entrySet().stream()
            .map(
                e ->
                    new TreeFile(
                        e.getKey(), Content.of(e.getValue().getBytes(StandardCharsets.UTF_8))))
            .toList();
    components.add(
        new Component(
            "c" + components.size(),
            origin,
            origin.equals(".") ? Role.OWN : Role.LIBRARY,
            null,
            null,
            "",
            new SubTree(all, List.of()),
            p -> p));
  }

  private ModuleTree tree() {
    return new ModuleTree(components, List.of("src/", ""), Set.of(), RuntimeNames::has);
  }

  private List<String> find(String name) {
    Found found = tree().find(name);
    return found.isWhole() ? found.items().stream().map(Item::path).toList() : null;
  }

  @Test
  void packagesAreLoadedWithAllThatStandsAboveThem() {
    component(".", Map.of("src/a/__init__.py", "", "src/a/b/__init__.py", "", "src/a/b/c.py", ""));
    assertThat(find("a.b.c"))
        .containsExactly("src/a/__init__.py", "src/a/b/__init__.py", "src/a/b/c.py");
    assertThat(find("a.b.d")).isNull();
    assertThat(tree().submodules("a")).containsExactly("b");
  }

  @Test
  void nativeCodeComesBeforeSourceAndPackagesBeforeModules() {
    component(
        "site/x",
        Map.of(
            "m.py", "", "m.cpython-311-x86_64-linux-gnu.so", "", "p.py", "", "p/__init__.py", ""));
    assertThat(find("m")).containsExactly("m.cpython-311-x86_64-linux-gnu.so", "m.py");
    assertThat(find("p")).containsExactly("p/__init__.py");
  }

  @Test
  void namespacesAreJoinedOverFolders() {
    component("site/x", Map.of("harbour/north/__init__.py", ""));
    component("more/y", Map.of("harbour/south.py", ""));
    assertThat(find("harbour.north")).containsExactly("harbour/north/__init__.py");
    assertThat(find("harbour.south")).containsExactly("harbour/south.py");
    assertThat(find("harbour")).isEmpty();
  }

  @Test
  void aPackageHidesANamespaceUnlessItSaysThatThereAreOthers() {
    component("site/x", Map.of("harbour/__init__.py", "x = 1"));
    component("more/y", Map.of("harbour/south.py", ""));
    assertThat(find("harbour.south")).isNull();
    components.clear();
    component(
        "site/x",
        Map.of(
            "harbour/__init__.py", "__path__ = __import__('pkgutil').extend_path(__path__, 'x')"));
    component("more/y", Map.of("harbour/south.py", ""));
    assertThat(find("harbour.south")).containsExactly("harbour/__init__.py", "harbour/south.py");
  }

  @Test
  void theUsersOwnHidesPythonsOwnAndThatHidesPackages() {
    component(".", Map.of("json.py", ""));
    component("site/x", Map.of("json/__init__.py", "", "csv.py", ""));
    assertThat(find("json")).containsExactly("json.py");
    assertThat(tree().find("csv").isOfRuntime()).isTrue();
    assertThat(tree().shadowing()).containsOnlyKeys("json");
  }

  @Test
  void codeInFoldersThatAreNoPackagesBelowOneLiesAmongData() {
    component(
        "site/x",
        Map.of(
            "moves/__init__.py", "",
            "moves/templates/plain/env.py", "",
            "moves/templates/plain/script.mako", "",
            "moves/sub/__init__.py", "",
            "moves/sub/code.py", "",
            "space/part.py", ""));
    assertThat(components.get(0).items().stream().filter(ModuleTree::isAmongData))
        .extracting(Item::path)
        .containsExactly("moves/templates/plain/env.py");
  }

  @Test
  void modulesThatCameAndWentAreKnownByRelease() {
    assertThat(RuntimeNames.has("tomllib", "3.10")).isFalse();
    assertThat(RuntimeNames.has("tomllib", "3.11")).isTrue();
    assertThat(RuntimeNames.has("imp", "3.12")).isFalse();
    assertThat(RuntimeNames.has("imp", "")).isTrue();
  }
}
