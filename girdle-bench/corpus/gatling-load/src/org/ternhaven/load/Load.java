package org.ternhaven.load;

import com.sun.net.httpserver.HttpServer;
import io.gatling.app.Gatling;
import io.gatling.core.config.GatlingPropertiesBuilder;
import java.io.PrintStream;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;

/** Asks the tide desk many times. */
public class Load {
  public static void main(String[] args) throws Exception {
    AtomicInteger asked = new AtomicInteger();
    HttpServer server = HttpServer.create(new InetSocketAddress("localhost", 0), 0);
    server.createContext(
        "/",
        x -> {
          asked.incrementAndGet();
          byte[] answer = "{\"tide\":4.2}".getBytes();
          x.sendResponseHeaders(200, answer.length);
          x.getResponseBody().write(answer);
          x.close();
        });
    server.start();
    System.setProperty("desk", "http://localhost:" + server.getAddress().getPort());
    Path results = Files.createTempDirectory("load");
    PrintStream out = System.out;
    System.setOut(new PrintStream(java.io.OutputStream.nullOutputStream()));
    int status =
        Gatling.fromMap(
            new GatlingPropertiesBuilder()
                .simulationClass(Tides.class.getName())
                .resultsDirectory(results.toString())
                .build());
    System.setOut(out);
    boolean isThere;
    try (Stream<Path> all = Files.walk(results)) {
      isThere = all.anyMatch(p -> p.endsWith("index.html"));
    }
    System.out.println("asked " + asked);
    System.out.println("report " + isThere);
    System.out.println("ended " + status);
    try (Stream<Path> all = Files.walk(results)) {
      for (Path p : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(p);
      }
    }
    System.exit(0);
  }
}
