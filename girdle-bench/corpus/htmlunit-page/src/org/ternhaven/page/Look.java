package org.ternhaven.page;

import com.sun.net.httpserver.HttpServer;
import java.net.InetSocketAddress;
import org.htmlunit.BrowserVersion;
import org.htmlunit.WebClient;
import org.htmlunit.html.DomNode;
import org.htmlunit.html.HtmlButton;
import org.htmlunit.html.HtmlPage;

/** Looks at the tide page as a browser does. */
public class Look {
  public static void main(String[] args) throws Exception {
    HttpServer server = HttpServer.create(new InetSocketAddress("localhost", 0), 0);
    server.createContext(
        "/",
        x -> {
          byte[] page = Look.class.getResourceAsStream("/page.html").readAllBytes();
          x.getResponseHeaders().add("Content-Type", "text/html; charset=utf-8");
          x.sendResponseHeaders(200, page.length);
          x.getResponseBody().write(page);
          x.close();
        });
    server.start();
    try (WebClient client = new WebClient(BrowserVersion.FIREFOX)) {
      HtmlPage page = client.getPage("http://localhost:" + server.getAddress().getPort() + "/");
      client.waitForBackgroundJavaScript(2000);
      System.out.println("title " + page.getTitleText());
      for (DomNode row : page.querySelectorAll("li")) {
        System.out.println("row " + row.asNormalizedText());
      }
      ((HtmlButton) page.getElementById("go")).click();
      System.out.println(page.getElementById("said").asNormalizedText());
      System.out.println(
          "colour " + page.executeJavaScript("getComputedStyle(document.querySelector('h1')).color").getJavaScriptResult());
    }
    server.stop(0);
  }
}
