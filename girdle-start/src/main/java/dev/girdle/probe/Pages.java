package dev.girdle.probe;

import java.io.StringReader;
import javax.swing.text.html.HTMLEditorKit;
import javax.swing.text.html.parser.ParserDelegator;

/** A page of HTML is read. */
final class Pages implements Probe {
  @Override
  public void run() throws Exception {
    System.setProperty("java.awt.headless", "true");
    StringBuilder text = new StringBuilder();
    new ParserDelegator()
        .parse(
            new StringReader("<p>one &eacute;<br><b>two</b>"),
            new HTMLEditorKit.ParserCallback() {
              @Override
              public void handleText(char[] data, int position) {
                text.append(data);
              }
            },
            true);
    if (!text.toString().contains("one \u00e9") || !text.toString().contains("two")) {
      throw new IllegalStateException("became " + text);
    }
  }
}
