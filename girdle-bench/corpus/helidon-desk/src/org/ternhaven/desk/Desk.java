package org.ternhaven.desk;

import io.helidon.common.LogConfig;
import io.helidon.config.Config;
import io.helidon.health.HealthSupport;
import io.helidon.health.checks.HealthChecks;
import io.helidon.media.jsonp.JsonpSupport;
import io.helidon.webserver.Routing;
import io.helidon.webserver.WebServer;
import io.helidon.webserver.staticcontent.StaticContentSupport;
import jakarta.json.Json;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;

/** The desk of the harbour office. */
public class Desk {
  public static void main(String[] args) throws Exception {
    java.util.logging.Logger.getLogger("io.helidon").setLevel(java.util.logging.Level.WARNING);
    LogConfig.configureRuntime();
    Config config = Config.create();
    String name = config.get("harbour.name").asString().get();
    Routing routing =
        Routing.builder()
            .register(HealthSupport.builder().addLiveness(HealthChecks.deadlockCheck()).build())
            .register("/pages", StaticContentSupport.builder("pages").welcomeFileName("index.html").build())
            .get("/name", (q, a) -> a.send(Json.createObjectBuilder().add("name", name).build()))
            .get("/ship", (q, a) -> a.send(Json.createObjectBuilder().add("name", "Kittiwake").add("berth", 3).build()))
            .build();
    WebServer server =
        WebServer.builder(routing)
            .config(config.get("server"))
            .addMediaSupport(JsonpSupport.create())
            .build()
            .start()
            .await();
    HttpClient client = HttpClient.newHttpClient();
    for (String path : new String[] {"/name", "/ship", "/pages/", "/health", "/nowhere"}) {
      HttpResponse<String> answer =
          client.send(
              HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + server.port() + path)).build(),
              HttpResponse.BodyHandlers.ofString());
      System.out.println(answer.statusCode() + " " + answer.body().strip());
    }
    server.shutdown().await();
    System.exit(0);
  }
}
