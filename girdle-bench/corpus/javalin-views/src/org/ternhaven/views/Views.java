package org.ternhaven.views;

import io.javalin.Javalin;
import io.javalin.http.staticfiles.Location;
import io.javalin.rendering.template.JavalinThymeleaf;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;

public class Views {
  public record Berth(String name, double depth) {
    public String getName() {
      return name;
    }
  }

  public static void main(String[] args) throws Exception {
    List<Berth> berths = List.of(new Berth("north-quay", 4.2), new Berth("fish-dock", 2.5));
    Javalin app =
        Javalin.create(
            config -> {
              config.showJavalinBanner = false;
              config.fileRenderer(new JavalinThymeleaf());
              config.staticFiles.add("/assets", Location.CLASSPATH);
            });
    app.get("/", c -> c.render("templates/berths.html", Map.of("berths", berths)));
    app.get("/json", c -> c.json(berths));
    app.start(0);
    System.out.println(get(app.port(), "/").body());
    System.out.println(get(app.port(), "/json").body());
    HttpResponse<String> svg = get(app.port(), "/tide.svg");
    System.out.println(
        "tide.svg " + svg.statusCode() + " " + svg.headers().firstValue("content-type").orElse(""));
    app.stop();
  }

  static HttpResponse<String> get(int port, String path) throws Exception {
    return HttpClient.newHttpClient()
        .send(
            HttpRequest.newBuilder(URI.create("http://localhost:" + port + path)).build(),
            HttpResponse.BodyHandlers.ofString());
  }
}
