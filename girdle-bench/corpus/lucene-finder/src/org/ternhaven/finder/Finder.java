package org.ternhaven.finder;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.apache.lucene.analysis.Analyzer;
import org.apache.lucene.analysis.custom.CustomAnalyzer;
import org.apache.lucene.document.Document;
import org.apache.lucene.document.Field;
import org.apache.lucene.document.TextField;
import org.apache.lucene.index.DirectoryReader;
import org.apache.lucene.index.IndexWriter;
import org.apache.lucene.index.IndexWriterConfig;
import org.apache.lucene.queryparser.classic.QueryParser;
import org.apache.lucene.search.IndexSearcher;
import org.apache.lucene.search.Query;
import org.apache.lucene.search.ScoreDoc;
import org.apache.lucene.search.TopDocs;
import org.apache.lucene.search.highlight.Highlighter;
import org.apache.lucene.search.highlight.QueryScorer;
import org.apache.lucene.store.Directory;
import org.apache.lucene.store.FSDirectory;

public class Finder {
  public static void main(String[] args) throws Exception {
    Analyzer analyzer =
        CustomAnalyzer.builder()
            .withTokenizer("standard")
            .addTokenFilter("lowercase")
            .addTokenFilter("stop", new HashMap<>(Map.of("words", "stops.txt", "format", "wordset")))
            .addTokenFilter("porterStem")
            .build();
    try (Directory directory = FSDirectory.open(Path.of("index"))) {
      IndexWriterConfig config = new IndexWriterConfig(analyzer);
      config.setOpenMode(IndexWriterConfig.OpenMode.CREATE);
      try (IndexWriter writer = new IndexWriter(directory, config)) {
        add(writer, "north", "The dock by the lighthouse, for sailing ships");
        add(writer, "fish", "Where fish is landed");
      }
      try (DirectoryReader reader = DirectoryReader.open(directory)) {
        IndexSearcher searcher = new IndexSearcher(reader);
        Query query = new QueryParser("text", analyzer).parse(args[0]);
        TopDocs hits = searcher.search(query, 5);
        System.out.println(hits.totalHits.value + " hit");
        Highlighter highlighter = new Highlighter(new QueryScorer(query, "text"));
        for (ScoreDoc hit : hits.scoreDocs) {
          String text = searcher.storedFields().document(hit.doc).get("text");
          System.out.println(highlighter.getBestFragment(analyzer, "text", text));
        }
      }
    }
    try (var files = java.nio.file.Files.list(Path.of("index"))) {
      for (Path file : files.toList()) {
        java.nio.file.Files.delete(file);
      }
    }
  }

  private static void add(IndexWriter writer, String berth, String text) throws Exception {
    Document document = new Document();
    document.add(new TextField("berth", berth, Field.Store.YES));
    document.add(new TextField("text", text, Field.Store.YES));
    writer.addDocument(document);
  }
}
