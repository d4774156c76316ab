package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.girdle.cli.Run.Result;
import dev.girdle.place.Folders;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What artifacts tell of themselves, when whoever has them does not have their application. */
class AloneIT {
  @TempDir static Path shared;
  private static Path demo;

  @TempDir Path dir;

  @BeforeAll
  static void seal() {
    demo = shared.resolve("demo");
    Run.girdle("demo", demo, "--quiet").well();
    for (String form : List.of("tgz", "image")) {
      Run.girdle(
              "seal",
              demo.resolve("girdle.yaml"),
              "--form",
              form,
              "--target",
              "linux-x64",
              "--out",
              shared.resolve("out"),
              "--quiet",
              "--runtime",
              form.equals("image") ? "trimmed" : "host")
          .well();
    }
  }

  private static JsonNode json(Result result) throws IOException {
    return new ObjectMapper().readTree(result.bytes());
  }

  private static JsonNode steps(JsonNode explained) {
    JsonNode chain = explained.at("/explanations/0/chain").deepCopy();
    chain.forEach(s -> ((ObjectNode) s).remove("strength"));
    return chain;
  }

  private static Path of(String form) {
    return switch (form) {
      case "folder" -> demo.resolve("sealed/tidebook-1.4.0");
      case "archive" -> demo.resolve("sealed/tidebook-1.4.0.jar");
      case "merged" -> demo.resolve("sealed/tidebook-merged.jar");
      case "tgz" -> shared.resolve("out/tidebook-1.4.0-linux-x64.tgz");
      default -> shared.resolve("out/tidebook-1.4.0-image.tar");
    };
  }

  /** The chains are those that the application's own closure has. */
  @ParameterizedTest
  @ValueSource(strings = {"folder", "archive", "merged", "tgz", "image"})
  void theChainsAreThoseOfTheApplication(String form) throws IOException {
    List<String> things =
        List.of("Berth", "org.ternhaven.almanac.Almanac", "slf4j-api", "berths.properties");
    for (String thing : things) {
      JsonNode there =
          JsonIT.valid(
              "explain",
              Run.girdle("explain", demo.resolve("girdle.yaml"), thing, "--json").well());
      JsonNode here =
          JsonIT.valid("explain", Run.girdle("explain", of(form), thing, "--json").well());
      assertThat(steps(here)).describedAs("%s in %s", thing, form).isEqualTo(steps(there));
      assertThat(here.at("/explanations/0/state").asText()).isEqualTo("in");
      assertThat(steps(here)).hasSizeGreaterThan(1);
    }
  }

  @Test
  void whatStayedBehindAndWhatIsNotThereIsTold() throws IOException {
    JsonNode record =
        new ObjectMapper().readTree(of("folder").resolve("girdle-record.json").toFile());
    String left = record.at("/leftOut/0/component").asText();
    assertThat(Run.girdle("explain", of("folder"), left).well().out())
        .contains(left + " was left out, ", record.at("/leftOut/0/reason").asText());
    Result nothing = Run.girdle("explain", of("folder"), "org.ternhaven.tidebook.Berht").go();
    assertThat(nothing.status()).isEqualTo(2);
    assertThat(nothing.err()).contains("did you mean org.ternhaven.tidebook.Berth?");
  }

