package org.ternhaven.graph;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.neo4j.dbms.api.DatabaseManagementService;
import org.neo4j.dbms.api.DatabaseManagementServiceBuilder;
import org.neo4j.graphdb.GraphDatabaseService;
import org.neo4j.graphdb.Result;
import org.neo4j.graphdb.Transaction;

/** Which quay leads to which. */
public class Graph {
  public static void main(String[] args) throws Exception {
    Path home = Files.createTempDirectory("graph");
    DatabaseManagementService service = new DatabaseManagementServiceBuilder(home).build();
    GraphDatabaseService graph = service.database("neo4j");
    try (Transaction t = graph.beginTx()) {
      t.execute(
          "CREATE (a:Quay {name: 'north', tide: 4.2})-[:LEADS]->(b:Quay {name: 'south', tide: 3.9})-[:LEADS]->(:Quay {name: 'east'})");
      t.commit();
    }
    try (Transaction t = graph.beginTx()) {
      Result lead = t.execute("MATCH (a:Quay {name: $n})-[:LEADS]->(b) RETURN b.name AS to", java.util.Map.of("n", "north"));
      System.out.println("north leads to " + lead.next().get("to"));
      System.out.println(
          "far " + t.execute("MATCH p = (:Quay {name: 'north'})-[:LEADS*]->(:Quay {name: 'east'}) RETURN length(p) AS l").next().get("l"));
      System.out.println("avg " + t.execute("MATCH (q:Quay) RETURN round(avg(q.tide), 2) AS a").next().get("a"));
    }
    service.shutdown();
    try (Stream<Path> all = Files.walk(home)) {
      for (Path p : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(p);
      }
    }
  }
}
