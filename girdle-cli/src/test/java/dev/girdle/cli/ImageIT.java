package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Container images: made, looked into, compared, rehearsed, and run by a container runtime. */
class ImageIT {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Path ARM64 =
      Path.of(System.getenv().getOrDefault("GIRDLE_ARM64_ROOT", "/opt/girdle-arm64"));

  @TempDir static Path dir;
  private static Path app;
  private static Path image;

  @BeforeAll
  static void seal() throws IOException {
    app = application("one");
    Files.writeString(
        app.resolve("girdle.yaml"),
        """
        girdle: 1
        application: {from: .}
        identity: {name: signal, release: 1.0.0, title: Signal mast, licence: MIT}
        entries: {signal: {start: h.Signal, environment: {HARBOUR: north}}}
        runtime: {kind: trimmed}
        targets: [linux-x64]
        contents: {files: [{from: hours.properties, to: hours.properties}]}
        image:
          system: [users, names, certificates]
          environment: {TIDE: high}
          ports: [8080, 53/udp]
          volumes: [/var/signals]
          labels: {org.ternhaven.desk: "3"}
          stop-signal: SIGINT
          health: {command: [/opt/signal/runtime/bin/java, -version], every: 30, retries: 2}
        rehearsals:
          tells: {arguments: [tell], prints: [signal one, "74696465"]}
        forms: [{form: image}]
        out: ../out
        """);
    Files.writeString(app.resolve("hours.properties"), "open=6\n");
    Run.girdle("seal", app.resolve("girdle.yaml")).well();
    image = dir.resolve("out/signal-1.0.0-image.tar");
  }

  private static Path application(String says) throws IOException {
    Path folder = Files.createDirectories(dir.resolve("app-" + says));
    Path library = codec();
    Path classes =
        Compiled.to(
            dir.resolve("classes-" + says),
            17,
            List.of(library),
            """
            package h;
            import java.nio.file.*;
            public class Signal {
              public static void main(String[] a) throws Exception {
                if (a.length > 0 && a[0].equals("write")) {
                  Files.writeString(Path.of(a[1]), "x");
                }
                String hex =
                    org.apache.commons.codec.binary.Hex.encodeHexString("tide".getBytes());
                if (a.length > 0 && a[0].equals("tell")) {
                  System.out.println("signal %1$s " + hex);
                  return;
                }
                System.out.println("signal %1$s in " + System.getProperty("user.dir")
                    + " by " + System.getProperty("user.name") + " " + System.getenv("HARBOUR")
                    + System.getenv("TIDE") + " \\u2693 " + hex);
              }
            }
            """
                .formatted(says));
    new Jar().manifest("Main-Class: h.Signal").folder(classes).write(folder.resolve("signal.jar"));
    Files.copy(library, folder.resolve(library.getFileName()));
    return folder;
  }

  private static Path codec() throws IOException {
    Path demo = dir.resolve("demo");
    if (!Files.exists(demo)) {
      Run.girdle("demo", demo, "--quiet").well();
    }
    try (Stream<Path> files = Files.walk(demo.resolve("tidebook"))) {
      return files
          .filter(f -> f.getFileName().toString().startsWith("commons-codec"))
          .findFirst()
          .orElseThrow();
    }
  }

  private static JsonNode layers(Path of) throws IOException {
    return JsonIT.valid("layers", Run.girdle("inspect", of, "--layers", "--json").well());
  }

