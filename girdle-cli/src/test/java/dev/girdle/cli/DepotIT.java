package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Two releases of the tide book are delivered: to the stand-in, and to a real registry. */
class DepotIT {
  @TempDir static Path shared;
  private static Path older;
  private static Path newer;

  @TempDir Path dir;

  @BeforeAll
  static void seal() {
    Path demo = shared.resolve("demo");
    Run.girdle("demo", demo, "--quiet").well();
    older = image(demo, "1.4.0");
    newer = image(demo, "1.4.1");
  }

  private static Path image(Path demo, String release) {
    Run.girdle(
            "seal",
            demo.resolve("girdle.yaml"),
            "--form",
            "image",
            "--runtime",
            "trimmed",
            "--target",
            "linux-x64",
            "--release",
            release,
            "--out",
            shared.resolve("out"))
        .well();
    return shared.resolve("out/tidebook-" + release + "-image.tar");
  }

  @Test
  void twoReleasesAreDeliveredAndListed() throws IOException {
    try (Served depot = Served.standIn(dir.resolve("depot"))) {
      deliverTwo(depot.at());
      makeOnABaseOf(depot.at() + "/harbour/tidebook@1.4.0");
      receiveImages(depot.at() + "/harbour/tidebook");
    }
  }

  @Test
  void soDoesARegistryThatPeopleRun() throws Exception {
    assumeTrue(Served.hasRegistry(), "skipped: there is no docker-registry");
    try (Served depot = Served.registry(dir)) {
      deliverTwo(depot.at());
      copies(depot.at());
    }
  }

  /** What others fetch has the same layers. */
  private void copies(String at) throws IOException {
    assumeTrue(Run.has("skopeo"), "skipped: there is no skopeo");
    Path copied = dir.resolve("copied");
    Run.of(
            "skopeo",
            "copy",
            "--src-tls-verify=false",
            "docker://" + at + "/harbour/tidebook:1.4.1",
            "oci:" + copied + ":1.4.1")
        .with("PATH", System.getenv("PATH"))
        .with("HOME", dir.toString())
        .well();
    Result layers = Run.girdle("compare", newer, newer, "--json").well();
    assertThat(new ObjectMapper().readTree(layers.bytes()).path("fetchedBytes").asLong()).isZero();
    JsonNode there =
        new ObjectMapper()
            .readTree(Run.girdle("inspect", copied, "--layers", "--json").well().bytes());
    JsonNode here =
        new ObjectMapper()
            .readTree(Run.girdle("inspect", newer, "--layers", "--json").well().bytes());
    assertThat(there.at("/images/0/layers")).isEqualTo(here.at("/images/0/layers"));
  }

  /** For a place without a registry: as an image layout, of which the next one costs one layer. */
  private void receiveImages(String name) throws IOException {
    Path into = dir.resolve("into");
    Result none = Run.girdle("receive", name, "--into", into).go();
    assertThat(none.err()).contains("Images are for container tools", "--form image");
    Run.girdle("receive", name + "@1.4.0", "--form", "image", "--into", into).well();
    JsonNode next = JsonIT.valid("receive", Run.girdle("receive", "--into", into, "--json").well());
    assertThat(next.path("release").asText()).isEqualTo("1.4.1");
    assertThat(next.path("runsHere").asBoolean()).isTrue();
    assertThat(next.path("fetchedBytes").asLong()).isLessThan(next.path("bytes").asLong() / 20);
    Run.girdle("check", into.resolve("current")).well();
    assertThat(json(Run.girdle("inspect", into.resolve("current"), "--layers", "--json").well()))
        .isEqualTo(json(Run.girdle("inspect", newer, "--layers", "--json").well()));
  }

  private void makeOnABaseOf(String base) throws IOException {
    Path out = dir.resolve("on-base");
    Run.girdle(
            "seal",
            shared.resolve("demo/girdle.yaml"),
            "--form",
            "image",
            "--runtime",
            "trimmed",
            "--release",
            "1.5.0",
            "--base",
            base,
            "--out",
            out)
        .with("XDG_CACHE_HOME", dir.resolve("cache").toString())
        .well();
    Path made = out.resolve("tidebook-1.5.0-image.tar");
    JsonNode older = json(Run.girdle("inspect", DepotIT.older, "--layers", "--json").well());
    JsonNode newer = json(Run.girdle("inspect", made, "--layers", "--json").well());
    int below = older.at("/images/0/layers").size();
    assertThat(newer.at("/images/0/layers").size()).isGreaterThan(below);
    for (int i = 0; i < below; i++) {
      assertThat(newer.at("/images/0/layers/" + i + "/digest"))
          .isEqualTo(older.at("/images/0/layers/" + i + "/digest"));
    }
  }

