package org.ternhaven.finder;

import java.nio.file.Path;
import org.apache.solr.client.solrj.SolrQuery;
import org.apache.solr.client.solrj.embedded.EmbeddedSolrServer;
import org.apache.solr.client.solrj.response.QueryResponse;
import org.apache.solr.common.SolrDocument;
import org.apache.solr.common.SolrInputDocument;

public final class Finder {
  public static void main(String[] args) throws Exception {
    Path home = Path.of(args[0]).toAbsolutePath();
    try (EmbeddedSolrServer server = new EmbeddedSolrServer(home, "notes")) {
      add(server, "1", "Fog in the basin", "north");
      add(server, "2", "The ferry waits for the fogs to lift", "north");
      add(server, "3", "A calm day", "south");
      server.commit();
      SolrQuery query = new SolrQuery("text:fog").setFacet(true).addFacetField("gauge");
      query.setSort("id", SolrQuery.ORDER.asc);
      QueryResponse response = server.query(query);
      System.out.println("found " + response.getResults().getNumFound());
      for (SolrDocument d : response.getResults()) {
        System.out.println(d.getFirstValue("text"));
      }
      response.getFacetField("gauge").getValues()
          .forEach(v -> System.out.println("facet " + v.getName() + " " + v.getCount()));
    }
    System.exit(0);
  }

  private static void add(EmbeddedSolrServer server, String id, String text, String gauge)
      throws Exception {
    SolrInputDocument document = new SolrInputDocument();
    document.addField("id", id);
    document.addField("text", text);
    document.addField("gauge", gauge);
    server.add(document);
  }
}