  @Test
  void saysHowItIsRunAndLiesInLayersByHowOftenTheyChange() throws IOException {
    JsonNode one = layers(image).at("/images/0");
    assertThat(one.path("platform").asText()).isEqualTo("linux/amd64");
    JsonNode run = one.path("run");
    assertThat(run.path("User").asText()).isEqualTo("10001:10001");
    assertThat(run.path("WorkingDir").asText()).isEqualTo("/opt/signal");
    assertThat(run.path("Env").toString()).contains("HARBOUR=north", "TIDE=high", "LANG=C.UTF-8");
    assertThat(run.path("ExposedPorts").toString()).contains("8080/tcp", "53/udp");
    assertThat(run.path("Volumes").toString()).contains("/var/signals");
    assertThat(run.path("StopSignal").asText()).isEqualTo("SIGINT");
    assertThat(run.path("Labels").toString())
        .contains("org.ternhaven.desk", "\"org.opencontainers.image.title\":\"Signal mast\"");
    assertThat(run.at("/Healthcheck/Interval").asLong()).isEqualTo(30_000_000_000L);
    assertThat(one.path("layers").findValuesAsText("name"))
        .containsExactly("system", "runtime", "components", "application", "configuration");
    assertThat(one.at("/layers/0/entries").findValuesAsText("path"))
        .contains("tmp", "var/signals", "etc/passwd", "etc/nsswitch.conf")
        .contains("etc/ssl/certs/ca-certificates.crt", "lib64/ld-linux-x86-64.so.2")
        .noneMatch(p -> p.contains("bin/sh"));
    assertThat(one.at("/layers/2/entries").findValuesAsText("path"))
        .anyMatch(p -> p.startsWith("opt/signal/lib/commons-codec"));
    assertThat(one.at("/layers/4/entries").findValuesAsText("path"))
        .contains("opt/signal/hours.properties");
    Result text = Run.girdle("inspect", image, "--layers").well();
    assertThat(text.out()).contains("Image for linux-x64: 5 layers", "10001:10001", "LAYER");
  }

  @Test
  void isAnArtifactLikeAnyOther() {
    Result inside = Run.girdle("inspect", image).well();
    assertThat(inside.out())
        .contains("signal 1.0.0, an image made by Girdle", "libc6@", "commons-codec");
    assertThat(Run.girdle("check", image).well().out()).contains("whole and unaltered");
    Result again = Run.girdle("seal", app.resolve("girdle.yaml")).go();
    assertThat(again.err()).contains("exists already, made by Girdle");
  }

  @Test
  void isRehearsedInItsOwnRootAsNobodyInParticular() throws IOException {
    Result told = Run.girdle("rehearse", image, "--plan", app.resolve("girdle.yaml")).go();
    assertThat(told.out()).contains("yes tells").contains("A stranger can run it");
    Result place =
        Run.girdle(
                "rehearse",
                image,
                "--expect",
                "signal one in /opt/signal by signal northhigh \u2693 74696465",
                "--",
                "write",
                "/var/signals/x")
            .go();
    assertThat(place.status()).as(place.out()).isZero();
    Result denied = Run.girdle("rehearse", image, "--", "write", "/opt/signal/x").go();
    assertThat(denied.status()).isEqualTo(1);
    assertThat(denied.out()).contains("AccessDeniedException");
    Files.writeString(Files.createDirectories(dir.resolve("desk")).resolve("in"), "x");
    Result folder =
        Run.girdle("rehearse", image, "--folder", dir.resolve("desk"), "--expect", "in /work by")
            .go();
    assertThat(folder.status()).as(folder.out()).isZero();
  }

  @Test
  void aChangedClassChangesOneLayerAndTheSameInputNone() throws IOException {
    Path other = application("two");
    Files.copy(app.resolve("girdle.yaml"), other.resolve("girdle.yaml"));
    Files.copy(app.resolve("hours.properties"), other.resolve("hours.properties"));
    Path out = dir.resolve("again");
    Run.girdle("seal", app.resolve("girdle.yaml"), "--out", out).well();
    assertThat(out.resolve("signal-1.0.0-image.tar")).hasSameBinaryContentAs(image);
    Path changed = dir.resolve("changed");
    Run.girdle("seal", other.resolve("girdle.yaml"), "--out", changed).well();
    Path newer = changed.resolve("signal-1.0.0-image.tar");
    JsonNode compared =
        JsonIT.valid("compare", Run.girdle("compare", image, newer, "--json").well());
    List<String> fresh = new ArrayList<>();
    for (JsonNode layer : compared.path("layers")) {
      if (layer.path("isNew").asBoolean()) {
        fresh.add(layer.path("name").asText());
      }
    }
    assertThat(fresh).containsExactly("application");
    assertThat(compared.path("fetchedBytes").asLong())
        .isLessThan(Files.size(newer) / 20); // the runtime and the C library stay where they are
    assertThat(Run.girdle("compare", image, newer).well().out())
        .contains("Layers: 4 are the same; who has the older image fetches");
  }

