package org.ternhaven.desk;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import org.apache.catalina.Context;
import org.apache.catalina.startup.Tomcat;
import org.springframework.web.context.support.AnnotationConfigWebApplicationContext;
import org.springframework.web.servlet.DispatcherServlet;

/** Starts the desk on a free port; with paths as arguments, asks for them and ends. */
public final class Desk {
  private Desk() {}

  /**
   * Starts the program.
   *
   * @param args paths to ask for, such as {@code /berths}
   * @throws Exception if the server cannot be started or asked
   */
  public static void main(String[] args) throws Exception {
    Tomcat tomcat = new Tomcat();
    tomcat.setBaseDir(Files.createTempDirectory("desk").toString());
    tomcat.setPort(0);
    Context context = tomcat.addContext("", null);
    context.setParentClassLoader(Desk.class.getClassLoader());
    AnnotationConfigWebApplicationContext beans = new AnnotationConfigWebApplicationContext();
    beans.register(DeskSettings.class);
    Tomcat.addServlet(context, "desk", new DispatcherServlet(beans)).setLoadOnStartup(1);
    context.addServletMappingDecoded("/", "desk");
    tomcat.start();
    int port = tomcat.getConnector().getLocalPort();
    for (String path : args) {
      HttpRequest request =
          HttpRequest.newBuilder(URI.create("http://localhost:" + port + path)).build();
      HttpResponse<String> answer =
          HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
      System.out.println(path + " " + answer.statusCode() + " " + answer.body());
    }
    if (args.length == 0) {
      System.out.println("the desk is open on port " + port);
      tomcat.getServer().await();
    }
    tomcat.stop();
    tomcat.destroy();
  }
}
