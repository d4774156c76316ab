package org.ternhaven.desk;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.apache.wicket.Page;
import org.apache.wicket.protocol.http.WebApplication;
import org.apache.wicket.protocol.http.WicketFilter;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.servlet.FilterHolder;
import org.eclipse.jetty.servlet.ServletContextHandler;

public class Desk {
  public static class Application extends WebApplication {
    @Override
    public Class<? extends Page> getHomePage() {
      return Ships.class;
    }
  }

  public static void main(String[] args) throws Exception {
    System.setProperty("wicket.configuration", "deployment");
    Server server = new Server();
    ServerConnector connector = new ServerConnector(server);
    server.addConnector(connector);
    ServletContextHandler context = new ServletContextHandler(ServletContextHandler.SESSIONS);
    FilterHolder filter = new FilterHolder(WicketFilter.class);
    filter.setInitParameter("applicationClassName", Application.class.getName());
    filter.setInitParameter(WicketFilter.FILTER_MAPPING_PARAM, "/*");
    context.addFilter(filter, "/*", null);
    server.setHandler(context);
    server.start();
    System.out.println(get(connector.getLocalPort(), "en"));
    System.out.println(get(connector.getLocalPort(), "de"));
    server.stop();
  }

  static String get(int port, String language) throws Exception {
    return HttpClient.newBuilder()
        .followRedirects(HttpClient.Redirect.ALWAYS)
        .cookieHandler(new java.net.CookieManager())
        .build()
        .send(
            HttpRequest.newBuilder(URI.create("http://localhost:" + port + "/"))
                .header("Accept-Language", language)
                .build(),
            HttpResponse.BodyHandlers.ofString())
        .body()
        .replaceAll("jsessionid=[^\"?]*", "jsessionid")
        .replaceAll("ver-\\d+", "ver");
  }
}
