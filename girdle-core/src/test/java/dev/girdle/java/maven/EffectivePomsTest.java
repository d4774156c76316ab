package dev.girdle.java.maven;

import static dev.girdle.java.maven.Depot.description;
import static dev.girdle.java.maven.Depot.manages;
import static dev.girdle.java.maven.Depot.needs;
import static dev.girdle.java.maven.Depot.on;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.plan.Declared;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class EffectivePomsTest {
  @TempDir Path dir;
  private Depot depot;
  private EffectivePoms poms;

  @BeforeEach
  void start() {
    depot = new Depot(dir.resolve("local"));
    Map<String, String> environment =
        Map.of(
            "GIRDLE_LOCAL_REPOSITORY", depot.folder().toString(),
            "GIRDLE_MAVEN_SETTINGS", dir.resolve("none.xml").toString(),
            "XDG_CACHE_HOME", dir.resolve("cache").toString());
    Supply supply = new Supply(Declared.LOCAL, environment, (what, done, total) -> {});
    poms = new EffectivePoms(supply, Activation.of(Optional.empty()));
  }

  private static String parent(String coordinates, String path) {
    Coordinates c = Depot.of(coordinates);
    return "<parent><groupId>"
        + c.group()
        + "</groupId><artifactId>"
        + c.artifact()
        + "</artifactId><version>"
        + c.version()
        + "</version>"
        + path
        + "</parent>";
  }

  private Pom project(String... inside) throws IOException {
    String text = description("org.ternhaven:tide:1", inside);
    return poms.ofProject(text.getBytes(StandardCharsets.UTF_8), null);
  }

  private static List<String> versions(Pom pom) {
    return pom.dependencies().stream().map(d -> d.artifact() + " " + d.version()).toList();
  }

  @Test
  void theNearestParentHasTheLastWord() throws IOException {
    depot.pom(
        "org.ternhaven:top:1",
        "<properties><bell>1</bell><rope>1</rope></properties>",
        needs(on("org.ternhaven:bell:${bell}"), on("org.ternhaven:rope:${rope}")));
    depot.pom(
        "org.ternhaven:mid:1",
        parent("org.ternhaven:top:1", ""),
        "<properties><bell>2</bell></properties>");
    Pom pom =
        project(
            parent("org.ternhaven:mid:1", ""),
            "<properties><rope>3</rope></properties>",
            needs(on("org.ternhaven:tar:${project.parent.version}")));
    assertThat(versions(pom)).containsExactlyInAnyOrder("bell 2", "rope 3", "tar 1");
  }

  @Test
  void aParentBesideTheProjectCountsOnlyIfItIsTheOneThatIsMeant() throws IOException {
    Path project = dir.resolve("work/tide/pom.xml");
    Files.createDirectories(project.getParent());
    Files.writeString(
        dir.resolve("work/pom.xml"),
        description("org.ternhaven:other:1", needs(on("org.ternhaven:wrong:1"))));
    depot.pom("org.ternhaven:top:1", needs(on("org.ternhaven:bell:1")));
    byte[] text =
        description("org.ternhaven:tide:1", parent("org.ternhaven:top:1", ""))
            .getBytes(StandardCharsets.UTF_8);
    assertThat(versions(poms.ofProject(text, project))).containsExactly("bell 1");
    Files.writeString(
        dir.resolve("work/pom.xml"),
        description("org.ternhaven:top:1", needs(on("org.ternhaven:rope:1"))));
    assertThat(versions(poms.ofProject(text, project))).containsExactly("rope 1");
  }

  @Test
  void importedListsGiveVersionsButDoNotOverruleTheProjects() throws IOException {
    depot.pom(
        "org.ternhaven:list:1",
        manages(on("org.ternhaven:bell:5"), on("org.ternhaven:rope:5", "<scope>runtime</scope>")));
    Pom pom =
        project(
            manages(
                on("org.ternhaven:bell:4"),
                on("org.ternhaven:list:1", "<type>pom</type><scope>import</scope>")),
            needs(on("org.ternhaven:bell"), on("org.ternhaven:rope")));
    assertThat(versions(pom)).containsExactly("bell 4", "rope 5");
    assertThat(pom.dependencies().get(1).scope()).isEqualTo("runtime");
  }

  @Test
  void ringsOfParentsListsAndPropertiesEnd() throws IOException {
    depot.pom("org.ternhaven:one:1", parent("org.ternhaven:two:1", ""));
    depot.pom("org.ternhaven:two:1", parent("org.ternhaven:one:1", ""));
    depot.pom(
        "org.ternhaven:ring:1",
        manages(on("org.ternhaven:ring:1", "<type>pom</type><scope>import</scope>")));
    assertThat(
            project(
                    parent("org.ternhaven:one:1", ""),
                    "<properties><a>${b}</a><b>${a}</b></properties>",
                    needs(on("org.ternhaven:bell:${a}")),
                    manages(on("org.ternhaven:ring:1", "<type>pom</type><scope>import</scope>")))
                .dependencies())
        .hasSize(1);
  }

  @Test
  void aParentThatIsNotThereIsAnErrorThatNamesIt() {
    assertThatThrownBy(() -> project(parent("org.ternhaven:gone:7", "")))
        .hasMessageContaining("its parent org.ternhaven:gone:7 is not to be found");
  }

  @Test
  void aDamagedDescriptionOfALibraryIsAProblemAndNoFailure() throws IOException {
    depot.pom("org.ternhaven:bell:1");
    Files.writeString(depot.folder().resolve("org/ternhaven/bell/1/bell-1.pom"), "<project>");
    assertThat(poms.of(Depot.of("org.ternhaven:bell:1"))).isEmpty();
    assertThat(poms.problems().values()).anyMatch(p -> p.contains("no readable XML"));
  }

  @Test
  void repositoriesAreInheritedTheNearestFirst() throws IOException {
    String named =
        "<repositories><repository><id>%1$s</id><url>https://%1$s.example/</url>"
            + "</repository></repositories>";
    depot.pom("org.ternhaven:top:1", named.formatted("far"));
    Pom pom = project(parent("org.ternhaven:top:1", ""), named.formatted("near"));
    assertThat(pom.repositories())
        .extracting(Pom.Repository::url)
        .containsExactly("https://near.example/", "https://far.example/");
  }
}
