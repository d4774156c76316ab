package dev.girdle.python.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assumptions.assumeThat;

import dev.girdle.python.source.Mention.Certainty;
import dev.girdle.python.source.Mention.Way;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SourceReaderTest {
  /** Writes down what Python's own parser finds in files that are named line by line. */
  private static final String REFERENCE =
      """
      import ast, sys
      for f in sys.stdin.read().splitlines():
          try:
              tree = ast.parse(open(f, 'rb').read())
          except Exception:
              print(f, 'unreadable', sep='\\t')
              continue
          print(f, 'read', sep='\\t')
          for n in ast.walk(tree):
              if isinstance(n, ast.Import):
                  for a in n.names:
                      print(f, '0 ' + a.name + ' ', sep='\\t')
              elif isinstance(n, ast.ImportFrom):
                  names = ','.join(a.name for a in n.names)
                  print(f, '%d %s %s' % (n.level, n.module or '', names), sep='\\t')
      """;

  private static List<Mention> read(String... lines) {
    return SourceReader.read(String.join("\n", lines) + "\n", Starting.MAY_BE);
  }

  private static List<String> imports(String... lines) {
    return read(lines).stream()
        .filter(m -> m.way() == Way.IMPORT)
        .map(m -> ".".repeat(m.level()) + m.name() + " " + m.names() + " " + m.certainty())
        .toList();
  }

  private static List<String> texts(String... lines) {
    return read(lines).stream()
        .filter(m -> m.way() == Way.TEXT)
        .map(m -> m.name() + (m.isWhole() ? "" : "…" + m.end()))
        .toList();
  }

  @Test
  void allFormsOfImportAreRead() {
    assertThat(
            imports(
                "import a, b.c as d",
                "from .e import f as g, h",
                "from .. import (i,  # a remark",
                "    j)",
                "from k import *; import l"))
        .containsExactly(
            "a [] ALWAYS",
            "b.c [] ALWAYS",
            ".e [f, h] ALWAYS",
            ".. [i, j] ALWAYS",
            "k [*] ALWAYS",
            "l [] ALWAYS");
  }

  @Test
  void whatOnlyLooksLikeAnImportIsNone() {
    assertThat(
            imports(
                "'''",
                "import a",
                "'''",
                "x = 'import b' # import c",
                "y = r'\\'; z = f\"{'import d'}\"",
                "def f(importer): return importer"))
        .isEmpty();
  }

  @Test
  void blocksTellHowSureItIs() {
    assertThat(
            imports(
                "if TYPE_CHECKING:",
                "    import never",
                "else:",
                "    import always",
                "if sys.platform == 'win32': import windows",
                "class C:",
                "    import inclass",
                "    def f(self):",
                "        import later",
                "try:",
                "    import first",
                "except ImportError:",
                "    import second",
                "try:",
                "    import hard",
                "except ImportError as e:",
                "    raise SystemExit(e)",
                "with suppress(ImportError):",
                "    import soft"))
        .containsExactly(
            "always [] ALWAYS",
            "windows [] ELSEWHERE",
            "inclass [] ALWAYS",
            "later [] PERHAPS",
            "first [] CAUGHT",
            "second [] ALWAYS",
            "hard [] ALWAYS",
            "soft [] CAUGHT");
  }

  @Test
  void anAlternativeKnowsWhatIsTriedBefore() {
    List<Mention> all = read("try:", "  import fast", "except ImportError:", "  import slow");
    assertThat(all).extracting(Mention::insteadOf).containsExactly("", "fast");
  }

  @Test
  void aStartedScriptIsSureOfItsMainBlock() {
    String text = "if __name__ == '__main__':\n    import a\n";
    assertThat(SourceReader.read(text, Starting.STARTED))
        .filteredOn(m -> m.way() == Way.IMPORT)
        .extracting(Mention::certainty)
        .containsExactly(Certainty.ALWAYS);
    assertThat(SourceReader.read(text, Starting.MAY_BE))
        .filteredOn(m -> m.way() == Way.IMPORT)
        .extracting(Mention::certainty)
        .containsExactly(Certainty.PERHAPS);
    assertThat(SourceReader.read(text, Starting.NEVER)).noneMatch(m -> m.way() == Way.IMPORT);
  }

  @Test
  void callsThatTakeNamesAreRead() {
    List<Mention> all =
        read(
            "NAME = 'plugins.north'",
            "import_module(NAME)",
            "importlib.import_module('.sub', __package__)",
            "__import__('pack.' + name)",
            "import_module(f'drivers.{kind}.main')",
            "find_spec('perhaps')",
            "run([sys.executable, '-m', 'tool.child'])",
            "run(['pytest', '-m', 'not slow'])");
    assertThat(all)
        .filteredOn(m -> m.way() == Way.CALL)
        .extracting(m -> m.level() + m.name() + (m.isWhole() ? "" : "…" + m.end()))
        .containsExactly(
            "0plugins.north", "1sub", "0pack.…", "0drivers.….main", "0perhaps", "0tool.child");
  }

  @Test
  void whoListsFilesAndLoadsModulesLoadsAny() {
    assertThat(
            read("for name in os.listdir(HERE):", "    load_module_from_file(name)").stream()
                .filter(m -> m.way() == Way.CALL))
        .hasSize(1)
        .allMatch(m -> m.name().isEmpty() && !m.isWhole() && m.line() == 1);
    assertThat(read("os.listdir(HERE)")).noneMatch(m -> m.way() == Way.CALL);
    assertThat(read("def optional_import(name): pass", "t = optional_import('tables')"))
        .filteredOn(m -> m.way() == Way.MAY_CALL)
        .extracting(Mention::name)
        .containsExactly("tables");
  }

  @Test
  void privateFunctionsThatOnlyTheMainBlockCallsNeverRun() {
    String text =
        """
        def _test():
            import doctest
        def _used():
            import used
        _used()
        if __name__ == '__main__':
            _test()
        """;
    assertThat(SourceReader.read(text, Starting.NEVER))
        .filteredOn(m -> m.way() == Way.IMPORT)
        .extracting(Mention::name)
        .containsExactly("used");
  }

  @Test
  void pathsThatAreJoinedAreTextsOfTheirOwn() {
    assertThat(texts("p = HERE / 'data' / 'tides.csv'")).contains("data/tides.csv");
    assertThat(texts("p = os.path.join(HERE, 'data', f'{name}.csv')")).contains("data/….csv");
    assertThat(texts("p = 'icons/%s.png' % name")).containsExactly("icons/….png");
    assertThat(texts("'a remark of its own'")).isEmpty();
  }

  @Test
  void encodingsAreThoseThatPythonReads() throws Exception {
    byte[] latin = "# coding: latin-1\nx = 'é'\n".getBytes(StandardCharsets.ISO_8859_1);
    assertThat(SourceText.of(latin)).contains("é");
    assertThatThrownBy(() -> SourceText.of("x = 'é'".getBytes(StandardCharsets.ISO_8859_1)))
        .isInstanceOf(MalformedSourceException.class)
        .hasMessageContaining("UTF-8");
    assertThatThrownBy(() -> SourceText.of(new byte[] {'x', 0}))
        .isInstanceOf(MalformedSourceException.class)
        .hasMessageContaining("zero byte");
  }

  @Test
  void newerSyntaxIsTold() {
    assertThat(SyntaxRelease.of("x = 1\n")).isEqualTo("3.0");
    assertThat(SyntaxRelease.of("match = 1\nmatch(x)\n")).isEqualTo("3.0");
    assertThat(SyntaxRelease.of("match x:\n  case 1: pass\n")).isEqualTo("3.10");
    assertThat(SyntaxRelease.of("try:\n  f()\nexcept* E:\n  pass\n")).isEqualTo("3.11");
    assertThat(SyntaxRelease.of("def f[T](x: T): pass\n")).isEqualTo("3.12");
  }

  /** All of Python's own library, read by its own parser and by ours. */
  /** Looking back from each of them to where their bracket opens would take minutes. */
  @Test
  void tablesOfManyWordsAreReadInTimeThatGrowsWithThem() {
    StringBuilder text = new StringBuilder("WORDS = (");
    for (int i = 0; i < 120_000; i++) {
      text.append(i).append(", 'quay").append(i).append("', ");
    }
    assertThat(SourceReader.read(text + ")\n", Starting.NEVER)).hasSize(120_000);
  }

  @Test
  void thePythonOfThisMachineReadsTheSame(@TempDir Path dir) throws Exception {
    Path reference = Files.writeString(dir.resolve("reference.py"), REFERENCE);
    List<Path> files = library();
    assumeThat(files).as("a Python on this machine").isNotEmpty();
    Path names = Files.writeString(dir.resolve("names"), String.join("\n", texts(files)));
    Path told = dir.resolve("told");
    Process process =
        new ProcessBuilder("python3", reference.toString())
            .redirectInput(names.toFile())
            .redirectOutput(told.toFile())
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    assertThat(process.waitFor()).isZero();
    Map<String, List<String>> wanted = new TreeMap<>();
    for (String line : Files.readAllLines(told)) {
      String[] parts = line.split("\t", 2);
      List<String> of = wanted.computeIfAbsent(parts[0], f -> new ArrayList<>());
      if (parts[1].equals("unreadable")) {
        wanted.remove(parts[0]);
      } else if (!parts[1].equals("read")) {
        of.add(parts[1]);
      }
    }
    assertThat(wanted).hasSizeGreaterThan(100);
    for (Map.Entry<String, List<String>> file : wanted.entrySet()) {
      String text = SourceText.of(Files.readAllBytes(Path.of(file.getKey())));
      if (text.contains("TYPE_CHECKING") || text.contains("if False:")) {
        continue; // what never runs is not asked for
      }
      List<String> found =
          SourceReader.read(text, Starting.MAY_BE).stream()
              .filter(m -> m.way() == Way.IMPORT)
              .map(m -> m.level() + " " + m.name() + " " + String.join(",", m.names()))
              .toList();
      assertThat(found).as(file.getKey()).containsExactlyInAnyOrderElementsOf(file.getValue());
    }
  }

  private static List<String> texts(List<Path> files) {
    return files.stream().map(Path::toString).toList();
  }

  private static List<Path> library() throws IOException, InterruptedException {
    try {
      Process process =
          new ProcessBuilder("python3", "-I", "-S", "-c", "import os; print(os.__file__)").start();
      String said = new String(process.getInputStream().readAllBytes()).strip();
      process.waitFor();
      try (var all = Files.walk(Path.of(said).getParent(), 3)) {
        return all.filter(p -> p.toString().endsWith(".py"))
            .filter(p -> !p.toString().contains("site-packages"))
            .sorted()
            .limit(700)
            .toList();
      }
    } catch (IOException e) {
      return List.of();
    }
  }
}
