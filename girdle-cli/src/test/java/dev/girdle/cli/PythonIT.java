package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A Python program of the harbour office, from its project to a folder that runs alone. */
class PythonIT {
  private static final boolean CAN_RUN =
      Arrays.stream(System.getenv().getOrDefault("PATH", "").split(":"))
          .anyMatch(f -> Files.isExecutable(Path.of(f, "python3")));

  private static final String SITE = "berthplan/.venv/lib/python3.8/site-packages/";

  @TempDir Path dir;
  private Path app;

  private Path file(String path, String text) throws IOException {
    Path file = dir.resolve(path);
    Files.createDirectories(file.getParent());
    return Files.writeString(file, text);
  }

  private void install(String name, String release, String more, String... files)
      throws IOException {
    String info = name + "-" + release + ".dist-info/";
    StringBuilder record = new StringBuilder();
    for (String one : files) {
      record.append(one).append(",,\n");
    }
    record.append(info).append("METADATA,,\n").append(info).append("RECORD,,\n");
    file(SITE + info + "RECORD", record.toString());
    file(
        SITE + info + "METADATA",
        "Metadata-Version: 2.1\nName: " + name + "\nVersion: " + release + "\n" + more);
  }

  /** A project with an environment in it: four distributions, of which two are needed. */
  @BeforeEach
  void build() throws IOException {
    app = dir.resolve("berthplan");
    file(
        "berthplan/pyproject.toml",
        """
        [project]
        name = "berthplan"
        version = "1.3"
        dependencies = ["ropes"]
        [project.scripts]
        berthplan = "berthplan.cli:main"
        """);
    file(
        "berthplan/src/berthplan/__init__.py",
        "from typing import TYPE_CHECKING\nif TYPE_CHECKING:\n    import only_for_types\n");
    file(
        "berthplan/src/berthplan/cli.py",
        """
        import sys
        from pathlib import Path
        import ropes
        from importlib.metadata import version
        try:
            import radio
        except ImportError:
            radio = None
        def main():
            text = (Path(__file__).parent / "data" / "berths.txt").read_text()
            print(text.strip(), ropes.tie(), version("hemp"), radio, sys.argv[1:])
        """);
    file("berthplan/src/berthplan/data/berths.txt", "north-south\n");
    file("berthplan/tests/test_cli.py", "import checker\n");
    file("berthplan/.env", "PASSWORD=x\n");
    file("berthplan/.venv/pyvenv.cfg", "home = /usr/bin\nversion = 3.8.0\n");
    file(SITE + "ropes/__init__.py", "from ._knots import tie\n");
    file(SITE + "ropes/_knots.py", "import hemp\ndef tie():\n    return 'tied ' + hemp.FIBRE\n");
    file(SITE + "ropes/unused.py", "");
    file(SITE + "ropes/tests/test_knots.py", "");
    file(SITE + "ropes/__init__.pyi", "");
    file(SITE + "ropes-1.2.dist-info/licenses/LICENSE", "MIT License");
    install(
        "ropes",
        "1.2",
        "License-Expression: MIT\nRequires-Dist: hemp\nRequires-Dist: dye; extra == 'colour'\n",
        "ropes/__init__.py",
        "ropes/_knots.py",
        "ropes/unused.py",
        "ropes/tests/test_knots.py",
        "ropes/__init__.pyi",
        "ropes-1.2.dist-info/licenses/LICENSE");
    file(SITE + "hemp.py", "FIBRE = 'hemp'\n");
    install("hemp", "2.0", "", "hemp.py");
    file(SITE + "checker/__init__.py", "import ropes\n");
    install("checker", "3.0", "", "checker/__init__.py");
    file(SITE + "pip/__init__.py", "");
    install("pip", "24.0", "", "pip/__init__.py");
  }

  private Result girdle(Object... words) {
    return Run.girdle(words).in(dir).go();
  }

  private JsonNode json(Object... words) throws IOException {
    return new ObjectMapper().readTree(Run.girdle(words).in(dir).go().bytes());
  }

