package dev.girdle.probe;

import java.io.StringReader;
import javax.xml.xpath.XPathFactory;
import org.xml.sax.InputSource;

/** A path finds something in a document. */
final class Paths implements Probe {
  @Override
  public void run() throws Exception {
    InputSource source = new InputSource(new StringReader("<l><s/><s/></l>"));
    if (!XPathFactory.newInstance().newXPath().evaluate("count(//s)", source).equals("2")) {
      throw new IllegalStateException("what is there was not counted");
    }
  }
}
