package org.ternhaven.notices;

import io.pebbletemplates.pebble.PebbleEngine;
import io.undertow.Undertow;
import io.undertow.server.RoutingHandler;
import io.undertow.server.handlers.resource.ClassPathResourceManager;
import io.undertow.server.handlers.resource.ResourceHandler;
import java.io.StringWriter;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;

public class Notices {
  public static void main(String[] args) throws Exception {
    PebbleEngine pebble = new PebbleEngine.Builder().build();
    RoutingHandler routes = new RoutingHandler();
    routes.get(
        "/",
        exchange -> {
          StringWriter page = new StringWriter();
          pebble
              .getTemplate("views/notices.peb")
              .evaluate(page, Map.of("notices", List.of("Storm on Friday", "Dredger at work")));
          exchange.getResponseSender().send(page.toString());
        });
    routes.setFallbackHandler(
        new ResourceHandler(
            new ClassPathResourceManager(Notices.class.getClassLoader(), "webroot")));
    Undertow server = Undertow.builder().addHttpListener(0, "localhost").setHandler(routes).build();
    server.start();
    int port = ((InetSocketAddress) server.getListenerInfo().get(0).getAddress()).getPort();
    System.out.println(get(port, "/").body());
    System.out.println("style " + get(port, "/style.css").statusCode());
    server.stop();
  }

  static HttpResponse<String> get(int port, String path) throws Exception {
    return HttpClient.newHttpClient()
        .send(
            HttpRequest.newBuilder(URI.create("http://localhost:" + port + path)).build(),
            HttpResponse.BodyHandlers.ofString());
  }
}
