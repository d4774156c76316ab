package org.ternhaven.board;

import io.vertx.config.ConfigRetriever;
import io.vertx.core.AbstractVerticle;
import io.vertx.core.Promise;
import io.vertx.core.Vertx;
import io.vertx.core.json.JsonObject;
import io.vertx.ext.web.Router;
import io.vertx.ext.web.handler.BodyHandler;
import io.vertx.ext.web.handler.StaticHandler;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.concurrent.CompletableFuture;

public class Board extends AbstractVerticle {
  static final CompletableFuture<Integer> PORT = new CompletableFuture<>();

  @Override
  public void start(Promise<Void> started) {
    ConfigRetriever.create(vertx)
        .getConfig()
        .onSuccess(
            config -> {
              Router router = Router.router(vertx);
              router.route().handler(BodyHandler.create());
              router.get("/about").handler(c -> c.json(new JsonObject().put("harbour", "Ternhaven")));
              router.route("/*").handler(StaticHandler.create());
              vertx
                  .createHttpServer()
                  .requestHandler(router)
                  .listen(0)
                  .onSuccess(
                      server -> {
                        PORT.complete(server.actualPort());
                        started.complete();
                      });
            });
  }

  public static void main(String[] args) throws Exception {
    Vertx vertx = Vertx.vertx();
    vertx.deployVerticle("org.ternhaven.board.Board");
    int port = PORT.get();
    System.out.println(get(port, "/about").body());
    System.out.println(get(port, "/").body());
    System.out.println("script " + get(port, "/board.js").statusCode());
    vertx.close().toCompletionStage().toCompletableFuture().get();
  }

  static HttpResponse<String> get(int port, String path) throws Exception {
    return HttpClient.newHttpClient()
        .send(
            HttpRequest.newBuilder(URI.create("http://localhost:" + port + path)).build(),
            HttpResponse.BodyHandlers.ofString());
  }
}
