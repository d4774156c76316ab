package org.ternhaven.manifest;

import jakarta.xml.bind.JAXBContext;
import jakarta.xml.bind.JAXBException;
import jakarta.xml.bind.Marshaller;
import jakarta.xml.bind.Unmarshaller;
import jakarta.xml.bind.annotation.XmlElement;
import jakarta.xml.bind.annotation.XmlRootElement;
import java.io.File;
import javax.xml.XMLConstants;
import javax.xml.validation.SchemaFactory;

@XmlRootElement(name = "cargo")
public class Manifest {
  @XmlElement public String ship;
  @XmlElement public int crates;

  public static void main(String[] args) throws Exception {
    JAXBContext context = JAXBContext.newInstance(Manifest.class);
    Unmarshaller reader = context.createUnmarshaller();
    reader.setSchema(
        SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI)
            .newSchema(Manifest.class.getResource("/schemas/cargo.xsd")));
    try {
      Manifest manifest = (Manifest) reader.unmarshal(new File(args[0]));
      System.out.println(manifest.crates + " crates for " + manifest.ship);
      Marshaller writer = context.createMarshaller();
      writer.setProperty(Marshaller.JAXB_FORMATTED_OUTPUT, true);
      writer.marshal(manifest, System.out);
    } catch (JAXBException e) {
      System.out.println("refused: " + e.getLinkedException().getMessage());
    }
  }
}
