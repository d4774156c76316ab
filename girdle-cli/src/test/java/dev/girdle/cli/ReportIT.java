package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.fasterxml.jackson.databind.JsonNode;
import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.openqa.selenium.Keys;
import org.w3c.dom.Document;

/** The page is opened in a real browser, and what it shows is held against the other commands. */
class ReportIT {
  private static final Pattern RECTANGLE =
      Pattern.compile("M[-0-9.]+ [-0-9.]+h([-0-9.]+)v([-0-9.]+)h[-0-9.]+z");

  @TempDir static Path dir;
  private static Path demo;
  private static Path page;
  private static Browser browser;

  @BeforeAll
  static void prepare() throws IOException {
    demo = dir.resolve("demo");
    Run.girdle("demo", demo).well();
    page = report(demo);
    if (Browser.isThere()) {
      browser = Browser.start();
    }
  }

  @AfterAll
  static void end() {
    if (browser != null) {
      browser.close();
    }
  }

  private static Path report(Object... arguments) throws IOException {
    List<Object> all = new ArrayList<>(List.of("report", "--json"));
    all.addAll(List.of(arguments));
    JsonNode told = JsonIT.valid("report", Run.girdle(all.toArray()).in(dir).well());
    return dir.resolve(told.get("place").asText());
  }

  private static Browser open(Path file, String hash) {
    assumeTrue(browser != null, "there is no Chromium with its driver on this machine");
    return browser.open(file, hash);
  }

  @Test
  void sizesAreThoseOfTheClosure() throws IOException {
    JsonNode closure = JsonIT.valid("closure", Run.girdle("closure", demo, "--json").well());
    Browser b = open(page, "");
    assertThat(b.number("total.in")).isEqualTo(closure.get("keptBytes").asLong());
    long aside = b.number("parts.findIndex(p => p.name === 'beside the program')");
    assertThat(b.number("total.left - weight[" + aside + "].left"))
        .isEqualTo(closure.get("ballastBytes").asLong());
    assertThat(b.text("document.title")).isEqualTo("Tide Book 1.4.0");
    assertThat(b.text("byId('who').textContent")).contains("Nothing needed is missing");
  }

  @Test
  void bothMapsHaveOneScale() {
    Browser b = open(page, "");
    String perByte = "b => (b.x1 - b.x0) * (b.y1 - b.y0) / b.group.value";
    double in = ((Number) b.value("(" + perByte + ")(boxes[0])")).doubleValue();
    String left = "boxes.find(b => b.leaves.every(n => !isIn(+n.data.key.slice(1))))";
    double out = ((Number) b.value("(" + perByte + ")(" + left + ")")).doubleValue();
    assertThat(in / out).isCloseTo(1.0, within(0.02));
  }

  @ParameterizedTest
  @ValueSource(strings = {"TideBook", "org.ternhaven.almanac.Almanac", "Ansi", "XXHash32"})
  void explanationsAreThoseOfExplain(String thing) throws IOException {
    JsonNode told = JsonIT.valid("explain", Run.girdle("explain", demo, thing, "--json").well());
    JsonNode first = told.at("/explanations/0");
    Browser b = open(page, "#reasons");
    b.press("/").press(thing).press(Keys.ENTER);
    List<String> chain = new ArrayList<>();
    first
        .get("chain")
        .forEach(l -> chain.add(l.get("place").asText() + " > " + l.get("name").asText()));
    String last =
        "chosen[0] === 'g' ? picture.gaps[+chosen.slice(1)].links[0] : piece.link[+chosen.slice(1)]";
    assertThat(
            b.value(
                "chainTo(" + last + ").map(k => place(k) + ' > ' + picture.texts[link.name[k]])"))
        .isEqualTo(chain);
    assertThat(b.number("document.querySelectorAll('#panel .chain li').length"))
        .isEqualTo(chain.size());
    assertThat(b.text("byId('panel').textContent"))
        .contains(thing.substring(thing.lastIndexOf('.') + 1));
  }

  @Test
  void whatStaysBehindIsExplainedToo() {
    Browser b = open(page, "");
    b.press("/").press("byte-buddy").press(Keys.ENTER);
    assertThat(b.text("byId('panel').textContent"))
        .contains("stays behind", "Nothing in the closure needs it");
  }

