package org.ternhaven.desk;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Base64;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.http.HttpMethod;
import org.springframework.security.config.Customizer;
import org.springframework.security.config.web.server.ServerHttpSecurity;
import org.springframework.security.core.userdetails.MapReactiveUserDetailsService;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.web.server.SecurityWebFilterChain;

@SpringBootApplication
public class Desk {
  public static void main(String[] args) throws Exception {
    ConfigurableApplicationContext office = SpringApplication.run(Desk.class, args);
    String port = office.getEnvironment().getProperty("local.server.port");
    URI tides = URI.create("http://127.0.0.1:" + port + "/tides");
    System.out.println("tides " + ask(HttpRequest.newBuilder(tides), "master").body());
    System.out.println("without a name " + ask(HttpRequest.newBuilder(tides), null).statusCode());
    HttpRequest.Builder post =
        HttpRequest.newBuilder(tides)
            .header("Content-Type", "application/json")
            .POST(HttpRequest.BodyPublishers.ofString("{\"gauge\":\"inner\",\"level\":3.8}"));
    System.out.println("guest may not " + ask(post, "guest").statusCode());
    System.out.println("stored " + ask(post, "master").body());
    office.close();
  }

  private static HttpResponse<String> ask(HttpRequest.Builder request, String who) throws Exception {
    if (who != null) {
      request.setHeader(
          "Authorization",
          "Basic " + Base64.getEncoder().encodeToString((who + ":tide").getBytes()));
    }
    return HttpClient.newHttpClient().send(request.build(), HttpResponse.BodyHandlers.ofString());
  }

  @Bean
  SecurityWebFilterChain guard(ServerHttpSecurity http) {
    return http.csrf(ServerHttpSecurity.CsrfSpec::disable)
        .authorizeExchange(
            e -> e.pathMatchers(HttpMethod.POST).hasRole("MASTER").anyExchange().authenticated())
        .httpBasic(Customizer.withDefaults())
        .build();
  }

  @Bean
  MapReactiveUserDetailsService people() {
    return new MapReactiveUserDetailsService(
        User.withUsername("master").password("{noop}tide").roles("MASTER").build(),
        User.withUsername("guest").password("{noop}tide").roles("GUEST").build());
  }
}
