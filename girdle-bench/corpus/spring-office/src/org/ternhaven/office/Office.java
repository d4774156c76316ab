package org.ternhaven.office;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.ConfigurableApplicationContext;

@SpringBootApplication
public class Office {
  public static void main(String[] args) throws Exception {
    ConfigurableApplicationContext context = SpringApplication.run(Office.class, args);
    int port = Integer.parseInt(context.getEnvironment().getProperty("local.server.port"));
    System.out.println(send(port, "/ships", null).body());
    System.out.println(send(port, "/berth/north", null).body());
    System.out.println("refused " + send(port, "/berth", "{\"quay\":\"\"}").statusCode());
    System.out.println("css " + send(port, "/office.css", null).statusCode());
    System.out.println(context.getBean(Ships.class).title());
    context.close();
  }

  static HttpResponse<String> send(int port, String path, String body) throws Exception {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create("http://localhost:" + port + path));
    if (body != null) {
      request
          .header("Content-Type", "application/json")
          .POST(HttpRequest.BodyPublishers.ofString(body));
    }
    return HttpClient.newHttpClient()
        .send(request.build(), HttpResponse.BodyHandlers.ofString());
  }
}