  @Test
  void everyViewIsReachedByKeyAndSaysSomething() {
    Browser b = open(page, "");
    for (int key = 1; key <= 7; key++) {
      b.press(Integer.toString(key));
      String view = "document.querySelector('#views > section:not([hidden])')";
      assertThat(b.number("document.querySelectorAll('#views > section:not([hidden])').length"))
          .isEqualTo(1);
      assertThat(b.text(view + ".textContent")).as("view " + key).hasSizeGreaterThan(20);
      assertThat(b.number("document.documentElement.scrollWidth")).isEqualTo(1280);
    }
    assertThat(b.text("byId('view-releases').textContent"))
        .contains("nested archive", "merged archive", "folder");
    assertThat(b.complaints()).isEmpty();
  }

  @Test
  void theMapIsWalkedByArrows() {
    Browser b = open(page, "");
    b.value("byId('mapdrawing').focus()");
    b.press(Keys.ARROW_DOWN);
    String first = b.text("chosen");
    assertThat(first).startsWith("p");
    b.press(Keys.ARROW_RIGHT);
    assertThat(b.text("chosen")).startsWith("p").isNotEqualTo(first);
    b.press(Keys.ENTER);
    assertThat(b.text("byId('crumbs').textContent")).contains("All components › ");
    b.press(Keys.ARROW_DOWN).press(Keys.ARROW_RIGHT);
    assertThat(b.text("chosen")).startsWith("i");
    b.press(Keys.ESCAPE);
    assertThat(b.text("byId('crumbs').textContent")).isEqualTo("All components");
  }

  @Test
  void theGraphIsWalkedFromThingToThing() {
    Browser named = open(page, "#reasons/=org.ternhaven.almanac.Turn");
    assertThat(named.text("titleOf(chosen)")).isEqualTo("org.ternhaven.almanac.Turn");
    Browser b = open(page, "#reasons");
    assertThat(b.number("document.querySelectorAll('#graph .node').length")).isGreaterThan(5);
    b.press("/").press("org.ternhaven.almanac.Almanac").press(Keys.ENTER);
    assertThat(b.text("byId('trail').textContent"))
        .contains("TideBook › org.ternhaven.almanac.Almanac");
    b.value(
        "[...document.querySelectorAll('#graph .node')].find(n => n.getAttribute('aria-label').startsWith('org.ternhaven.almanac.Turn,')).focus()");
    b.press(Keys.ENTER);
    assertThat(b.text("byId('panel').textContent")).contains("org.ternhaven.almanac.Turn");
    assertThat(b.text("document.querySelector('#graph .centre').textContent")).contains("Turn");
    assertThat(b.text("document.activeElement.getAttribute('aria-label')"))
        .as("who walks by keyboard goes on from here")
        .startsWith("org.ternhaven.almanac.Turn,");
    b.press(Keys.ESCAPE);
    assertThat(b.text("location.hash")).isEqualTo("#reasons");
    assertThat(b.text("byId('trail').textContent")).startsWith("Components from the entry point");
    b.value("history.back()");
    b.await("titleOf(chosen || 'p0') === 'org.ternhaven.almanac.Turn'");
  }

  @Test
  void itFollowsTheNightAndGoesToPaper() {
    Browser b = open(page, "");
    String ground = "getComputedStyle(document.body).backgroundColor";
    b.media("prefers-color-scheme", "light");
    String day = b.text(ground);
    b.media("prefers-color-scheme", "dark");
    assertThat(b.text(ground)).isNotEqualTo(day);
    b.media("prefers-color-scheme", "light");
    String paper = new String(Base64.getDecoder().decode(b.paper()), StandardCharsets.ISO_8859_1);
    assertThat(paper).startsWith("%PDF");
    assertThat(Pattern.compile("/Type /Page\\b").matcher(paper).results().count()).isGreaterThan(3);
    assertThat(b.number("document.querySelectorAll('#views > section:not([hidden])').length"))
        .isEqualTo(1);
  }