  private static JsonNode json(Result result) throws IOException {
    return new ObjectMapper().readTree(result.bytes());
  }

  private void deliverTwo(String at) throws IOException {
    String name = at + "/harbour/tidebook";
    JsonNode first = JsonIT.valid("deliver", Run.girdle("deliver", older, name, "--json").well());
    assertThat(first.path("sentBytes").asLong()).isEqualTo(first.path("bytes").asLong());
    JsonNode second = JsonIT.valid("deliver", Run.girdle("deliver", newer, name, "--json").well());
    assertThat(second.path("sentBytes").asLong())
        .isLessThan(second.path("bytes").asLong() / 20); // one release's own code, and its record
    assertThat(Run.girdle("deliver", newer, name).well().out())
        .contains("Was there already: " + name + "@1.4.1");
    Result taken = Run.girdle("deliver", older, name + "@1.4.1").go();
    assertThat(taken.status()).isEqualTo(2);
    assertThat(taken.err())
        .contains("has a release 1.4.1 already, with other contents", "--replace");
    Run.girdle("deliver", older, name + "@2.0.0-rc.1").well();
    JsonNode releases = JsonIT.valid("releases", Run.girdle("releases", name, "--json").well());
    assertThat(releases.path("usual").asText()).isEqualTo("1.4.1");
    assertThat(releases.path("releases").findValuesAsText("release"))
        .containsExactly("2.0.0-rc.1", "1.4.1", "1.4.0");
    assertThat(releases.at("/releases/0/targets/0").asText()).isEqualTo("linux-x64");
    assertThat(Run.girdle("releases", name).well().out())
        .contains("3 releases", "1.4.1 *", "who names none gets 1.4.1", "image for linux-x64");
    JsonNode names = JsonIT.valid("releases", Run.girdle("releases", at, "--json").well());
    assertThat(names.path("names").toString()).isEqualTo("[\"harbour/tidebook\"]");
    Result none = Run.girdle("releases", at + "/harbour/nothing").go();
    assertThat(none.status()).isEqualTo(2);
    assertThat(none.err()).contains("is not there, or has no releases");
  }

  @Test
  void whoOneIsComesFromWhereNobodyElseReads() throws IOException {
    Path login = Files.writeString(dir.resolve("login"), "desk:low-tide\n");
    Files.setPosixFilePermissions(login, PosixFilePermissions.fromString("rw-------"));
    try (Served depot = Served.standIn(dir.resolve("depot"), "--user", login)) {
      askWhoOneIs(depot.at() + "/harbour/tidebook", login);
    }
  }

  private static void askWhoOneIs(String name, Path login) throws IOException {
    Result nobody = Run.girdle("deliver", older, name).go();
    assertThat(nobody.status()).isEqualTo(2);
    assertThat(nobody.err()).contains("it wants a name and a password (status 401)");
    Run.girdle("deliver", older, name, "--login", login).well();
    assertThat(
            Run.girdle("releases", name)
                .with("GIRDLE_DEPOT_USER", "desk")
                .with("GIRDLE_DEPOT_PASSWORD", "low-tide")
                .well()
                .out())
        .contains("1.4.0");
    assertThat(Run.girdle("releases", name, "--login", "-").input("desk:low-tide\n").well().out())
        .contains("1.4.0");
    Files.setPosixFilePermissions(login, PosixFilePermissions.fromString("rw-r-----"));
    assertThat(Run.girdle("releases", name, "--login", login).go().err())
        .contains("others can read", "chmod 600");
  }

  @Test
  void whatCannotBeDeliveredIsSaid() throws IOException {
    Result folder = Run.girdle("deliver", shared, "localhost:1/x@1.0.0").go();
    assertThat(folder.status()).isEqualTo(1);
    assertThat(folder.err()).contains("was not made by Girdle, or has lost its record");
    assertThat(Run.girdle("deliver", older, "localhost:1/x@one").go().err())
        .contains("one is no release as Semantic Versioning 2.0 has it");
    assertThat(Run.girdle("deliver", older, "localhost:1").go().err())
        .contains("what of it is meant is not said");
    assertThat(Run.girdle("depot").go().err()).contains("girdle depot serve DIR");
    assertThat(Run.girdle("depot", "serve", dir, "--misbehave", "dance").go().err())
        .contains("dance is no way to misbehave");
  }
}
