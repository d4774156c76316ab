package dev.girdle.probe;

import java.io.StringReader;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.SchemaFactory;
import org.xml.sax.SAXException;

/** A document is held against its schema. */
final class Schemas implements Probe {
  @Override
  public void run() throws Exception {
    String schema =
        "<s:schema xmlns:s='http://www.w3.org/2001/XMLSchema'>"
            + "<s:element name='a' type='s:date'/></s:schema>";
    try {
      SchemaFactory.newInstance("http://www.w3.org/2001/XMLSchema")
          .newSchema(new StreamSource(new StringReader(schema)))
          .newValidator()
          .validate(new StreamSource(new StringReader("<a>x</a>")));
    } catch (SAXException e) {
      return;
    }
    throw new IllegalStateException("what is no date was taken for one");
  }
}
