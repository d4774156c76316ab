package org.ternhaven.tides;

import jakarta.jws.WebMethod;
import jakarta.jws.WebService;
import jakarta.xml.ws.Endpoint;
import jakarta.xml.ws.Service;
import jakarta.xml.ws.WebServiceException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.URL;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import javax.xml.namespace.QName;

public class Tides {
  @WebService(targetNamespace = "http://ternhaven.org/tides")
  public interface Levels {
    @WebMethod
    double level(String quay);

    @WebMethod
    Level[] all();
  }

  @jakarta.xml.bind.annotation.XmlType(name = "levelOfQuay")
  public static class Level {
    public String quay;
    public double metres;
  }

  @WebService(
      endpointInterface = "org.ternhaven.tides.Tides$Levels",
      targetNamespace = "http://ternhaven.org/tides",
      serviceName = "Levels",
      portName = "LevelsPort")
  public static class Book implements Levels {
    @Override
    public double level(String quay) {
      if (!quay.equals("north")) {
        throw new IllegalArgumentException("no such quay");
      }
      return 4.2;
    }

    @Override
    public Level[] all() {
      Level level = new Level();
      level.quay = "fish";
      level.metres = 2.5;
      return new Level[] {level};
    }
  }

  public static void main(String[] args) throws Exception {
    int port;
    try (ServerSocket socket = new ServerSocket(0)) {
      port = socket.getLocalPort();
    }
    String address = "http://localhost:" + port + "/tides";
    Endpoint endpoint = Endpoint.publish(address, new Book());
    String wsdl =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(URI.create(address + "?wsdl")).build(),
                HttpResponse.BodyHandlers.ofString())
            .body();
    System.out.println("wsdl " + wsdl.contains("<wsdl:definitions"));
    Service service =
        Service.create(
            new URL(address + "?wsdl"), new QName("http://ternhaven.org/tides", "Levels"));
    Levels levels = service.getPort(Levels.class);
    System.out.println("north " + levels.level("north"));
    System.out.println(levels.all()[0].quay);
    try {
      levels.level("nowhere");
    } catch (WebServiceException e) {
      System.out.println(e.getMessage());
    }
    endpoint.stop();
    System.exit(0);
  }
}
