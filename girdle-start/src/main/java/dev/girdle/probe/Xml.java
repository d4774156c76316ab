package dev.girdle.probe;

import java.io.ByteArrayInputStream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.w3c.dom.Document;

/** A document is read. */
final class Xml implements Probe {
  @Override
  public void run() throws Exception {
    DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
    factory.setNamespaceAware(true);
    byte[] text = "<a xmlns='x:y' b='1'>&#233;<!-- c --></a>".getBytes("UTF-8");
    Document document = factory.newDocumentBuilder().parse(new ByteArrayInputStream(text));
    if (!document.getDocumentElement().getAttribute("b").equals("1")) {
      throw new IllegalStateException("an attribute is lost");
    }
  }
}