  private void requirePython() {
    Assumptions.assumeTrue(CAN_RUN, "there is no Python here to start it with");
  }

  @Test
  void surveyTellsWhatThereIs() {
    Result survey = girdle("survey", app);
    assertThat(survey.err()).isEmpty();
    assertThat(survey.out())
        .contains("berthplan 1.3, a Python application")
        .contains("berthplan.cli:main")
        .contains("command berthplan of the project")
        .contains(".venv/ropes")
        .contains("which may hold secrets");
  }

  @Test
  void onlyWhatRunsGoesAlongAtEveryLevel() throws IOException {
    JsonNode components = json("closure", app, "--prune", "components", "--json");
    assertThat(components.at("/kept").toString())
        .contains("ropes@1.2", "hemp@2.0")
        .doesNotContain("checker", "pip");
    assertThat(components.at("/unmet").findValuesAsText("rank")).doesNotContain("needed");
    assertThat(components.at("/unmet").toString()).doesNotContain("only_for_types");
    JsonNode files = json("closure", app, "--json");
    assertThat(files.at("/ballast").toString())
        .contains("__init__.pyi", "tests/test_knots.py", "RECORD")
        .doesNotContain("LICENSE", "unused.py", "METADATA");
    JsonNode code = json("closure", app, "--prune", "code", "--json");
    assertThat(code.at("/ballast").toString())
        .contains("ropes/unused.py")
        .doesNotContain("ropes/_knots");
    assertThat(girdle("explain", app, "hemp").out()).contains("ropes/_knots.py, line 1, imports");
    assertThat(girdle("explain", app, "checker").out()).contains("checker");
  }

  @Test
  void allThatIsMissingIsToldAtOnce() throws IOException {
    file("berthplan/src/berthplan/cli.py", "import gone, ropes\nfrom . import cli\ndef main(): 0");
    Files.delete(dir.resolve(SITE + "hemp.py"));
    Files.delete(dir.resolve(SITE + "hemp-2.0.dist-info/METADATA"));
    Files.delete(dir.resolve(SITE + "hemp-2.0.dist-info/RECORD"));
    Result sealed = girdle("seal", app, "--form", "folder");
    assertThat(sealed.status()).isEqualTo(1);
    assertThat(sealed.err())
        .contains("gone")
        .contains("hemp")
        .contains("src/berthplan/cli.py, line 1, imports");
    assertThat(dir.resolve("sealed")).doesNotExist();
  }

  @Test
  void theFolderRunsWithTheReceiversPythonAndNothingElseOfIts() throws IOException {
    requirePython();
    girdle("seal", app, "--form", "folder", "--form", "executable", "--out", "sealed");
    Path made = dir.resolve("sealed/berthplan-1.3");
    Path moved = Files.move(made, dir.resolve("moved here"));
    Files.move(app, dir.resolve("gone"));
    file("trap/ropes.py", "raise SystemExit('the wrong one')");
    String says = "north-south tied hemp 2.0 None ['a b']\n";
    Run run = Run.of(moved.resolve("bin/berthplan"), "a b");
    assertThat(run.with("PYTHONPATH", dir.resolve("trap").toString()).well().out()).isEqualTo(says);
    assertThat(Run.of(dir.resolve("sealed/berthplan-1.3.run"), "a b").well().out()).isEqualTo(says);
    try (var all = Files.walk(moved)) {
      assertThat(all.map(Path::toString))
          .noneMatch(p -> p.contains("checker") || p.endsWith(".env") || p.endsWith(".pyi"))
          .anyMatch(p -> p.endsWith("packages/ropes/unused.py"));
    }
  }