  @Test
  void hostileNamesStayNames() throws IOException {
    Path classes =
        Compiled.to(
            dir.resolve("hostile"),
            "package h; public class Go { public static void main(String[] a) {} }");
    Path jar =
        new Jar()
            .manifest(
                "Main-Class: h.Go", "Implementation-Title: </script><script>alert(1)</script>")
            .folder(classes)
            .with("</script><img src=x onerror=alert(1)>", "x".repeat(400))
            .with("<!--<script>", "y".repeat(300))
            .write(dir.resolve("hostile.jar"));
    Path hostile = report(jar, "--out", dir.resolve("hostile-out"));
    Browser b = open(hostile, "");
    assertThat(b.number("document.images.length")).isZero();
    assertThat(b.number("document.scripts.length")).isEqualTo(2);
    b.press("/").press("onerror").press(Keys.ENTER);
    assertThat(b.text("byId('panel').textContent")).contains("<img src=x onerror=alert(1)>");
    assertThat(b.complaints()).isEmpty();
    Path drawing = report(jar, "--out", dir.resolve("hostile-out"), "--svg");
    assertThat(Files.readString(drawing)).doesNotContain("<script", "<img");
  }

  @Test
  void twentyThousandItemsAreFewElements() throws IOException {
    Path classes =
        Compiled.to(
            dir.resolve("large"),
            "package l; public class Go { public static void main(String[] a) {} }");
    Jar jar = new Jar().manifest("Main-Class: l.Go").folder(classes);
    for (int i = 0; i < 20_000; i++) {
      jar.with("berths/quay" + i % 97 + "/berth" + i + ".txt", "berth " + i);
    }
    Path large = report(jar.write(dir.resolve("large.jar")), "--out", dir.resolve("large-out"));
    Browser b = open(large, "");
    assertThat(b.number("pieceCount")).isGreaterThan(20_000);
    assertThat(b.number("document.querySelectorAll('*').length")).isLessThan(3_000);
    b.value("zoom(0)");
    assertThat(b.number("document.querySelectorAll('*').length")).isLessThan(3_000);
    b.press("/").press("berth19999").press(Keys.ENTER);
    assertThat(b.text("byId('panel').textContent")).contains("berths/quay17/berth19999.txt");
    assertThat(Files.size(large)).isLessThan(4_000_000);
  }

  @Test
  void whatRehearsalsNeverSawIsQuiet() throws IOException {
    Path evidence = Files.writeString(dir.resolve("seen.txt"), "org.ternhaven.tidebook.TideBook\n");
    Path file = report(demo, "--evidence", evidence, "--as", "quiet.html");
    Browser b = open(file, "#quiet");
    assertThat(b.text("byId('view-quiet').textContent"))
        .contains("Seen in use: 1 class, all of them foreseen", "slf4j-api-2.0.17.jar");
    JsonNode closure =
        JsonIT.valid(
            "closure", Run.girdle("closure", demo, "--evidence", evidence, "--json").well());
    long quiet = 0;
    for (JsonNode component : closure.at("/seen/quiet")) {
      quiet += component.get("bytes").asLong();
    }
    assertThat(b.number("total.quiet")).isEqualTo(quiet);
  }

  @Test
  void aRuntimeThatComesAlongIsDrawn() throws IOException {
    Path file = report(demo, "--runtime", "trimmed", "--as", "trimmed.html");
    Browser b = open(file, "");
    String runtime = "parts.findIndex(p => p.role === 'runtime' && p.supplied)";
    assertThat(b.number("weight[" + runtime + "].in")).isGreaterThan(20_000_000);
    assertThat(b.number("weight[" + runtime + "].left")).isGreaterThan(50_000_000);
    Run.girdle("seal", demo, "--form", "folder", "--runtime", "trimmed", "--as", "trimmed").well();
    JsonNode found =
        JsonIT.valid(
            "record", Run.girdle("inspect", demo.resolve("sealed/trimmed"), "--json").well());
    String title = found.at("/runtime/title").asText();
    long there = 0;
    for (JsonNode entry : found.get("files")) {
      there += entry.path("component").asText().equals(title) ? entry.get("bytes").asLong() : 0;
    }
    // the image has a table of contents of its own, which the parts have not
    assertThat((double) b.number("weight[" + runtime + "].in"))
        .isCloseTo(there, within(0.05 * there));
  }

