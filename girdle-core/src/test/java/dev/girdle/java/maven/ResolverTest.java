package dev.girdle.java.maven;

import static dev.girdle.java.maven.Depot.manages;
import static dev.girdle.java.maven.Depot.needs;
import static dev.girdle.java.maven.Depot.on;
import static dev.girdle.java.maven.Depot.scope;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.app.Absent;
import dev.girdle.app.Target;
import dev.girdle.ecosystem.Progress;
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

/** Resolution as "Introduction to the Dependency Mechanism" describes it, on small repositories. */
class ResolverTest {
  @TempDir Path dir;
  private Depot local;

  @BeforeEach
  void folder() {
    local = new Depot(dir.resolve("local"));
  }

  private Resolution resolve(Declared declared, String... project) throws IOException {
    String pom = Depot.description("t:app:1", project);
    Map<String, String> environment =
        Map.of(
            "GIRDLE_LOCAL_REPOSITORY", local.folder().toString(),
            "XDG_CACHE_HOME", dir.resolve("cache").toString());
    return new Resolver(declared, List.of("t:app"), environment, Progress.SILENT)
        .resolve(pom.getBytes(StandardCharsets.UTF_8), null);
  }

  private List<String> libraries(String... project) throws IOException {
    return texts(resolve(Declared.LOCAL, project));
  }

  private static List<String> texts(Resolution resolution) {
    assertThat(resolution.missing()).isEmpty();
    return resolution.libraries().stream().map(l -> l.coordinates().text()).toList();
  }

  @Test
  void theNearestVersionWinsAndOfEquallyNearOnesTheFirst() throws IOException {
    local.library("t:deep:1").library("t:deep:2").library("t:deep:3");
    local.library("t:a:1", needs(on("t:b:1")));
    local.library("t:b:1", needs(on("t:deep:1")));
    local.library("t:c:1", needs(on("t:deep:2")));
    local.library("t:d:1", needs(on("t:deep:3")));
    assertThat(libraries(needs(on("t:a:1"), on("t:c:1"), on("t:d:1"))))
        .containsExactly("t:a:1", "t:c:1", "t:d:1", "t:b:1", "t:deep:2");
    assertThat(libraries(needs(on("t:c:1"), on("t:deep:3")))).containsExactly("t:c:1", "t:deep:3");
  }

  @Test
  void scopesAndOptionalDependenciesAreLeftOutAndToldWhy() throws IOException {
    local.library("t:tests:1").library("t:given:1").library("t:maybe:1").library("t:run:1");
    local.library(
        "t:a:1",
        needs(
            on("t:maybe:1", "<optional>true</optional>"),
            on("t:run:1", scope("runtime")),
            on("t:given:1", scope("provided"))));
    Resolution found = resolve(Declared.LOCAL, needs(on("t:a:1"), on("t:tests:1", scope("test"))));
    assertThat(texts(found)).containsExactly("t:a:1", "t:run:1");
    assertThat(found.absent())
        .extracting(Absent::library, Absent::why)
        .containsExactlyInAnyOrder(
            org.assertj.core.groups.Tuple.tuple("t:maybe", "optional, declared by t:a:1"),
            org.assertj.core.groups.Tuple.tuple("t:given", "scope provided, declared by t:a:1"),
            org.assertj.core.groups.Tuple.tuple("t:tests", "scope test, declared by t:app:1"));
  }

  @Test
  void whatTheProjectDeclaresForTestsIsNotThereAtRunTimeEvenIfALibraryNeedsIt() throws IOException {
    local.library("t:both:1").library("t:both:2").library("t:a:1", needs(on("t:both:1")));
    assertThat(libraries(needs(on("t:a:1"), on("t:both:2", scope("test")))))
        .containsExactly("t:a:1");
  }

  @Test
  void theWidestScopeOfSeveralWaysCounts() throws IOException {
    local.library("t:x:1", needs(on("t:y:1"))).library("t:y:1");
    local.library("t:test-tool:1", needs(on("t:x:1"))).library("t:lib:1", needs(on("t:x:1")));
    assertThat(libraries(needs(on("t:test-tool:1", scope("test")), on("t:lib:1"))))
        .containsExactly("t:lib:1", "t:x:1", "t:y:1");
  }

  @Test
  void exclusionsHoldForAllThatIsBelow() throws IOException {
    local.library("t:x:1").library("t:y:1").library("t:b:1", needs(on("t:x:1"), on("t:y:1")));
    local.library("t:a:1", needs(on("t:b:1")));
    String exclusion =
        "<exclusions><exclusion><groupId>t</groupId><artifactId>x</artifactId></exclusion>"
            + "</exclusions>";
    Resolution found = resolve(Declared.LOCAL, needs(on("t:a:1", exclusion)));
    assertThat(texts(found)).containsExactly("t:a:1", "t:b:1", "t:y:1");
    assertThat(found.absent()).singleElement().extracting(Absent::library).isEqualTo("t:x");
    String all = exclusion.replace(">t<", ">*<").replace(">x<", ">*<");
    assertThat(libraries(needs(on("t:a:1", all)))).containsExactly("t:a:1");
  }

