package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.cli.Run.Result;
import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Two releases of the tide book are delivered: to the stand-in, and to a real registry. */
class DepotIT {
  @TempDir static Path shared;
  private static Path older;
  private static Path newer;

  @TempDir Path dir;
  private Process depot;

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

  @AfterEach
  void end() throws InterruptedException {
    if (depot != null) {
      depot.destroy();
      depot.waitFor();
    }
  }

  /** The built program as a server; gives where it is. */
  private String serve(Object... more) throws IOException {
    String lib = System.getProperty("girdle.lib") + File.separator + "*";
    String classes = System.getProperty("girdle.jar") + File.pathSeparator + lib;
    List<String> words =
        Stream.concat(
                Stream.of(
                    Run.JAVA,
                    "-cp",
                    classes,
                    "dev.girdle.cli.Main",
                    "depot",
                    "serve",
                    dir.resolve("depot"),
                    "--port",
                    "0"),
                Stream.of(more))
            .map(Object::toString)
            .toList();
    depot = new ProcessBuilder(words).redirectErrorStream(true).start();
    BufferedReader out =
        new BufferedReader(new InputStreamReader(depot.getInputStream(), StandardCharsets.UTF_8));
    String line = out.readLine();
    assertThat(line).contains("Serving", " at localhost:");
    return line.replaceFirst(".* at (localhost:\\d+)\\..*", "$1");
  }

  @Test
  void twoReleasesAreDeliveredAndListed() throws IOException {
    deliverTwo(serve());
  }

  @Test
  void soDoesARegistryThatPeopleRun() throws Exception {
    assumeTrue(Run.has("docker-registry"), "skipped: there is no docker-registry");
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    Path settings = dir.resolve("registry.yml");
    Files.writeString(
        settings,
        "version: 0.1\nstorage: {filesystem: {rootdirectory: %s}}\nhttp: {addr: \"127.0.0.1:%d\"}\n"
            .formatted(dir.resolve("registry"), port));
    depot =
        new ProcessBuilder("docker-registry", "serve", settings.toString())
            .redirectErrorStream(true)
            .redirectOutput(dir.resolve("registry.log").toFile())
            .start();
    for (int i = 0; i < 100 && !answers(port); i++) {
      Thread.sleep(100);
    }
    String at = "localhost:" + port;
    deliverTwo(at);
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

  private static boolean answers(int port) {
    try (Socket socket = new Socket("127.0.0.1", port)) {
      return socket.isConnected();
    } catch (IOException e) {
      return false;
    }
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
        .contains("3 releases", "who names none gets it");
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
    String at = serve("--user", login);
    String name = at + "/harbour/tidebook";
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
    Result folder = Run.girdle("deliver", shared, "localhost:1/x").go();
    assertThat(folder.status()).isEqualTo(2);
    assertThat(folder.err()).contains("is no container image");
    assertThat(Run.girdle("deliver", older, "localhost:1/x@one").go().err())
        .contains("one is no release as Semantic Versioning 2.0 has it");
    assertThat(Run.girdle("deliver", older, "localhost:1").go().err())
        .contains("what of it is meant is not said");
    assertThat(Run.girdle("depot").go().err()).contains("girdle depot serve DIR");
    assertThat(Run.girdle("depot", "serve", dir, "--misbehave", "dance").go().err())
        .contains("dance is no way to misbehave");
  }
}
