package org.ternhaven.tides;

import io.undertow.Undertow;
import jakarta.ws.rs.client.Client;
import jakarta.ws.rs.client.ClientBuilder;
import jakarta.ws.rs.client.Entity;
import jakarta.ws.rs.core.Response;
import java.net.ServerSocket;
import org.jboss.resteasy.plugins.server.undertow.UndertowJaxrsServer;

public class Tides {
  public static void main(String[] args) throws Exception {
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    UndertowJaxrsServer server = new UndertowJaxrsServer();
    server.deploy(Office.class, "/");
    server.start(Undertow.builder().addHttpListener(port, "localhost"));
    String base = "http://localhost:" + port + "/office/tides";
    Client client = ClientBuilder.newClient();
    try {
      System.out.println(
          "json " + client.target(base + "/north").request("application/json").get(String.class));
      System.out.println(
          "xml " + client.target(base + "/north").request("application/xml").get(String.class));
      Tide tide = client.target(base + "/north").request("application/json").get(Tide.class);
      System.out.println("client " + tide.getGauge() + " " + tide.getLevel());
      tide.setLevel(40);
      try (Response refused =
          client.target(base).request("text/plain").post(Entity.json(tide))) {
        System.out.println("refused " + refused.getStatus());
        System.out.println(refused.readEntity(String.class).contains("12"));
      }
    } finally {
      client.close();
      server.stop();
    }
    System.exit(0);
  }
}
