package org.ternhaven.desk;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.EnumSet;
import javax.servlet.DispatcherType;
import org.apache.struts2.dispatcher.filter.StrutsPrepareAndExecuteFilter;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.servlet.DefaultServlet;
import org.eclipse.jetty.servlet.ServletContextHandler;
import org.eclipse.jetty.servlet.ServletHolder;

/** The desk where ships are entered. */
public class Desk {
  public static void main(String[] args) throws Exception {
    Server server = new Server(0);
    ServletContextHandler context = new ServletContextHandler(ServletContextHandler.SESSIONS);
    context.setContextPath("/");
    context.setResourceBase(".");
    context.addFilter(StrutsPrepareAndExecuteFilter.class, "/*", EnumSet.of(DispatcherType.REQUEST));
    context.addServlet(new ServletHolder(new DefaultServlet()), "/");
    server.setHandler(context);
    server.start();
    String root = "http://localhost:" + ((ServerConnector) server.getConnectors()[0]).getLocalPort();
    HttpClient client = HttpClient.newHttpClient();
    for (String path : new String[] {"/enter.do?ship=Kittiwake", "/enter.do"}) {
      HttpResponse<String> answer =
          client.send(
              HttpRequest.newBuilder(URI.create(root + path)).build(),
              HttpResponse.BodyHandlers.ofString());
      System.out.println(answer.statusCode());
      answer.body().lines().filter(l -> !l.isBlank()).forEach(l -> System.out.println(l.strip()));
    }
    server.stop();
    System.exit(0);
  }
}
