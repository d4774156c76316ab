package org.ternhaven.reader;

import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.tika.metadata.Metadata;
import org.apache.tika.metadata.TikaCoreProperties;
import org.apache.tika.parser.AutoDetectParser;
import org.apache.tika.parser.ParseContext;
import org.apache.tika.sax.BodyContentHandler;

public class Reader {
  public static void main(String[] args) throws Exception {
    AutoDetectParser parser = new AutoDetectParser();
    System.out.println("types " + parser.getSupportedTypes(new ParseContext()).size());
    for (String name : args) {
      Metadata metadata = new Metadata();
      metadata.set(TikaCoreProperties.RESOURCE_NAME_KEY, name);
      BodyContentHandler text = new BodyContentHandler();
      try (InputStream in = Files.newInputStream(Path.of(name))) {
        parser.parse(in, text, metadata, new ParseContext());
      }
      String type = metadata.get(Metadata.CONTENT_TYPE);
      System.out.println(type + ": " + text.toString().strip().replaceAll("\\s+", " "));
    }
  }
}
