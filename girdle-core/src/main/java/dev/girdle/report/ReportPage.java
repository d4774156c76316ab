package dev.girdle.report;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A picture as one page of HTML that needs nothing else: styles, scripts and data are in it, and
 * its policy (Content Security Policy Level 3) forbids it to load or to send anything.
 */
public final class ReportPage {
  private static final String LAYOUT_LIBRARY =
      "META-INF/resources/webjars/d3-hierarchy/3.1.2/dist/d3-hierarchy.min.js";

  /** In the order in which they build on each other. */
  private static final List<String> SCRIPTS =
      List.of("words.js", "picture.js", "panel.js", "map.js", "graph.js", "lists.js", "page.js");

  private ReportPage() {}

  /**
   * Writes the page.
   *
   * @param model what it shows
   * @return HTML in UTF-8; the same picture gives the same bytes
   */
  public static byte[] html(ReportModel model) {
    String script = script();
    Map<String, String> values = new LinkedHashMap<>();
    values.put("{{mark}}", ReportFile.MARK);
    values.put("{{policy}}", sha256(script));
    values.put("{{title}}", Markup.text(model.subject().title() + " " + model.subject().release()));
    values.put("{{style}}", text("page.css"));
    values.put("{{data}}", ReportJson.of(model));
    values.put("{{script}}", script);
    StringBuilder page = new StringBuilder();
    String template = text("page.html");
    int at = 0;
    for (Map.Entry<String, String> value : values.entrySet()) {
      int place = template.indexOf(value.getKey(), at);
      page.append(template, at, place).append(value.getValue());
      at = place + value.getKey().length();
    }
    return page.append(template, at, template.length()).toString().getBytes(StandardCharsets.UTF_8);
  }

  private static String script() {
    StringBuilder script = new StringBuilder(resource(LAYOUT_LIBRARY)).append("\n'use strict';\n");
    SCRIPTS.forEach(s -> script.append(text(s)));
    return script.toString();
  }

  static String text(String name) {
    return resource("dev/girdle/report/" + name);
  }

  private static String resource(String path) {
    try (InputStream in = ReportPage.class.getClassLoader().getResourceAsStream(path)) {
      if (in == null) {
        throw new IllegalStateException("the file " + path + " of Girdle itself is missing");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8).replace("\r\n", "\n");
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static String sha256(String script) {
    try {
      byte[] digest =
          MessageDigest.getInstance("SHA-256").digest(script.getBytes(StandardCharsets.UTF_8));
      return Base64.getEncoder().encodeToString(digest);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
