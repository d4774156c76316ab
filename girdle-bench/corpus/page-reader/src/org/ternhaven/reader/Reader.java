package org.ternhaven.reader;

import java.nio.file.Path;
import java.util.logging.Level;
import java.util.logging.Logger;
import org.htmlunit.BrowserVersion;
import org.htmlunit.WebClient;
import org.htmlunit.html.DomElement;
import org.htmlunit.html.HtmlElement;
import org.htmlunit.html.HtmlPage;

public class Reader {
  public static void main(String[] args) throws Exception {
    Logger.getLogger("org.htmlunit").setLevel(Level.SEVERE);
    try (WebClient client = new WebClient(BrowserVersion.FIREFOX)) {
      HtmlPage page = client.getPage(Path.of(args[0]).toUri().toURL());
      client.waitForBackgroundJavaScript(2000);
      System.out.println("title " + page.getTitleText());
      for (DomElement e : page.getElementsByTagName("li")) {
        System.out.println("item " + e.getTextContent());
      }
      HtmlElement button = page.getHtmlElementById("b");
      button.click();
      System.out.println("clicked " + button.getTextContent());
      System.out.println("xpath " + page.getByXPath("//li[contains(text(), '.')]").size());
      System.out.println(
          "style "
              + page.executeJavaScript("getComputedStyle(document.getElementById('a')).color")
                  .getJavaScriptResult()
                  .toString()
                  .replace("rgb(255, 0, 0)", "red"));
    }
  }
}
