package org.ternhaven.tides;

import jakarta.inject.Inject;
import jakarta.inject.Singleton;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.client.Client;
import jakarta.ws.rs.client.ClientBuilder;
import jakarta.ws.rs.client.Entity;
import jakarta.ws.rs.core.MediaType;
import java.net.URI;
import java.util.Map;
import java.util.TreeMap;
import java.util.logging.Level;
import java.util.logging.Logger;
import org.glassfish.grizzly.http.server.HttpServer;
import org.glassfish.hk2.utilities.binding.AbstractBinder;
import org.glassfish.jersey.grizzly2.httpserver.GrizzlyHttpServerFactory;
import org.glassfish.jersey.server.ResourceConfig;

public class Service {
  @Singleton
  public static class Book {
    final Map<String, Double> levels = new TreeMap<>(Map.of("north", 4.2));
  }

  public static class Tide {
    @NotNull public String quay;
    public double level;
  }

  @Path("tides")
  @Produces(MediaType.APPLICATION_JSON)
  public static class Tides {
    @Inject Book book;

    @GET
    @Path("{quay}")
    public Tide one(@PathParam("quay") String quay) {
      Tide tide = new Tide();
      tide.quay = quay;
      tide.level = book.levels.getOrDefault(quay, -1.0);
      return tide;
    }

    @POST
    public void add(@Valid Tide tide) {
      book.levels.put(tide.quay, tide.level);
    }
  }

  public static void main(String[] args) throws Exception {
    Logger.getLogger("").setLevel(Level.SEVERE);
    ResourceConfig config =
        new ResourceConfig()
            .packages("org.ternhaven.tides")
            .register(
                new AbstractBinder() {
                  @Override
                  protected void configure() {
                    bindAsContract(Book.class).in(Singleton.class);
                  }
                });
    HttpServer server =
        GrizzlyHttpServerFactory.createHttpServer(URI.create("http://localhost:0/"), config);
    int port = server.getListeners().iterator().next().getPort();
    Client client = ClientBuilder.newClient();
    String base = "http://localhost:" + port + "/";
    System.out.println(client.target(base + "tides/north").request().get(String.class));
    Tide tide = new Tide();
    tide.quay = "fish";
    System.out.println(
        "posted "
            + client.target(base + "tides").request().post(Entity.json(tide)).getStatus());
    System.out.println(
        "refused "
            + client.target(base + "tides").request().post(Entity.json("{}")).getStatus());
    System.out.println(
        client.target(base + "application.wadl").request().get(String.class).contains("tides")
            ? "wadl"
            : "nothing");
    server.shutdownNow();
  }
}
