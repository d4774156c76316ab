package org.ternhaven.desk;

import java.io.File;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.util.logging.Level;
import java.util.logging.Logger;
import org.apache.catalina.Context;
import org.apache.catalina.startup.Tomcat;

/** Shows the ships at their berths, on pages that are compiled when somebody asks for them. */
public class Desk {
  public static void main(String[] args) throws Exception {
    Logger.getLogger("org.apache").setLevel(Level.WARNING);
    Tomcat tomcat = new Tomcat();
    tomcat.setBaseDir(Files.createTempDirectory("desk").toString());
    tomcat.setPort(0);
    Context context = tomcat.addWebapp("", new File("webapp").getAbsolutePath());
    context.setParentClassLoader(Desk.class.getClassLoader());
    tomcat.getConnector();
    tomcat.start();
    String root = "http://localhost:" + tomcat.getConnector().getLocalPort();
    HttpClient client = HttpClient.newHttpClient();
    for (String page : new String[] {"/ships.jsp", "/ships.jsp?lang=de", "/nowhere.jsp"}) {
      HttpResponse<String> answer =
          client.send(
              HttpRequest.newBuilder(URI.create(root + page)).build(),
              HttpResponse.BodyHandlers.ofString());
      System.out.println("status " + answer.statusCode());
      if (answer.statusCode() == 200) {
        answer.body().lines().filter(l -> !l.isBlank()).forEach(System.out::println);
      } else if (answer.statusCode() == 500) {
        System.out.println(answer.body());
      }
    }
    tomcat.stop();
    System.exit(0);
  }
}
