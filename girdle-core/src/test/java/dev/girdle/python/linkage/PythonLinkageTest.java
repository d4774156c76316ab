package dev.girdle.python.linkage;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Along;
import dev.girdle.closure.Closure;
import dev.girdle.closure.ClosureWalk;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Rank;
import dev.girdle.closure.Thing;
import dev.girdle.closure.Unresolved;
import dev.girdle.closure.WalkListener;
import dev.girdle.io.Content;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.python.tree.ModuleTree;
import dev.girdle.python.tree.RuntimeNames;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** Whole walks over small programs, of which nothing lies on a disk. */
class PythonLinkageTest {
  private final List<Component> components = new ArrayList<>();

  private void own(Map<String, String> files) {
    add("own", ModuleTree.TOP, Role.OWN, files);
  }

  /** A distribution with what it says of itself. */
  private void library(String name, String metadata, Map<String, String> files) {
    Map<String, String> all = new TreeMap<>(files);
    all.put(name + "-1.dist-info/METADATA", "Name: " + name + "\nVersion: 1\n" + metadata);
    add(name + "@1", ModuleTree.origin("site", name), Role.LIBRARY, all);
  }

  private void add(String name, String origin, Role role, Map<String, String> files) {
    List<TreeFile> all = new ArrayList<>();
    files.forEach(
        (path, text) ->
            all.add(new TreeFile(path, Content.of(text.getBytes(StandardCharsets.UTF_8)))));
    components.add(
        new Component(
            name, origin, role, null, null, "", new SubTree(all, List.of()), path -> path));
  }

  private Closure walk() {
    ModuleTree tree = new ModuleTree(components, List.of(""), Set.of(), RuntimeNames::has);
    PythonLinkage linkage =
        new PythonLinkage(
            tree,
            new Projects(components, Map.of("python_version", "3.11")),
            new RuntimeNames(),
            Set.copyOf(tree.file("main.py").stream().toList()),
            true);
    return ClosureWalk.walk(
        linkage,
        List.of(Demand.ofPlan(Thing.FILE, "main.py")),
        true,
        Along.NOTHING,
        WalkListener.NONE,
        n -> {});
  }

  private static List<String> paths(Closure closure) {
    return closure.reached().stream()
        .map(r -> r.item())
        .filter(i -> i.component().role() != Role.RUNTIME)
        .map(Item::path)
        .filter(p -> !p.contains("dist-info"))
        .sorted()
        .toList();
  }

  private static List<String> missing(Closure closure, Rank rank) {
    return closure.unmet().stream().filter(u -> u.rank() == rank).map(Unresolved::name).toList();
  }

  @Test
  void whatADistributionCarriesOfOthersIsFoundByItsPlainName() {
    own(Map.of("main.py", "import cloud\nimport carried\n"));
    library(
        "cloud",
        "",
        Map.of(
            "cloud/__init__.py", "import carried.docs\n",
            "cloud/carried/__init__.py", "",
            "cloud/carried/docs/__init__.py", ""));
    Closure closure = walk();
    assertThat(paths(closure)).contains("cloud/carried/docs/__init__.py");
    assertThat(missing(closure, Rank.NEEDED)).containsExactly("carried");
  }

  @Test
  void whatLibrariesOpenOfTheUsersOwnGoesAlong() {
    own(
        Map.of(
            "main.py", "import board\nshow('list.html')\n",
            "board/__init__.py", "",
            "board/pages/all.txt", "",
            "board/unused.py", "",
            "pages/list.html", "<link href='{{ find('look.css') }}'>",
            "pages/parts/foot.html", "",
            "styles/new/look.css", "",
            "other/notes.txt", ""));
    assertThat(paths(walk()))
        .containsExactly(
            "board/__init__.py",
            "board/pages/all.txt",
            "main.py",
            "pages/list.html",
            "pages/parts/foot.html",
            "styles/new/look.css");
  }

  @Test
  void whatListsNameIsHeldAgainstWhatIsInstalled() {
    own(
        Map.of(
            "requirements.txt",
            "ropes==1.0\nhemp>=2\nabsent\nold; python_version < '3.6'\n",
            "uv.lock",
            "[[package]]\nname = 'hemp'\nversion = '1'\n[[package]]\nname = 'other'\nversion = '1'\n"));
    library("ropes", "", Map.of("ropes.py", ""));
    library("hemp", "", Map.of("hemp.py", ""));
    Projects projects = new Projects(components, Map.of("python_version", "3.11"));
    assertThat(new OwnLists(components.subList(0, 1), projects).differences())
        .containsExactlyInAnyOrder(
            "requirements.txt names what is not installed: absent",
            "requirements.txt names other releases than are installed: hemp 1 for >=2");
  }

  @Test
  void whatIsImportedAndNoListNamesIsTold() {
    own(
        Map.of(
            "requirements.txt", "ropes\n",
            "main.py",
                "import ropes, hemp\ntry:\n    import dye\nexcept ImportError:\n    pass\n"));
    library("ropes", "Requires-Dist: hemp\n", Map.of("ropes.py", "import hemp, fibre\n"));
    library("hemp", "", Map.of("hemp.py", ""));
    library("fibre", "", Map.of("fibre.py", ""));
    library("dye", "", Map.of("dye.py", ""));
    Projects projects = new Projects(components, Map.of("python_version", "3.11"));
    List<Component> own = components.subList(0, 1);
    assertThat(new OwnLists(own, projects).undeclared(walk()))
        .contains("your code imports what no list of yours names: hemp");
    components.remove(0);
    own(Map.of("main.py", "import hemp\n"));
    List<Component> last = components.subList(components.size() - 1, components.size());
    assertThat(new OwnLists(last, projects).undeclared(walk())).isEmpty();
  }

