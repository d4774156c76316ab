package dev.girdle.java.maven;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.plan.Declared;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SupplyTest {
  private static final String BELL = "org.ternhaven:bell:1.0";

  @TempDir Path dir;
  private Depot local;
  private Depot near;
  private Depot far;

  @BeforeEach
  void depots() {
    local = new Depot(dir.resolve("local"));
    near = new Depot(dir.resolve("near"));
    far = new Depot(dir.resolve("far"));
  }

  private Supply supply(boolean offline, Object... repositories) {
    List<String> names = java.util.Arrays.stream(repositories).map(Object::toString).toList();
    Map<String, String> environment =
        Map.of(
            "GIRDLE_LOCAL_REPOSITORY", local.folder().toString(),
            "GIRDLE_MAVEN_SETTINGS", dir.resolve("settings.xml").toString(),
            "XDG_CACHE_HOME", dir.resolve("cache").toString());
    return new Supply(
        new Declared(names, offline, Optional.empty()), environment, (what, done, total) -> {});
  }

  private static Path jar(Depot depot) {
    Coordinates c = Depot.of(BELL);
    return depot.folder().resolve(c.folder()).resolve(c.fileName());
  }

  @Test
  void thisMachineIsAskedFirst() throws IOException {
    local.library(BELL);
    near.library(BELL);
    assertThat(supply(false, near.folder().toUri()).file(Depot.of(BELL))).contains(jar(local));
  }

  @Test
  void theFirstRepositoryThatHasAFileGivesItAndItIsKept() throws Exception {
    near.library(BELL);
    far.library(BELL);
    Depot.writeSha1(jar(far));
    Supply supply = supply(false, dir.resolve("empty").toUri(), far.folder().toUri());
    Path kept = supply.file(Depot.of(BELL)).orElseThrow();
    assertThat(kept).startsWith(dir.resolve("cache")).hasSameBinaryContentAs(jar(far));
    assertThat(supply.unverified()).isEmpty();
    Files.delete(jar(far));
    assertThat(supply(true).file(Depot.of(BELL))).contains(kept);
  }

  @Test
  void whatDoesNotFitItsChecksumIsToldAndTheNextIsAsked() throws Exception {
    near.library(BELL);
    Files.writeString(Path.of(jar(near) + ".sha1"), "0".repeat(40));
    far.library(BELL);
    Supply supply = supply(false, near.folder().toUri(), far.folder().toUri());
    assertThat(supply.file(Depot.of(BELL))).isPresent();
    assertThat(supply.troubles().values()).anyMatch(t -> t.contains("does not fit its SHA-1"));
    assertThat(supply.unverified()).anyMatch(f -> f.contains("bell-1.0.jar"));
  }

  @Test
  void offlineNothingIsAskedButWrongNamesAreTold() throws IOException {
    near.library(BELL);
    Supply supply = supply(true, near.folder().toUri());
    assertThat(supply.isConnected()).isFalse();
    assertThat(supply.file(Depot.of(BELL))).isEmpty();
    assertThatThrownBy(() -> supply(true, "quay"))
        .hasMessageContaining("neither an address nor a repository of the Maven settings");
    assertThatThrownBy(() -> supply(true, "gopher://quay"))
        .hasMessageContaining("neither an https");
  }

  @Test
  void aRepositoryOfTheSettingsIsNamedByItsId() throws IOException {
    far.library(BELL);
    Files.writeString(
        dir.resolve("settings.xml"),
        "<settings><mirrors><mirror><id>quay</id><mirrorOf>nothing</mirrorOf><url>"
            + far.folder().toUri()
            + "</url></mirror></mirrors></settings>");
    assertThat(supply(false, "quay").file(Depot.of(BELL))).isPresent();
  }

  @Test
  void whatDescriptionsNameIsAskedOnlyWithLeaveAndNeverAFolder() throws IOException {
    List<Pom.Repository> named =
        List.of(
            new Pom.Repository("quay", "https://localhost:1/"),
            new Pom.Repository("disk", far.folder().toUri().toString()),
            new Pom.Repository("open", "http://open.example/"),
            new Pom.Repository("odd", "no address"));
    Supply closed = supply(false, near.folder().toUri());
    closed.ask(named);
    assertThat(closed.unasked()).isEmpty();
    far.library(BELL);
    Supply open = supply(false, "declared");
    open.ask(named);
    assertThat(open.isConnected()).isTrue();
    assertThat(open.unasked()).hasSize(3).allMatch(u -> u.contains("is not asked: "));
    assertThat(open.file(Depot.of(BELL))).isEmpty();
    assertThat(open.troubles().values()).anyMatch(t -> t.contains("cannot be reached"));
  }

  @Test
  void versionsComeFromFoldersAndLists() throws IOException {
    local.library("org.ternhaven:bell:1.0").library("org.ternhaven:bell:1.2");
    Path list = near.folder().resolve("org/ternhaven/bell/maven-metadata.xml");
    Files.createDirectories(list.getParent());
    Files.writeString(
        list,
        "<metadata><versioning><versions><version>1.2</version><version>2.0</version>"
            + "</versions></versioning></metadata>");
    assertThat(supply(false, near.folder().toUri()).versions(Depot.of(BELL)))
        .containsExactly("1.0", "1.2", "2.0");
    Files.writeString(list, "<metadata>");
    Supply damaged = supply(false, near.folder().toUri());
    assertThat(damaged.versions(Depot.of(BELL))).containsExactly("1.0", "1.2");
    assertThat(damaged.troubles()).isNotEmpty();
  }

  @Test
  void aNameThatLeadsOutIsNotLookedFor() {
    Coordinates out = new Coordinates("..", "..", "1", "", "jar");
    assertThat(supply(false, near.folder().toUri()).file(out)).isEmpty();
  }
}