  @Test
  void theDemandsHaveTheirShapeAndAreSmall() throws IOException {
    byte[] packed = Files.readAllBytes(of("folder").resolve("girdle-demands.json.gz"));
    try (GZIPInputStream in = new GZIPInputStream(new ByteArrayInputStream(packed))) {
      JsonNode read = JsonIT.valid("demands", new Result(0, in.readAllBytes(), ""));
      assertThat(read.path("items")).hasSizeGreaterThan(100);
    }
    long all = 0;
    try (Stream<Path> files = Files.walk(of("folder"))) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        all += Files.size(file);
      }
    }
    assertThat(packed.length).isLessThan((int) (all * 3 / 100));
  }

  @Test
  void thePageHasTheGraph() throws IOException {
    Path out = dir.resolve("page");
    Run.girdle("report", of("folder"), "--out", out).well();
    String page = Files.readString(out.resolve("tidebook-1.4.0-inside.html"));
    JsonNode data =
        new ObjectMapper()
            .readTree(
                page.replaceFirst("(?s).*<script[^>]*id=\"data\"[^>]*>", "").split("</script>")[0]);
    assertThat(data.at("/links/from")).hasSizeGreaterThan(100);
    long linked = 0;
    for (JsonNode link : data.at("/pieces/link")) {
      linked += link.asInt() >= 0 ? 1 : 0;
    }
    assertThat(linked).isGreaterThan(100);
  }

  @Test
  void thePageShowsWhatADepotHas() throws IOException {
    String depot = dir.resolve("releases").toString();
    Run.girdle("deliver", of("folder"), of("image"), of("tgz"), depot).well();
    Path out = dir.resolve("page");
    Run.girdle("report", of("archive"), "--out", out, "--releases", depot).well();
    String page = Files.readString(out.resolve("tidebook-1.4.0.jar-inside.html"));
    for (String form : List.of("folder", "image", "tgz")) {
      assertThat(page).contains("\"form\":\"" + form + "\"");
    }
    assertThat(page).contains("\"releases@1.4.0\"").doesNotContain(depot);
    JsonNode listed = JsonIT.valid("releases", Run.girdle("releases", depot, "--json").well());
    assertThat(listed.at("/releases/0/artifacts").findValuesAsText("form"))
        .containsExactlyInAnyOrder("folder", "image", "tgz");
  }

  /** The older one was sealed without a library that code asks for. */
  @Test
  void whatAsksForWhatIsNewIsTold() throws IOException {
    Path plan = demo.resolve("girdle.yaml");
    Path out = dir.resolve("without");
    Run.girdle(
            "seal",
            plan,
            "--form",
            "folder",
            "--release",
            "1.3.0",
            "--never",
            "commons-codec*",
            "--missing-ok",
            "**",
            "--out",
            out,
            "--quiet")
        .well();
    String told = Run.girdle("compare", out.resolve("tidebook-1.3.0"), of("folder")).well().out();
    assertThat(told).contains("Why commons-codec-1.17.2.jar came in");
    assertThat(told.substring(told.indexOf("Why ")))
        .contains("1  the plan starts with org.ternhaven.tidebook.TideBook", "2  org.ternhaven");
  }

  /** A library that the older release did not need, and what asks for it. */
  @Test
  void whyALibraryCameInIsTold() throws IOException {
    Path plan = demo.resolve("girdle.yaml");
    Path out = dir.resolve("newer");
    List<String> left = new ArrayList<>();
    JsonNode record =
        new ObjectMapper().readTree(of("folder").resolve("girdle-record.json").toFile());
    record.path("leftOut").forEach(l -> left.add(l.path("component").asText()));
    String library = left.stream().filter(l -> l.endsWith(".jar")).findFirst().orElseThrow();
    Run.girdle(
            "seal",
            plan,
            "--form",
            "folder",
            "--release",
            "1.5.0",
            "--always",
            library,
            "--out",
            out,
            "--quiet")
        .well();
    Path newer = out.resolve("tidebook-1.5.0");
    JsonNode compared =
        JsonIT.valid("compare", Run.girdle("compare", of("folder"), newer, "--json").well());
    JsonNode arrived = null;
    for (JsonNode one : compared.path("components")) {
      arrived = one.path("name").asText().equals(library) ? one : arrived;
    }
    assertThat(arrived).isNotNull();
    assertThat(arrived.path("chain").toString()).contains("always");
    // it is the plan that wants it, which the table tells
    assertThat(Run.girdle("compare", of("folder"), newer).well().out())
        .contains("the plan always keeps " + library)
        .doesNotContain("Why " + library);
    Folders.delete(out);
  }
}
