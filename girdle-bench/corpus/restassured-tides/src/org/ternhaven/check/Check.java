package org.ternhaven.check;

import static io.restassured.RestAssured.given;
import static io.restassured.module.jsv.JsonSchemaValidator.matchesJsonSchemaInClasspath;
import static org.hamcrest.Matchers.equalTo;
import static org.hamcrest.Matchers.hasItems;

import com.sun.net.httpserver.HttpServer;
import io.restassured.RestAssured;
import io.restassured.path.json.JsonPath;
import io.restassured.path.xml.XmlPath;
import io.restassured.response.Response;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;

public final class Check {
  public static void main(String[] args) throws Exception {
    HttpServer server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    answer(server, "/tides", "application/json",
        "{\"tides\":[{\"gauge\":\"north\",\"level\":4.2},{\"gauge\":\"south\",\"level\":3.9}]}");
    answer(server, "/pier", "application/xml",
        "<piers><pier id='1'><name>North pier</name></pier><pier id='2'><name>South pier</name></pier></piers>");
    server.start();
    try {
      RestAssured.baseURI = "http://127.0.0.1";
      RestAssured.port = server.getAddress().getPort();
      Response tides = given().accept("application/json").when().get("/tides");
      tides.then().statusCode(200).body("tides.gauge", hasItems("north", "south"));
      JsonPath path = tides.jsonPath();
      System.out.println("gauges " + path.getList("tides.gauge"));
      System.out.println("high " + path.get("tides.findAll { it.level > 4 }.level[0]"));
      tides.then().body(matchesJsonSchemaInClasspath("schemas/tides.json"));
      System.out.println("schema kept");
      XmlPath pier = given().get("/pier").xmlPath();
      System.out.println("name " + pier.getString("piers.pier.find { it.@id == '1' }.name"));
      try {
        given().get("/tides").then().body("tides[0].gauge", equalTo("west"));
      } catch (AssertionError e) {
        System.out.println("failed as it should: " + e.getMessage().lines().findFirst().get());
      }
    } finally {
      server.stop(0);
    }
  }

  private static void answer(HttpServer server, String path, String type, String text) {
    server.createContext(path, exchange -> {
      byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
      exchange.getResponseHeaders().set("Content-Type", type);
      exchange.sendResponseHeaders(200, bytes.length);
      exchange.getResponseBody().write(bytes);
      exchange.close();
    });
  }
}
