package org.ternhaven.query;

import org.apache.jena.query.QueryExecution;
import org.apache.jena.query.QueryExecutionFactory;
import org.apache.jena.query.ResultSet;
import org.apache.jena.query.ResultSetFormatter;
import org.apache.jena.rdf.model.Model;
import org.apache.jena.riot.Lang;
import org.apache.jena.riot.RDFDataMgr;

public class Query {
  public static void main(String[] args) {
    Model model = RDFDataMgr.loadModel(args[0]);
    String head = "PREFIX h: <http://ternhaven.example/> ";
    try (QueryExecution q =
        QueryExecutionFactory.create(
            head + "SELECT ?b (UCASE(STR(?n)) AS ?u) WHERE { ?b h:name ?n } ORDER BY ?n", model)) {
      ResultSet rows = q.execSelect();
      System.out.println(ResultSetFormatter.asText(rows));
    }
    try (QueryExecution q =
        QueryExecutionFactory.create(
            head + "SELECT (COUNT(*) AS ?c) WHERE { ?b h:depth ?d FILTER(?d > 3) }", model)) {
      System.out.println("deep " + q.execSelect().next().getLiteral("c").getInt());
    }
    RDFDataMgr.write(System.out, model, Lang.NTRIPLES);
    RDFDataMgr.write(System.out, model, Lang.RDFXML);
  }
}
