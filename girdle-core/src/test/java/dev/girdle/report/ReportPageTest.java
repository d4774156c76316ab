package dev.girdle.report;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.closure.How;
import dev.girdle.closure.Rank;
import dev.girdle.java.format.JavaHow;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

class ReportPageTest {
  private static final String HOSTILE = "</script><b>&\"'\u2028";

  private static ReportModel model(String text) {
    return new ReportModel(
        new Subject(text, text, "1.0", false, "", "", text, "components", "Java 17", "0.1.0"),
        List.of(
            new ReportPart(text, text, "library", "", text, text, List.of(text), "", true, true),
            ReportPart.besides("stays", "library", text, false)),
        List.of(
            new ReportItem(0, "a/B.class", "a.B", 10, Disposition.NEEDED, "", 0, List.of()),
            new ReportItem(
                0,
                text,
                text,
                7,
                Disposition.ALONG,
                text,
                -1,
                List.of(new ReportItem.Asker(0, JavaHow.CALL))),
            new ReportItem(1, "c", "c", 5, Disposition.LEFT, text, -1, List.of())),
        List.of(new Link(-1, "", 0, How.PLAN, "a.B", "", -1)),
        List.of(new Gap(text, "class", Rank.NEEDED, "", text, text, 2, List.of(0))),
        List.of(new Question(0, text, "any class")),
        List.of(),
        Optional.empty(),
        List.of(new Edition("1.0", "folder", "", text, 100, 1, 5)),
        List.of(text));
  }

  private static String html(String text) {
    return new String(ReportPage.html(model(text)), StandardCharsets.UTF_8);
  }

  private static String between(String page, String start, String end) {
    Matcher found =
        Pattern.compile(Pattern.quote(start) + "(.*?)" + Pattern.quote(end), Pattern.DOTALL)
            .matcher(page);
    assertThat(found.find()).isTrue();
    return found.group(1);
  }

  @Test
  void thePolicyAllowsItsOwnScriptAndNothingElse() throws Exception {
    String page = html("tidebook");
    String script = between(page, "<script>", "</script>");
    byte[] digest =
        MessageDigest.getInstance("SHA-256").digest(script.getBytes(StandardCharsets.UTF_8));
    assertThat(between(page, "Content-Security-Policy\" content=\"", "\""))
        .isEqualTo(
            "default-src 'none'; script-src 'sha256-"
                + Base64.getEncoder().encodeToString(digest)
                + "'; style-src 'unsafe-inline'");
    assertThat(page).doesNotContain("{{").doesNotContain("src=\"").doesNotContain("@import");
  }

  @Test
  void whatOthersWroteIsTextEverywhere() throws IOException {
    String page = html(HOSTILE);
    assertThat(Pattern.compile("<script").matcher(page).results().count()).isEqualTo(2);
    assertThat(page).doesNotContain("<b>");
    String json = between(page, "id=\"data\">", "</script>");
    assertThat(json).doesNotContain("<").doesNotContain("\u2028");
    JsonNode data = new ObjectMapper().readTree(json);
    assertThat(data.at("/subject/title").asText()).isEqualTo(HOSTILE);
    assertThat(data.at("/pieces/path/1").asText()).isEqualTo(HOSTILE);
    assertThat(data.at("/pieces/askers/1").toString()).isEqualTo("[0,0]");
    assertThat(data.at("/hows/0").asText()).isEqualTo("calls");
    String drawing = new String(Drawing.svg(model(HOSTILE)), StandardCharsets.UTF_8);
    assertThat(drawing).doesNotContain("</script>").contains("&lt;/script&gt;&lt;b&gt;&amp;");
  }

  @Test
  void namesThatFollowFromPathsAreNotWritten() throws IOException {
    String page = html("x");
    JsonNode data = new ObjectMapper().readTree(between(page, "id=\"data\">", "</script>"));
    assertThat(data.at("/pieces/name").toString()).isEqualTo("[1,0,0]");
  }

  @Test
  void samePictureSameBytes() {
    assertThat(ReportPage.html(model("x"))).isEqualTo(ReportPage.html(model("x")));
    assertThat(Drawing.svg(model("x"))).isEqualTo(Drawing.svg(model("x")));
  }

  @Test
  void whatIsAcceptedIsNotCountedAsMissing() {
    assertThat(model("x").missing()).isEqualTo(1);
    assertThat(model("x").bytes(true)).isEqualTo(17);
    assertThat(model("x").bytes(false)).isEqualTo(5);
  }
}