  @Test
  void oneFileUnpacksItselfOnceAndSaysWhichPythonItNeeds() throws IOException {
    requirePython();
    girdle("seal", app, "--form", "archive", "--out", "sealed");
    Path made = dir.resolve("sealed/berthplan-1.3.pyz");
    String cache = dir.resolve("cache").toString();
    for (int i = 0; i < 2; i++) {
      Run run = Run.of("python3", made, "a b").with("XDG_CACHE_HOME", cache);
      assertThat(run.well().out()).isEqualTo("north-south tied hemp 2.0 None ['a b']\n");
    }
    Path unpacked = folder("cache/girdle-unpacked");
    Path berths = unpacked.resolve("app/src/berthplan/data/berths.txt");
    assertThat(Files.readString(berths)).isEqualTo("north-south\n");
    assertThat(girdle("check", made).out()).contains("whole and unaltered");
    file("berthplan/pyproject.toml", "[project]\nname = 'berthplan'\nrequires-python = '>=3.99'");
    file("berthplan/src/berthplan/__main__.py", "type Berth = int\n");
    girdle("seal", app, "--entry", "berthplan", "--form", "archive", "--out", "later");
    Result old = Run.of("python3", folder("later")).with("XDG_CACHE_HOME", cache).go();
    assertThat(old.status()).isEqualTo(127);
    assertThat(old.err()).contains("is needed, and this is Python 3.");
  }

  @Test
  void whatTheProgramStartsAsItsInterpreterFindsItsPackages() throws IOException {
    requirePython();
    file(
        "berthplan/src/berthplan/cli.py",
        """
        import multiprocessing, subprocess, sys
        import ropes
        def double(x):
            return 2 * x
        def main():
            code = "import ropes, sys; print(ropes.tie(), sys.argv[1:])"
            for words in (["-c", code, "x"], ["-I", "-m", "berthplan.child", "y z"]):
                print(subprocess.run([sys.executable] + words, stdout=-1).stdout.decode().strip())
            with multiprocessing.get_context("spawn").Pool(1) as pool:
                print(pool.map(double, [1, 2]))
        """);
    file(
        "berthplan/src/berthplan/child.py",
        "import ropes, sys\nif __name__ == '__main__':\n    print('child', sys.argv[1:])\n");
    girdle("seal", app, "--form", "folder", "--prune", "code", "--out", "sealed");
    assertThat(Run.of(dir.resolve("sealed/berthplan-1.3/bin/berthplan")).well().out())
        .isEqualTo("tied hemp ['x']\nchild ['y z']\n[2, 4]\n");
  }

  @Test
  void aTrimmedPythonGoesAlongWithWhatItsOwnCodeAsksFor() throws IOException {
    requirePython();
    Result sealed =
        girdle("seal", app, "--form", "folder", "--runtime", "trimmed", "--out", "sealed");
    Assumptions.assumeTrue(
        !sealed.err().contains("no runtime for"), "the Python here cannot go along");
    assertThat(sealed.err()).isEmpty();
    Path made = folder("sealed");
    assertThat(Run.of(made.resolve("bin/berthplan"), "x").with("PATH", "/nowhere").well().out())
        .isEqualTo("north-south tied hemp 2.0 None ['x']\n");
    JsonNode record = new ObjectMapper().readTree(made.resolve("girdle-record.json").toFile());
    assertThat(record.at("/runtime/bundled").asText()).isEqualTo("trimmed");
    assertThat(record.at("/runtime/parts").toString())
        .contains("pathlib")
        .doesNotContain("sqlite3");
    assertThat(girdle("check", made).out()).contains("whole and unaltered");
    Result rehearsed = girdle("rehearse", made, "--", "x");
    assertThat(rehearsed.out()).contains("A stranger can run it");
  }

  private Path folder(String out) throws IOException {
    try (var all = Files.list(dir.resolve(out))) {
      return all.findFirst().orElseThrow();
    }
  }

