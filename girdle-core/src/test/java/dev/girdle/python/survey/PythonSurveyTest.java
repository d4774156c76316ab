package dev.girdle.python.survey;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.ecosystem.Progress;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PythonSurveyTest {
  @TempDir Path dir;

  private Path write(String path, String text) throws IOException {
    Path file = dir.resolve(path);
    Files.createDirectories(file.getParent());
    return Files.writeString(file, text);
  }

  private static final String SITE = "app/.venv/lib/python3.11/site-packages/";

  private void environment() throws IOException {
    write("app/.venv/pyvenv.cfg", "home = /nowhere/at/all\nversion = 3.11.2\n");
    write("app/.venv/bin/activate", "x");
  }

  private void install(String name, String release, String... files) throws IOException {
    StringBuilder record = new StringBuilder();
    for (String file : files) {
      record.append(file).append(",,\n");
      if (!file.contains("..")) {
        write(SITE + file, "");
      }
    }
    String info = SITE + name + "-" + release + ".dist-info/";
    write(info + "METADATA", "Name: " + name + "\nVersion: " + release + "\n");
    write(info + "RECORD", record.toString());
  }

  private Application survey(String path) throws IOException {
    return PythonSurvey.survey(Source.of(dir.resolve(path)), Progress.SILENT);
  }

  private static Component named(Application app, String name) {
    return app.components().stream().filter(c -> c.name().equals(name)).findFirst().orElseThrow();
  }

  @Test
  void distributionsAreComponentsAndAllElseIsTheUsers() throws IOException {
    environment();
    install("click", "8.1", "click/__init__.py");
    write(SITE + "loose.py", "");
    write("app/berthplan/__main__.py", "import click");
    write("app/berthplan/__pycache__/x.pyc", "");
    write("app/.env", "SECRET=1");
    try (Application app = survey("app")) {
      assertThat(app.components())
          .extracting(Component::name)
          .containsExactly("app", "click@8.1", "loose");
      assertThat(named(app, "app").items())
          .extracting(Item::path)
          .containsExactly("berthplan/__main__.py");
      assertThat(app.entryPoint().orElseThrow().name()).isEqualTo("berthplan");
      assertThat(app.notices()).anyMatch(n -> n.contains("is gone from this machine"));
      assertThat(app.setAside())
          .anyMatch(s -> s.path().equals(".env") && s.takenFor().contains("secrets"));
    }
  }

  @Test
  void foldersOfDataThatAScriptsTextsLeadToArePartOfIt() throws IOException {
    write("app/plan.py", "render('list.html')\n");
    write("app/pages/list.html", "<link href='look.css'>");
    write("app/pages/parts/foot.html", "");
    write("app/styles/new/look.css", "");
    write("app/letters/private.txt", "");
    write("app/project/main.py", "");
    write("app/project/list.html", "of another program");
    try (Application app = survey("app/plan.py")) {
      assertThat(named(app, "plan").items())
          .extracting(Item::path)
          .containsExactlyInAnyOrder(
              "plan.py", "pages/list.html", "pages/parts/foot.html", "styles/new/look.css");
    }
  }

  @Test
  void eggsAreShownAsIfTheyHadBeenInstalledLikeAllElse() throws IOException {
    environment();
    write("app/main.py", "import knots, splices");
    write(
        SITE + "easy-install.pth",
        "./knots-1.2-py3.11.egg\n./splices-2.0-py3.11.egg\n./torn-1.0-py3.11.egg\n");
    write(SITE + "splices-2.0-py3.11.egg/EGG-INFO/PKG-INFO", "Name: splices\nVersion: 2.0\n");
    write(SITE + "splices-2.0-py3.11.egg/EGG-INFO/top_level.txt", "splices\n");
    write(SITE + "splices-2.0-py3.11.egg/splices/__init__.py", "");
    write(SITE + "unnamed-1.0-py3.11.egg/unnamed.py", "");
    write(SITE + "torn-1.0-py3.11.egg", "PK no archive");
    Path egg = dir.resolve(SITE + "knots-1.2-py3.11.egg");
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(egg))) {
      for (String[] one :
          List.of(
              new String[] {"EGG-INFO/PKG-INFO", "Name: knots\nVersion: 1.2\n"},
              new String[] {"EGG-INFO/top_level.txt", "knots\n"},
              new String[] {"knots/__init__.py", "TIED = 1"},
              new String[] {"knots/__pycache__/__init__.cpython-311.pyc", ""})) {
        zip.putNextEntry(new ZipEntry(one[0]));
        zip.write(one[1].getBytes(StandardCharsets.UTF_8));
      }
    }
    try (Application app = survey("app")) {
      assertThat(named(app, "knots@1.2").items())
          .extracting(Item::path)
          .containsExactlyInAnyOrder(
              "knots-1.2-py3.11.egg-info/PKG-INFO",
              "knots-1.2-py3.11.egg-info/top_level.txt",
              "knots/__init__.py");
      Item code = named(app, "knots@1.2").item("knots/__init__.py").orElseThrow();
      assertThat(code.content().bytes(100)).asString().isEqualTo("TIED = 1");
      assertThat(named(app, "splices@2.0").item("splices/__init__.py")).isPresent();
      assertThat(app.components()).extracting(Component::name).doesNotContain("unnamed@1.0");
      assertThat(app.notices())
          .anyMatch(n -> n.startsWith("torn-1.0-py3.11.egg cannot be read as an archive"));
    }
  }

  @Test
  void whatIsInstalledBesidePackagesBelongsToItsDistribution() throws IOException {
    environment();
    install(
        "board",
        "1",
        "board.py",
        "../../../share/board/look.css",
        "../../../share/gone.txt",
        "../../../bin/board",
        "../../../share/../../../outside.txt");
    write("app/.venv/share/board/look.css", "p {}");
    write("app/.venv/bin/board", "#!/app/.venv/bin/python\n");
    write("outside.txt", "x");
    write("app/main.py", "import board");
    try (Application app = survey("app")) {
      assertThat(named(app, "board@1").items())
          .extracting(Item::path)
          .contains("board-1.data/data/share/board/look.css")
          .noneMatch(p -> p.contains("gone") || p.contains("outside") || p.contains("bin/"));
      assertThat(app.notices())
          .anyMatch(n -> n.contains("names a file outside of its environment"));
    }
  }

  @Test
  void filesThatAScriptListsBesideItselfArePartOfIt() throws IOException {
    write(
        "app/plan.py",
        """
        from pathlib import Path
        import os, glob
        HERE = Path(__file__).parent
        for one in sorted(HERE.glob("*.json")):
            print(one)
        print(glob.glob("*.csv"), (HERE / "lists").glob("*.txt"))
        print(os.listdir(os.path.dirname(__file__)))
        """);
    write("app/north.json", "{}");
    write("app/private.csv", "");
    write("app/lists/a.txt", "");
    try (Application app = survey("app/plan.py")) {
      assertThat(named(app, "plan").items())
          .extracting(Item::path)
          .containsExactlyInAnyOrder("plan.py", "north.json", "lists/a.txt");
      assertThat(app.notices())
          .filteredOn(n -> n.contains("lists the folder"))
          .singleElement()
          .asString()
          .startsWith("plan.py:7 ");
    }
  }

  @Test
  void whatIsWrongWithListsIsTold() throws IOException {
    environment();
    install("one", "1", "shared.py", "../../../bin/one", "../../../../../etc/passwd");
    install("two", "2", "shared.py");
    write("app/main.py", "import shared");
    try (Application app = survey("app")) {
      assertThat(app.notices())
          .anyMatch(n -> n.contains("names a file outside of its environment"))
          .anyMatch(n -> n.contains("one-1 and two-2") && n.contains("both list shared.py"));
      assertThat(named(app, "two@2").items()).extracting(Item::path).doesNotContain("shared.py");
    }
  }

  @Test
  void codeThatIsInstalledToBeEditedIsTheUsersOwn() throws IOException {
    environment();
    write("elsewhere/src/tides/__init__.py", "");
    write("other/berths/__init__.py", "");
    install("tides", "1", "__editable__.tides-1.pth");
    write(SITE + "__editable__.tides-1.pth", dir.resolve("elsewhere/src") + "\n");
    install("berths", "1", "__editable___berths_1_finder.py", "__editable__.berths-1.pth");
    write(SITE + "__editable__.berths-1.pth", "import __editable___berths_1_finder");
    write(
        SITE + "__editable___berths_1_finder.py",
        "MAPPING: dict[str, str] = {'berths': '" + dir.resolve("other/berths") + "'}\n");
    write("app/main.py", "import tides, berths");
    try (Application app = survey("app")) {
      assertThat(app.components())
          .filteredOn(c -> c.origin().startsWith("editable "))
          .flatExtracting(Component::items)
          .extracting(Item::path)
          .containsExactly("berths/__init__.py", "tides/__init__.py");
      assertThat(app.components())
          .flatExtracting(Component::items)
          .extracting(Item::path)
          .noneMatch(p -> p.contains("__editable__"));
    }
  }

  @Test
  void aScriptTakesOnlyWhatItNames() throws IOException {
    write(
        "home/berthplan.py", "import tides\nopen('data/berths.csv')\nchoose('quays_.settings')\n");
    write("home/quays_/settings.py", "");
    write("home/tides.py", "open(f'curves/{x}.txt')");
    write("home/idle.py", "import something_that_is_not_there");
    write("home/data/berths.csv", "");
    write("home/curves/north.txt", "");
    write("home/letters/private.txt", "");
    try (Application app = survey("home/berthplan.py")) {
      assertThat(app.components().get(0).items())
          .extracting(Item::path)
          .containsExactly(
              "berthplan.py",
              "curves/north.txt",
              "data/berths.csv",
              "idle.py",
              "quays_/settings.py",
              "tides.py");
    }
  }
}
