package org.ternhaven.tides;

import com.google.gson.Gson;
import com.google.gson.JsonObject;
import graphql.GraphQL;
import graphql.scalars.ExtendedScalars;
import graphql.schema.GraphQLSchema;
import graphql.schema.idl.RuntimeWiring;
import graphql.schema.idl.SchemaGenerator;
import graphql.schema.idl.SchemaParser;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.LocalDate;
import java.util.List;
import spark.Spark;

/** Answers questions on tides. */
public class Tides {
  public static class Tide {
    private final String quay;
    private final double level;

    Tide(String quay, double level) {
      this.quay = quay;
      this.level = level;
    }

    public String getQuay() {
      return quay;
    }

    public double getLevel() {
      return level;
    }

    public LocalDate getDay() {
      return LocalDate.of(2026, 11, 2);
    }
  }

  public static void main(String[] args) throws Exception {
    List<Tide> tides = List.of(new Tide("north", 4.2), new Tide("south", 3.1));
    RuntimeWiring wiring =
        RuntimeWiring.newRuntimeWiring()
            .scalar(ExtendedScalars.Date)
            .type(
                "Query",
                t ->
                    t.dataFetcher("all", e -> tides)
                        .dataFetcher(
                            "tide",
                            e ->
                                tides.stream()
                                    .filter(x -> x.getQuay().equals(e.getArgument("quay")))
                                    .findFirst()
                                    .orElse(null)))
            .build();
    GraphQLSchema schema =
        new SchemaGenerator()
            .makeExecutableSchema(
                new SchemaParser()
                    .parse(
                        new InputStreamReader(
                            Tides.class.getResourceAsStream("/tides.graphqls"))),
                wiring);
    GraphQL graphql = GraphQL.newGraphQL(schema).build();
    Gson gson = new Gson();
    Spark.port(0);
    Spark.staticFiles.location("/public");
    Spark.post(
        "/graphql",
        (request, response) ->
            graphql
                .execute(gson.fromJson(request.body(), JsonObject.class).get("query").getAsString())
                .toSpecification(),
        gson::toJson);
    Spark.awaitInitialization();
    String root = "http://localhost:" + Spark.port();
    HttpClient client = HttpClient.newHttpClient();
    for (String query :
        new String[] {
          "{ all { quay level day } }", "{ tide(quay: \"north\") { level } }", "{ tides }",
          "{ __schema { types { name } } }"
        }) {
      JsonObject body = new JsonObject();
      body.addProperty("query", query);
      System.out.println(
          client
              .send(
                  HttpRequest.newBuilder(URI.create(root + "/graphql"))
                      .POST(HttpRequest.BodyPublishers.ofString(body.toString()))
                      .build(),
                  HttpResponse.BodyHandlers.ofString())
              .body());
    }
    System.out.println(
        client
            .send(
                HttpRequest.newBuilder(URI.create(root + "/tides.html")).build(),
                HttpResponse.BodyHandlers.ofString())
            .body());
    Spark.stop();
    Spark.awaitStop();
    System.exit(0);
  }
}
