package org.ternhaven.ledger;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.ConfigurableApplicationContext;

@SpringBootApplication
public class Ledger {
  public static void main(String[] args) throws Exception {
    ConfigurableApplicationContext context = SpringApplication.run(Ledger.class, args);
    int port = Integer.parseInt(context.getEnvironment().getProperty("local.server.port"));
    Dues dues = context.getBean(Dues.class);
    dues.save(new Due("Kittiwake", 4.5));
    dues.save(new Due("Dunlin", 8));
    System.out.printf(java.util.Locale.ROOT, "total %.2f%n", dues.total());
    System.out.println(get(port, "/dues/Kittiwake"));
    System.out.println(get(port, "/actuator/health"));
    context.close();
  }

  static String get(int port, String path) throws Exception {
    return HttpClient.newHttpClient()
        .send(
            HttpRequest.newBuilder(URI.create("http://localhost:" + port + path)).build(),
            HttpResponse.BodyHandlers.ofString())
        .body();
  }
}
