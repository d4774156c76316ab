package dev.girdle.probe;

import java.io.StringReader;
import java.io.StringWriter;
import javax.xml.transform.TransformerFactory;
import javax.xml.transform.stream.StreamResult;
import javax.xml.transform.stream.StreamSource;

/** A document is made into another by a style sheet. */
final class Sheets implements Probe {
  @Override
  public void run() throws Exception {
    String sheet =
        "<x:stylesheet version='1.0' xmlns:x='http://www.w3.org/1999/XSL/Transform'>"
            + "<x:output method='text'/><x:template match='/'>"
            + "<x:for-each select='//s'><x:sort select='@n'/>"
            + "<x:if test='position() &lt; 3'><x:value-of select='@n'/></x:if>"
            + "</x:for-each></x:template></x:stylesheet>";
    StringWriter out = new StringWriter();
    TransformerFactory.newInstance()
        .newTransformer(new StreamSource(new StringReader(sheet)))
        .transform(
            new StreamSource(new StringReader("<l><s n='b'/><s n='a'/></l>")),
            new StreamResult(out));
    if (!out.toString().equals("ab")) {
      throw new IllegalStateException("became " + out);
    }
  }
}