  @Test
  void parentsPropertiesManagementAndImportedListsAreFollowed() throws IOException {
    local.library("t:x:7").library("t:y:8").library("t:z:9");
    local.pom(
        "t:list:1",
        manages(on("t:y:${y.version}"), on("t:x:1"))
            + "<properties><y.version>8</y.version></properties>");
    local.pom(
        "t:parent:1",
        "<properties><x.version>6</x.version></properties>",
        manages(
            on("t:x:${x.version}"),
            on("t:list:1", "<type>pom</type>", scope("import")),
            on("t:z:9")));
    local.library("t:deep:1", needs(on("t:z:3")));
    assertThat(
            libraries(
                "<parent><groupId>t</groupId><artifactId>parent</artifactId>"
                    + "<version>1</version></parent>",
                "<properties><x.version>7</x.version></properties>",
                needs(on("t:x"), on("t:y"), on("t:deep:1"))))
        .containsExactly("t:x:7", "t:y:8", "t:deep:1", "t:z:9");
  }

  @Test
  void classifiersTypesRangesAndRelocations() throws IOException {
    local.library("t:x:1:linux").library("t:x:1").library("t:r:1.1").library("t:r:1.9");
    local.library("t:r:2.0").library("t:new:5");
    local.pom(
        "t:old:4",
        "<distributionManagement><relocation><artifactId>new</artifactId>"
            + "<version>5</version></relocation></distributionManagement>");
    assertThat(
            libraries(
                needs(
                    on("t:x:1", "<classifier>linux</classifier>"),
                    on("t:x:1"),
                    on("t:r:[1.0,2.0)"),
                    on("t:old:4"))))
        .containsExactly("t:x:1:linux", "t:x:1", "t:r:1.9", "t:new:5");
  }

  @Test
  void profilesHoldForTheTarget() throws IOException {
    local.library("t:x:1:windows").library("t:x:1:linux");
    String profile =
        "<profile><id>%1$s</id><activation><os><family>%2$s</family></os>"
            + "<property><name>tide.low</name><value>!true</value></property></activation>"
            + "<properties><platform>%3$s</platform></properties></profile>";
    String[] project = {
      "<profiles>"
          + profile.formatted("w", "windows", "windows")
          + profile.formatted("u", "unix", "linux")
          + "</profiles>",
      needs(on("t:x:1", "<classifier>${platform}</classifier>"))
    };
    Optional<Target> windows = Optional.of(Target.of("windows-x64"));
    assertThat(texts(resolve(new Declared(List.of(), false, windows), project)))
        .containsExactly("t:x:1:windows");
    Optional<Target> linux = Optional.of(Target.of("linux-arm64"));
    assertThat(texts(resolve(new Declared(List.of(), false, linux), project)))
        .containsExactly("t:x:1:linux");
  }

  @Test
  void everythingThatIsMissingIsToldAtOnceWithWhoWantsIt() throws IOException {
    local.library("t:a:1", needs(on("t:gone:2")));
    Resolution found = resolve(Declared.LOCAL, needs(on("t:a:1"), on("t:lost:3")));
    assertThat(found.missing())
        .containsExactly("t:lost:3, declared by t:app:1", "t:gone:2, declared by t:a:1");
    assertThat(found.libraries().get(0).broughtBy()).containsExactly("t:app:1");
  }

  @Test
  void aDescriptionThatReachesOutOrInCirclesDoesNoHarm() throws IOException {
    Files.writeString(dir.resolve("secret"), "secret");
    String outside =
        "<!DOCTYPE p [<!ENTITY e SYSTEM \"file:"
            + dir.resolve("secret")
            + "\">]>"
            + "<project><artifactId>&e;</artifactId></project>";
    assertThatThrownBy(() -> PomReader.read(outside.getBytes(StandardCharsets.UTF_8)))
        .isInstanceOf(IOException.class)
        .hasMessageContaining("is no readable XML");
    local.library("t:a:1", needs(on("t:b:1"))).library("t:b:1", needs(on("t:a:1")));
    assertThat(libraries("<properties><p>${q}</p><q>${p}</q></properties>", needs(on("t:a:1"))))
        .containsExactly("t:a:1", "t:b:1");
    Resolution leads = resolve(Declared.LOCAL, needs(on("..:../../secret:1")));
    assertThat(leads.missing()).hasSize(1);
  }

  @Test
  void theFolderOfAFileAddressIsARepositoryAndWhatIsFetchedIsKept() throws Exception {
    Depot remote = new Depot(dir.resolve("remote"));
    remote.library("t:a:1", needs(on("t:b:1"))).library("t:b:1");
    Depot.writeSha1(remote.folder().resolve("t/a/1/a-1.jar"));
    Declared declared = new Declared(List.of("file:" + remote.folder()), false, Optional.empty());
    Resolution found = resolve(declared, needs(on("t:a:1")));
    assertThat(texts(found)).containsExactly("t:a:1", "t:b:1");
    assertThat(found.notices()).anyMatch(n -> n.contains("b-1.jar") && n.contains("no checksum"));
    assertThat(dir.resolve("cache/girdle/libraries/t/a/1/a-1.jar")).exists();
    assertThat(texts(resolve(new Declared(List.of(), true, Optional.empty()), needs(on("t:a:1")))))
        .containsExactly("t:a:1", "t:b:1");
    Files.writeString(remote.folder().resolve("t/a/1/a-1.jar.sha1"), "00");
    Files.delete(dir.resolve("cache/girdle/libraries/t/a/1/a-1.jar"));
    assertThat(resolve(declared, needs(on("t:a:1"))).missing())
        .singleElement()
        .asString()
        .contains("does not fit its SHA-1 checksum");
    assertThat(dir.resolve("cache/girdle/libraries/t/a/1/a-1.jar")).doesNotExist();
  }
}
