package org.ternhaven.desk;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import ratpack.guice.Guice;
import ratpack.jackson.Jackson;
import ratpack.server.BaseDir;
import ratpack.server.RatpackServer;

/** The desk of the harbour office. */
public class Desk {
  /** Who lies where. */
  public static class Ship {
    public String name = "Tern";
    public int berth = 4;
  }

  public static void main(String[] args) throws Exception {
    RatpackServer server =
        RatpackServer.start(
            s ->
                s.serverConfig(c -> c.port(0).baseDir(BaseDir.find("desk.marker")))
                    .registry(Guice.registry(b -> b.bindInstance(Berths.class, new Berths())))
                    .handlers(
                        chain ->
                            chain
                                .get("berths/:n", x -> x.render(x.get(Berths.class).say(x.getPathTokens().get("n"))))
                                .get("ship", x -> x.render(Jackson.json(new Ship())))
                                .files(f -> f.dir("public"))));
    String root = "http://localhost:" + server.getBindPort();
    System.out.println(get(root + "/berths/4").body());
    System.out.println(get(root + "/ship").body());
    System.out.println("notice " + get(root + "/notice.txt").body());
    System.out.println("status " + get(root + "/nothing.txt").statusCode());
    server.stop();
    System.exit(0);
  }

  private static HttpResponse<String> get(String address) throws Exception {
    return HttpClient.newHttpClient()
        .send(HttpRequest.newBuilder(URI.create(address)).build(), HttpResponse.BodyHandlers.ofString());
  }
}
