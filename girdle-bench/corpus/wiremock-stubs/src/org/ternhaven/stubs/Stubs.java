package org.ternhaven.stubs;

import static com.github.tomakehurst.wiremock.client.WireMock.*;
import static com.github.tomakehurst.wiremock.core.WireMockConfiguration.wireMockConfig;

import com.github.tomakehurst.wiremock.WireMockServer;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;

public final class Stubs {
  public static void main(String[] args) throws Exception {
    WireMockServer server =
        new WireMockServer(
            wireMockConfig().dynamicPort().usingFilesUnderDirectory(".").globalTemplating(true));
    server.start();
    server.stubFor(
        post(urlPathEqualTo("/berths"))
            .withRequestBody(matchingJsonPath("$.ship", containing("Kitti")))
            .willReturn(
                ok("berth {{request.query.nr}} for {{jsonPath request.body '$.ship'}}")
                    .withTransformers("response-template")));
    HttpClient client = HttpClient.newHttpClient();
    String base = server.baseUrl();
    System.out.println(send(client, HttpRequest.newBuilder(URI.create(base + "/tide")).build()));
    System.out.println(
        send(
            client,
            HttpRequest.newBuilder(URI.create(base + "/berths?nr=7"))
                .POST(HttpRequest.BodyPublishers.ofString("{\"ship\": \"Kittiwake\"}"))
                .build()));
    HttpResponse<String> none =
        client.send(
            HttpRequest.newBuilder(URI.create(base + "/none")).build(),
            HttpResponse.BodyHandlers.ofString());
    System.out.println("status " + none.statusCode());
    System.out.println("asked " + server.getAllServeEvents().size());
    server.stop();
  }

  private static String send(HttpClient client, HttpRequest request) throws Exception {
    return client.send(request, HttpResponse.BodyHandlers.ofString()).body();
  }
}
