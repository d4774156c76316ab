package org.ternhaven.desk;

import com.codahale.metrics.health.HealthCheck;
import com.fasterxml.jackson.annotation.JsonProperty;
import io.dropwizard.core.Application;
import io.dropwizard.core.Configuration;
import io.dropwizard.core.setup.Environment;
import jakarta.validation.constraints.NotEmpty;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Map;

public class DeskService extends Application<DeskService.Settings> {
  public static class Settings extends Configuration {
    @NotEmpty @JsonProperty String greeting;
  }

  @Path("/greet")
  @Produces(MediaType.APPLICATION_JSON)
  public static class Greeter {
    private final String greeting;

    Greeter(String greeting) {
      this.greeting = greeting;
    }

    @GET
    @Path("{ship}")
    public Map<String, String> greet(@PathParam("ship") String ship) {
      return Map.of("message", greeting + " " + ship);
    }
  }

  @Override
  public void run(Settings settings, Environment environment) {
    environment.jersey().register(new Greeter(settings.greeting));
    environment
        .healthChecks()
        .register(
            "desk",
            new HealthCheck() {
              @Override
              protected Result check() {
                return Result.healthy();
              }
            });
    environment
        .lifecycle()
        .addServerLifecycleListener(
            server ->
                new Thread(
                        () -> {
                          try {
                            int port =
                                ((org.eclipse.jetty.server.ServerConnector)
                                        server.getConnectors()[0])
                                    .getLocalPort();
                            HttpRequest request =
                                HttpRequest.newBuilder(
                                        URI.create("http://localhost:" + port + "/greet/Kittiwake"))
                                    .build();
                            System.out.println(
                                HttpClient.newHttpClient()
                                    .send(request, HttpResponse.BodyHandlers.ofString())
                                    .body());
                            System.out.println(
                                environment.healthChecks().runHealthChecks().get("desk").isHealthy()
                                    ? "healthy"
                                    : "ill");
                          } catch (Exception e) {
                            System.out.println(e);
                          }
                          System.exit(0);
                        })
                    .start());
  }

  public static void main(String[] args) throws Exception {
    new DeskService().run(args);
  }
}
