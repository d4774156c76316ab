package org.ternhaven.desk;

import io.micronaut.context.ApplicationContext;
import io.micronaut.context.annotation.Value;
import io.micronaut.http.annotation.Controller;
import io.micronaut.http.annotation.Get;
import io.micronaut.http.client.HttpClient;
import io.micronaut.http.client.exceptions.HttpClientResponseException;
import io.micronaut.runtime.server.EmbeddedServer;
import jakarta.inject.Inject;
import jakarta.inject.Singleton;
import java.util.Map;

public class Desk {
  @Singleton
  public static class Berths {
    @Value("${harbour.name}")
    String name;

    Map<String, Object> berth(String quay) {
      return Map.of("quay", quay);
    }
  }

  @Controller("/berths")
  public static class Api {
    @Inject Berths berths;

    @Get("/{quay}")
    public Map<String, Object> berth(String quay) {
      return berths.berth(quay);
    }

    @Get("/name")
    public String name() {
      return "harbour of " + berths.name;
    }
  }

  public static void main(String[] args) {
    try (EmbeddedServer server = ApplicationContext.run(EmbeddedServer.class);
        HttpClient client = server.getApplicationContext().createBean(HttpClient.class, server.getURL())) {
      System.out.println(client.toBlocking().retrieve("/berths/north"));
      System.out.println(client.toBlocking().retrieve("/berths/name"));
      try {
        client.toBlocking().retrieve("/nowhere");
      } catch (HttpClientResponseException e) {
        System.out.println("status " + e.getStatus().getCode());
      }
    }
    System.exit(0);
  }
}
