package org.ternhaven.desk;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.EnumSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.servlet.DispatcherType;
import org.apache.tapestry5.TapestryFilter;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.servlet.FilterHolder;
import org.eclipse.jetty.servlet.ServletContextHandler;

/** The desk of the harbour office. */
public class Desk {
  private static final HttpClient CLIENT = HttpClient.newHttpClient();

  public static void main(String[] args) throws Exception {
    Server server = new Server(0);
    ServletContextHandler context = new ServletContextHandler();
    context.setResourceBase(".");
    context.setInitParameter("tapestry.app-package", "org.ternhaven.desk");
    context.addFilter(
        new FilterHolder(new TapestryFilter()) {
          {
            setName("app");
          }
        },
        "/*",
        EnumSet.of(DispatcherType.REQUEST));
    server.setHandler(context);
    server.start();
    String root = "http://localhost:" + ((ServerConnector) server.getConnectors()[0]).getLocalPort();
    // whether styles for old browsers stand in it depends on identity hashes
    String page = get(root + "/").body().replaceAll("(?s)<!--.*?-->", "");
    System.out.println(page);
    System.out.println("status " + get(root + "/nothing").statusCode());
    Matcher style = Pattern.compile("href=\"([^\"]*desk\\.css)\"").matcher(page);
    System.out.println("style " + (style.find() ? get(root + style.group(1)).statusCode() : "none"));
    server.stop();
    System.exit(0);
  }

  private static HttpResponse<String> get(String address) throws Exception {
    return CLIENT.send(
        HttpRequest.newBuilder(URI.create(address)).build(), HttpResponse.BodyHandlers.ofString());
  }
}