  @Test
  void nativeCodeThatIsMadeForAnotherPythonIsTold() {
    own(Map.of("main.py", "import quay\n"));
    library(
        "quay",
        "",
        Map.of(
            "quay/__init__.py", "from . import _x, _y, _z\n",
            "quay/_x.cpython-39-x86_64-linux-gnu.so", "",
            "quay/_y.cpython-311-x86_64-linux-gnu.so", "",
            "quay/_z.cpython-39-x86_64-linux-gnu.so", "",
            "quay/_z.cpython-311-x86_64-linux-gnu.so", ""));
    Closure closure = walk();
    assertThat(MadeFor.line(closure, Optional.of("3.11"))).contains("3.11");
    assertThat(MadeFor.line(closure, Optional.empty())).contains("3.11");
    assertThat(MadeFor.others(closure, "3.11"))
        .containsExactly(
            "quay/_x.cpython-39-x86_64-linux-gnu.so of quay@1 is made for Python 3.9, and cannot"
                + " be loaded by a Python 3.11");
  }

  @Test
  void helpersAndWordsOfDeclaredProjectsLoadWhatIsThere() {
    own(Map.of("main.py", "import tables\n"));
    library(
        "tables",
        "Requires-Dist: pretty; extra == 'out'\n",
        Map.of(
            "tables.py", "def f():\n    optional_import('marks')\n    use('pretty', 'plain')\n"));
    library("marks", "", Map.of("marks.py", ""));
    library("pretty", "", Map.of("pretty.py", ""));
    library("plain", "", Map.of("plain.py", ""));
    assertThat(paths(walk())).containsExactly("main.py", "marks.py", "pretty.py", "tables.py");
  }

  @Test
  void entryPointsOfAGroupThatCodeSpeaksOfAreLoaded() {
    own(Map.of("main.py", "entry_points(group='harbour.signals')\n"));
    library(
        "lamps",
        "",
        Map.of(
            "lamps/__init__.py", "",
            "lamps/red.py", "import json",
            "lamps-1.dist-info/entry_points.txt", "[harbour.signals]\nred = lamps.red:show\n"));
    library(
        "flags",
        "",
        Map.of(
            "flags.py", "", "flags-1.dist-info/entry_points.txt", "[harbour.flags]\na = flags\n"));
    Closure closure = walk();
    assertThat(paths(closure)).containsExactly("lamps/__init__.py", "lamps/red.py", "main.py");
    assertThat(closure.ofRuntime()).containsKey("json");
  }

  @Test
  void ofTwoChoicesOneWillDo() {
    own(
        Map.of(
            "main.py",
            "try:\n    import fast\nexcept ImportError:\n    import slow\n"
                + "try:\n    import gone\nexcept ImportError:\n    import lost\n"));
    library("fast", "", Map.of("fast.py", ""));
    Closure closure = walk();
    assertThat(missing(closure, Rank.NEEDED)).containsExactly("lost");
    assertThat(missing(closure, Rank.PREPARED)).containsExactlyInAnyOrder("gone", "slow");
  }

  @Test
  void whoCopesWithoutOneThingIsNotPreparedToMissAnother() {
    own(
        Map.of(
            "main.py",
            "try:\n    import radio\nexcept ImportError:\n    radio = None\nimport gone\n"));
    Closure closure = walk();
    assertThat(missing(closure, Rank.NEEDED)).containsExactly("gone");
    assertThat(missing(closure, Rank.PREPARED)).containsExactly("radio");
  }

  @Test
  void aNamespaceIsThereIfAModuleIsInIt() {
    library("tides", "", Map.of("harbour/tides/__init__.py", "", "harbour/depth.py", ""));
    own(Map.of("main.py", "from harbour import depth\n"));
    assertThat(paths(walk())).containsExactly("harbour/depth.py", "main.py");
    components.clear();
    library("tides", "", Map.of("harbour/tides/__init__.py", "", "harbour/depth.py", ""));
    library("empty", "", Map.of("hollow/readme.txt", ""));
    own(Map.of("main.py", "import harbour\nimport hollow\nprint(harbour.__path__)\n"));
    Closure closure = walk();
    assertThat(paths(closure))
        .containsExactly("harbour/depth.py", "harbour/tides/__init__.py", "main.py");
    assertThat(missing(closure, Rank.NEEDED)).containsExactly("hollow");
  }

  @Test
  void aPackageOfOnesOwnThatAPlainWordNamesIsGoneThrough() {
    own(
        Map.of(
            "main.py", "APPLICATIONS = ['berths']\n",
            "berths/__init__.py", "",
            "berths/admin.py", "",
            "idle.py", ""));
    assertThat(paths(walk())).containsExactly("berths/__init__.py", "berths/admin.py", "main.py");
  }

  @Test
  void circlesOfImportsComeToAnEnd() {
    own(Map.of("main.py", "import a", "a.py", "import b", "b.py", "from a import x\nimport main"));
    assertThat(paths(walk())).containsExactly("a.py", "b.py", "main.py");
  }
}