  @Test
  void aContainerRuntimeRunsIt() throws IOException {
    Result said = runByOthers(image, "1.0.0", dir.resolve("java"));
    assertThat(said.out())
        .as(said.err())
        .isEqualTo("signal one in /opt/signal by signal northhigh \u2693 74696465\n");
  }

  @Test
  void soItDoesAProgramForNode() throws IOException {
    assumeTrue(BerthBoard.CAN_RUN, "skipped: there is no Node.js");
    BerthBoard board = new BerthBoard(dir.resolve("board"));
    Path out = dir.resolve("board-out");
    Run.girdle("seal", board.app, "--form", "image", "--runtime", "whole", "--out", out)
        .with("PATH", System.getenv("PATH"))
        .well();
    Path made;
    try (Stream<Path> all = Files.list(out)) {
      made = all.findFirst().orElseThrow();
    }
    Result said = runByOthers(made, "2.1.0", dir.resolve("node"));
    assertThat(said.out())
        .as(said.err())
        .isEqualTo(BerthBoard.SAYS.replace("--quiet --now", "--quiet"));
  }

  /** Unpacked by tar and run by a container runtime, as a registry would give it to people. */
  private static Result runByOthers(Path image, String release, Path work) throws IOException {
    assumeTrue(Run.has("skopeo") && Run.has("runc"), "skipped: there is no skopeo or no runc");
    Files.createDirectories(work);
    Path copied = work.resolve("copied");
    Run.of("skopeo", "copy", "oci-archive:" + image + ":" + release, "dir:" + copied)
        .with("PATH", System.getenv("PATH"))
        .with("HOME", work.toString())
        .well();
    JsonNode manifest = JSON.readTree(copied.resolve("manifest.json").toFile());
    Path root = Files.createDirectories(work.resolve("bundle/rootfs"));
    for (JsonNode layer : manifest.path("layers")) {
      Path blob = copied.resolve(layer.path("digest").asText().substring(7));
      Run.of("tar", "-xf", blob, "-C", root).with("PATH", System.getenv("PATH")).well();
    }
    JsonNode run =
        JSON.readTree(copied.resolve(manifest.at("/config/digest").asText().substring(7)).toFile())
            .path("config");
    Files.writeString(root.resolveSibling("config.json"), runtimeConfig(run));
    Result said =
        Run.of("runc", "run", "--bundle", root.getParent(), "girdle-" + System.nanoTime())
            .with("PATH", System.getenv("PATH"))
            .go();
    assumeTrue(
        !said.err().contains("operation not permitted"), "skipped: no container may be run here");
    return said;
  }

  /** What the runtime is told (OCI Runtime Specification 1.1, "Configuration"). */
  private static String runtimeConfig(JsonNode run) throws IOException {
    String[] ids = run.path("User").asText().split(":");
    return """
        {"ociVersion": "1.0.2", "root": {"path": "rootfs"}, "hostname": "mast",
         "process": {"user": {"uid": %s, "gid": %s}, "args": %s, "env": %s, "cwd": %s},
         "mounts": [{"destination": "/proc", "type": "proc", "source": "proc"},
                    {"destination": "/dev", "type": "tmpfs", "source": "tmpfs"}],
         "linux": {"namespaces": [{"type": "pid"}, {"type": "mount"}, {"type": "uts"}]}}
        """
        .formatted(
            ids[0],
            ids[1],
            run.path("Entrypoint"),
            run.path("Env"),
            JSON.writeValueAsString(run.path("WorkingDir").asText()));
  }

