package org.ternhaven.desk;

import com.google.gson.Gson;
import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.servlet.DefaultServlet;
import org.eclipse.jetty.servlet.ServletContextHandler;
import org.eclipse.jetty.servlet.ServletHolder;
import org.eclipse.jetty.util.resource.Resource;

public class Desk {
  static class Berth {
    String name;
    String ship;

    Berth(String name, String ship) {
      this.name = name;
      this.ship = ship;
    }
  }

  public static class Berths extends HttpServlet {
    @Override
    protected void doGet(HttpServletRequest request, HttpServletResponse response)
        throws IOException {
      response.setContentType("application/json");
      response
          .getWriter()
          .print(new Gson().toJson(List.of(new Berth("north-quay", "Kittiwake"))));
    }
  }

  public static void main(String[] args) throws Exception {
    Server server = new Server(0);
    ServletContextHandler context = new ServletContextHandler();
    context.setContextPath("/");
    context.setBaseResource(Resource.newResource(Desk.class.getResource("/public")));
    context.setWelcomeFiles(new String[] {"index.html"});
    context.addServlet(new ServletHolder(new Berths()), "/berths");
    context.addServlet(DefaultServlet.class, "/");
    server.setHandler(context);
    server.start();
    int port = ((ServerConnector) server.getConnectors()[0]).getLocalPort();
    System.out.println(get(port, "/berths").body());
    System.out.println(get(port, "/").body());
    System.out.println("css " + get(port, "/css/desk.css").statusCode());
    System.out.println("none " + get(port, "/none").statusCode());
    server.stop();
  }

  static HttpResponse<String> get(int port, String path) throws Exception {
    URI uri = URI.create("http://localhost:" + port + path);
    return HttpClient.newHttpClient()
        .send(HttpRequest.newBuilder(uri).build(), HttpResponse.BodyHandlers.ofString());
  }
}