  @Test
  void anArtifactIsDrawnFromItsRecord() throws IOException {
    Path artifact = demo.resolve("sealed/tidebook-1.4.0");
    JsonNode found = JsonIT.valid("record", Run.girdle("inspect", artifact, "--json").well());
    long bytes = 0;
    for (JsonNode entry : found.get("files")) {
      bytes += entry.get("bytes").asLong();
    }
    Result refused = Run.girdle("report", artifact, "--prune", "classes", "--svg").go();
    assertThat(refused.status()).isEqualTo(2);
    assertThat(refused.err())
        .contains("is drawn as it is, without --prune")
        .doesNotContain("--svg");
    Browser b = open(report(artifact, "--as", "artifact.html"), "");
    assertThat(b.number("total.in")).isEqualTo(bytes);
    b.press("2");
    assertThat(b.text("byId('graph').textContent")).contains("tidebook-almanac.jar", "8 reached");
    assertThat(b.text("chainTo(piece.link[0]).map(sentence).join()"))
        .isEqualTo("the plan starts with org.ternhaven.tidebook.TideBook");
    b.press("1").press("/").press("byte-buddy").press(Keys.ENTER);
    assertThat(b.text("byId('panel').textContent")).contains("stays behind");
  }

  @Test
  void theDrawingAloneHasTheSameShares() throws Exception {
    Path file = report(demo, "--svg");
    Document drawing =
        DocumentBuilderFactory.newInstance().newDocumentBuilder().parse(file.toFile());
    double in = 0;
    double left = 0;
    var paths = drawing.getElementsByTagName("path");
    for (int i = 0; i < paths.getLength(); i++) {
      String disposition = paths.item(i).getAttributes().getNamedItem("class").getNodeValue();
      double area = area(paths.item(i).getAttributes().getNamedItem("d").getNodeValue());
      in += disposition.equals("left") ? 0 : area;
      left += disposition.equals("left") ? area : 0;
    }
    JsonNode told = JsonIT.valid("report", Run.girdle("report", demo, "--svg", "--json").well());
    double wanted = told.get("leftBytes").asDouble() / told.get("inBytes").asDouble();
    assertThat(left / in).isCloseTo(wanted, within(0.1 * wanted));
    assertThat(Files.readString(file)).contains("byte-buddy-1.15.11.jar", "goes along, ");
  }

  private static double area(String path) {
    double area = 0;
    Matcher rectangle = RECTANGLE.matcher(path);
    while (rectangle.find()) {
      area += Double.parseDouble(rectangle.group(1)) * Double.parseDouble(rectangle.group(2));
    }
    return area;
  }

  @Test
  void sameInputSameBytesAndNothingOfThisMachine() throws IOException {
    Path other = dir.resolve("elsewhere/demo");
    Run.girdle("demo", other).well();
    Path again = report(other);
    assertThat(again).hasSameBinaryContentAs(page);
    assertThat(Files.readString(page))
        .doesNotContain(dir.toString(), System.getProperty("user.home"));
  }

  @Test
  void nothingOfOthersIsWrittenOver() throws IOException {
    Path place = Files.createDirectories(dir.resolve("others")).resolve("notes.html");
    Files.writeString(place, "my notes");
    Result result =
        Run.girdle("report", demo, "--out", place.getParent(), "--as", "notes.html").go();
    assertThat(result.status()).isEqualTo(2);
    assertThat(result.err()).contains("is no report of Girdle's");
    assertThat(place).hasContent("my notes");
    report(demo, "--out", place.getParent());
    report(demo, "--out", place.getParent());
    try (var files = Files.list(place.getParent())) {
      assertThat(files).hasSize(2);
    }
  }

  @Test
  void whatIsMissingIsOnThePageAndInTheStatus() throws IOException {
    Path broken = dir.resolve("broken");
    Run.girdle("demo", broken).well();
    Files.delete(broken.resolve("tidebook/lib/slf4j-api-2.0.17.jar"));
    Result result = Run.girdle("report", broken).go();
    assertThat(result.status()).isEqualTo(1);
    assertThat(result.out()).contains("needed and missing: see the page.");
    Browser b = open(broken.resolve("sealed/tidebook-1.4.0-report.html"), "#missing");
    assertThat(b.text("byId('view-missing').textContent")).contains("org.slf4j.LoggerFactory");
    b.click("#view-missing a.thing");
    assertThat(b.text("byId('panel').textContent")).contains("missing, and needed", "--missing-ok");
  }
}