  @Test
  void itRunsWithoutSourcesButForThoseThatAreReadAsFiles() throws IOException {
    requirePython();
    file(
        "berthplan/src/berthplan/cli.py",
        """
        import multiprocessing, subprocess, sys
        from pathlib import Path
        import ropes
        def double(x):
            return 2 * x
        def main():
            child = str(Path(__file__).parent / "child.py")
            print(subprocess.run([sys.executable, child], stdout=-1).stdout.decode().strip())
            print(Path(main.__code__.co_filename).is_absolute(), ropes.tie())
            with multiprocessing.get_context("spawn").Pool(1) as pool:
                print(pool.map(double, [1, 2]))
        """);
    file("berthplan/src/berthplan/child.py", "import ropes\nprint('child', ropes.tie())\n");
    file(SITE + "hemp.py", "FIBRE = 'hemp'\nKIND = '.py'\n");
    Result sealed = girdle("seal", app, "--form", "folder", "--without-sources");
    assertThat(sealed.out())
        .contains("a source goes along: src/berthplan/cli.py:7 names child.py")
        .contains("a source goes along: hemp@2.0 speaks of sources in hemp.py:2");
    Path made = folder("sealed");
    assertThat(Run.of(made.resolve("bin/berthplan")).well().out())
        .isEqualTo("child tied hemp\nTrue tied hemp\n[2, 4]\n");
    try (var all = Files.walk(made)) {
      assertThat(all.map(p -> p.getFileName().toString()).filter(n -> n.endsWith(".py")))
          .containsExactlyInAnyOrder("begin.py", "child.py", "hemp.py");
    }
    JsonNode record = new ObjectMapper().readTree(made.resolve("girdle-record.json").toFile());
    assertThat(record.at("/leftOut").toString()).contains("src/berthplan/cli.py");
    assertThat(record.at("/runtime/needs").asText()).matches(">=3\\.\\d+ <3\\.\\d+");
    assertThat(girdle("rehearse", made).out()).contains("A stranger can run it");
    file("berthplan/bin/ropes", "#!/usr/bin/env python3\nimport ropes\nprint(ropes.tie())\n");
    girdle("seal", app, "--entry", "bin/ropes", "--without-sources", "--out", "command");
    assertThat(Run.of(folder("command").resolve("bin/berthplan")).well().out())
        .as("a command that is called like the package that it starts")
        .isEqualTo("tied hemp\n");
    file("other.mjs", "console.log(1)");
    assertThat(girdle("seal", dir.resolve("other.mjs"), "--without-sources").err())
        .contains("Node.js programs cannot be sealed without sources");
  }

  @Test
  void theSameInputGivesTheSameBytes() throws IOException {
    requirePython();
    List<byte[]> made = new ArrayList<>();
    for (String out : List.of("one", "two")) {
      girdle("seal", app, "--form", "zip", "--out", out);
      made.add(Files.readAllBytes(folder(out)));
    }
    assertThat(made.get(0)).isEqualTo(made.get(1));
  }

  @Test
  void aRehearsalTracesWhatIsMissedToWhatWasLeftOut() throws IOException {
    requirePython();
    girdle("seal", app, "--form", "folder", "--never", "hemp.py", "--missing-ok", "hemp");
    Result rehearsed = girdle("rehearse", folder("sealed"), "--", "x");
    assertThat(rehearsed.status()).isEqualTo(1);
    assertThat(rehearsed.out()).contains("hemp").contains("always: [");
  }

  @Test
  void whatPythonWouldNotReadIsTold() throws IOException {
    Files.write(app.resolve("src/berthplan/cli.py"), new byte[] {'x', '=', 0});
    Result closure = girdle("closure", app);
    assertThat(closure.out() + closure.err()).contains("zero byte");
    file("berthplan/src/berthplan/cli.py", "import json, ropes\ndef main(): 0");
    file("berthplan/src/json.py", "x = 1\n");
    assertThat(girdle("closure", app).out())
        .contains("src/json.py is called like Python's own json");
  }

  @Test
  void ofAScriptEverythingCanBeAskedFor() throws IOException {
    file("plan/plan.py", "import os\nos.environ['SETTINGS'] = 'quays.settings'\n");
    file("plan/quays/settings.py", "DEPTH = 7\n");
    assertThat(girdle("explain", dir.resolve("plan/plan.py"), "quays/settings.py").out())
        .contains("plan.py, line 2, names in a text quays.settings");
  }
}