  @Test
  void severalTargetsMakeOneIndex() throws IOException {
    Path java = ARM64.resolve("usr/lib/jvm/java-17-openjdk-arm64");
    assumeTrue(Files.isDirectory(java), "skipped: there is no Java for arm64 at " + ARM64);
    Path plan = app.resolve("two.yaml");
    Files.writeString(
        plan,
        Files.readString(app.resolve("girdle.yaml"))
            .replace("[linux-x64]", "[linux-x64, linux-arm64]")
            .replace(
                "runtime: {kind: trimmed}",
                "runtime: {kind: trimmed, from: [%s, %s]}"
                    .formatted(System.getProperty("java.home"), java))
            .replace(
                "image:\n", "image:\n  root: {linux-x64: /, linux-arm64: %s}\n".formatted(ARM64))
            .replace("names, certificates]", "names]")
            .replace("forms: [{form: image}]", "forms: [{form: image, as: both, packing: zstd}]"));
    Run.girdle("seal", plan, "--out", dir.resolve("both")).well();
    Path both = dir.resolve("both/both");
    assertThat(both.resolve("oci-layout")).isRegularFile();
    JsonNode images = layers(both).path("images");
    assertThat(images.findValuesAsText("platform")).containsExactly("linux/amd64", "linux/arm64");
    assertThat(images.at("/1/layers/0/entries").findValuesAsText("path"))
        .contains("lib/ld-linux-aarch64.so.1")
        .noneMatch(p -> p.contains("x86_64"));
    JsonNode index = JSON.readTree(both.resolve("index.json").toFile());
    assertThat(index.at("/manifests/0/mediaType").asText()).endsWith("image.index.v1+json");
    Result told = Run.girdle("rehearse", both, "--plan", app.resolve("girdle.yaml")).go();
    assertThat(told.status()).as(told.out() + told.err()).isZero();
  }

  @Test
  void isMadeOnABaseThatHasTheRuntime() throws IOException {
    Path plan = app.resolve("based.yaml");
    String based =
        Files.readString(app.resolve("girdle.yaml"))
            .replace("runtime: {kind: trimmed}", "runtime: host")
            .replace("identity: {name: signal", "identity: {name: lamp")
            .replace("image:\n", "image:\n  base: %s\n".formatted(image));
    Files.writeString(plan, based);
    Result none = Run.girdle("seal", plan, "--out", dir.resolve("based")).go();
    assertThat(none.status()).isEqualTo(2);
    assertThat(none.err()).contains("has no java in the folders of its programs");
    Files.writeString(
        plan, based.replace("{TIDE: high}", "{TIDE: high, PATH: /opt/signal/runtime/bin}"));
    Run.girdle("seal", plan, "--out", dir.resolve("based")).well();
    Path lamp = dir.resolve("based/lamp-1.0.0-image.tar");
    JsonNode layers = layers(lamp).at("/images/0/layers");
    assertThat(layers.findValuesAsText("digest"))
        .containsAll(layers(image).at("/images/0/layers").findValuesAsText("digest"));
    Result told = Run.girdle("rehearse", lamp, "--expect", "in /opt/lamp by").go();
    assertThat(told.status()).as(told.out() + told.err()).isZero();
  }

  @Test
  void whatCannotBeMadeIsSaidBeforeAnythingIs() throws IOException {
    Path out = dir.resolve("none");
    Path plan = app.resolve("girdle.yaml");
    Result host = Run.girdle("seal", plan, "--out", out, "--runtime", "host").go();
    assertThat(host.status()).isEqualTo(2);
    assertThat(host.err())
        .contains("an image holds all that runs in it, and this one would hold no Java")
        .contains("--base");
    Result windows = Run.girdle("seal", plan, "--out", out, "--target", "windows-x64").go();
    assertThat(windows.err()).contains("container images are made for Linux");
    Path odd = app.resolve("odd.yaml");
    String text = Files.readString(plan);
    Files.writeString(odd, text.replace("image:\n", "image:\n  root: ../desk-of-nobody\n"));
    Result rootless = Run.girdle("seal", odd, "--out", out).go();
    assertThat(rootless.err()).contains("is no root folder of a system for linux-x64");
    Files.writeString(odd, text.replace("certificates]", "certificates, /etc/tides.of.girdle]"));
    assertThat(Run.girdle("seal", odd, "--out", out).go().err())
        .contains("there is no /etc/tides.of.girdle in /");
    assertThat(Run.girdle("seal", plan, "--out", out, "--base", plan).go().err())
        .contains("is no image layout");
    assertThat(out)
        .satisfiesAnyOf(o -> assertThat(o).doesNotExist(), o -> assertThat(o).isEmptyDirectory());
    assertThat(Run.girdle("inspect", "--layers", plan).go().err())
        .contains("is no container image");
  }
}
