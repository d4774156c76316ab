package dev.girdle.python.pack;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What packages say of themselves, in the forms of the specifications. */
class PackTest {
  private static final Map<String, String> LINUX =
      Map.of("python_version", "3.11", "sys_platform", "linux", "os_name", "posix");

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "tomli; python_version < '3.11'|false",
        "tomli; python_version < '3.9'|false",
        "a; python_version >= '3.8' and sys_platform == 'linux'|true",
        "a; sys_platform == 'win32' or os_name == 'posix'|true",
        "a; (sys_platform == 'win32' or os_name == 'nt') and python_version > '3'|false",
        "a; 'linux' in sys_platform|true",
        "a; sys_platform not in 'linux darwin'|false",
        "a; platform_machine == 'arm64'|true",
        "a; python_version == '3.11.*'|true",
        "a; what is this|true"
      })
  void markersHoldWhereTheySay(String requirement, boolean holds) {
    assertThat(Requirement.of(requirement).orElseThrow().marker().holds(LINUX)).isEqualTo(holds);
  }

  @Test
  void requirementsAreTakenApart() {
    Requirement one = Requirement.of("Foo_Bar.baz[extra1,extra2]>=1.2,<2 ; extra == 'x'").get();
    assertThat(one.name()).isEqualTo("foo-bar-baz");
    assertThat(one.specifier()).isEqualTo(">=1.2,<2");
    assertThat(one.marker().isForExtra()).isTrue();
    assertThat(Requirement.of("# no name")).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      value = {
        ">=3.8|3.8",
        ">=3.9.2|3.9.2",
        ">3.9|3.10",
        "~=3.10|3.10",
        "!=3.8.*,>=3.8|3.9",
        "==3.11.*|3.11",
        ">=2.7|3.8",
        "<3|-",
        "nonsense|3.8"
      })
  void theOldestReleaseOfASpecifier(String specifier, String oldest) {
    assertThat(PythonRelease.oldest(specifier).orElse(null)).isEqualTo(oldest);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      value = {
        "tides.py|tides|SOURCE|''",
        "tides.pyc|tides|BYTE_CODE|''",
        "_fast.cpython-311-x86_64-linux-gnu.so|_fast|EXTENSION|3.11",
        "_fast.cp312-win_amd64.pyd|_fast|EXTENSION|3.12",
        "_fast.abi3.so|_fast|EXTENSION|''",
        "_fast.so|_fast|EXTENSION|''",
        "tides.csv|-|-|-",
        "tides.cpython-311.pyc|-|-|-"
      })
  void filesAreModulesByTheirNames(String name, String stem, ModuleFile.Kind kind, String abi) {
    ModuleFile wanted = stem == null ? null : new ModuleFile(stem, kind, abi);
    assertThat(ModuleFile.of(name).orElse(null)).isEqualTo(wanted);
  }

  @Test
  void metadataEndsWhereTheDescriptionBegins() {
    Metadata said =
        Metadata.of(
            """
            Metadata-Version: 2.1
            Name: Tide_Book
            Version: 1.4
            Classifier: License :: OSI Approved :: MIT License
            Requires-Dist: click (>=8)
            License: something
             very long

            Name: not-this
            """);
    assertThat(said.name()).contains("Tide_Book");
    assertThat(said.licences()).containsExactly("MIT License");
    assertThat(said.requirements()).extracting(Requirement::name).containsExactly("click");
  }

  private static List<String> listed(String path, String text) {
    return ProjectList.of(path, text).orElseThrow().requirements().stream()
        .map(r -> (r.name() + " " + r.specifier()).strip())
        .toList();
  }

  @Test
  void listsOfProjectsAreReadInAllTheirForms() {
    assertThat(
            listed(
                "requirements.txt",
                """
                # of the harbour office
                -r other.txt
                --index-url https://packages.ternhaven.example
                Ropes[blue]==1.2 --hash=sha256:00 \\
                    --hash=sha256:01
                hemp>=2,<3 ; python_version < "3.9"  # old
                git+https://ternhaven.example/x.git
                """))
        .containsExactly("ropes ==1.2", "hemp >=2,<3");
    assertThat(listed("poetry.lock", "[[package]]\nname = 'Ropes'\nversion = '1.2'\n"))
        .containsExactly("ropes ==1.2");
    assertThat(listed("pylock.toml", "[[packages]]\nname = 'hemp'\nversion = '2.0'\n"))
        .containsExactly("hemp ==2.0");
    assertThat(listed("Pipfile.lock", "{\"default\": {\"hemp\": {\"version\": \"==2.0\"}}}"))
        .containsExactly("hemp ==2.0");
    assertThat(
            listed(
                "plan.py",
                "# /// script\n# requires-python = '>=3.9'\n# dependencies = ['ropes>1']\n# ///\nx = 1\n"))
        .containsExactly("ropes >1");
    assertThat(ProjectList.of("plan.py", "x = 1\n")).isEmpty();
    assertThat(ProjectList.of("uv.lock", "no = = toml")).isEmpty();
  }

  @Test
  void projectsSayWhatIsStarted() throws IOException {
    ProjectFile toml =
        ProjectFile.ofToml(
            """
            [project]
            name = "berthplan"
            dynamic = ["version"]
            dependencies = ["click>=8"]
            [project.scripts]
            berthplan = "berthplan.cli:main"
            [project.gui-scripts]
            berthboard = "berthplan.board:show"
            """);
    assertThat(toml.commands().get("berthplan").object()).isEqualTo("main");
    assertThat(toml.windowed()).containsExactly("berthboard");
    assertThat(toml.release()).isEmpty();
    ProjectFile both = toml.or(ProjectFile.ofSetup("setup(name='x', version = \"2.0\")"));
    assertThat(both.name()).contains("berthplan");
    assertThat(both.release()).contains("2.0");
    ProjectFile settings =
        ProjectFile.ofSettings(
            """
            [metadata]
            name = tides
            version = attr: tides.__version__
            [options.entry_points]
            console_scripts =
                tides = tides.main:run
            """);
    assertThat(settings.release()).isEmpty();
    assertThat(settings.commands().get("tides").module()).isEqualTo("tides.main");
  }
}
