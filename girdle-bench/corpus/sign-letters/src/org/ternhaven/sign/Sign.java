package org.ternhaven.sign;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.Security;
import java.security.cert.X509Certificate;
import java.util.Date;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.xml.security.Init;
import org.apache.xml.security.c14n.Canonicalizer;
import org.apache.xml.security.signature.XMLSignature;
import org.apache.xml.security.transforms.Transforms;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.jce.provider.BouncyCastleProvider;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;
import org.w3c.dom.Document;
import org.w3c.dom.Element;

public final class Sign {
  public static void main(String[] args) throws Exception {
    Security.addProvider(new BouncyCastleProvider());
    Init.init();
    KeyPairGenerator generator = KeyPairGenerator.getInstance("RSA", "BC");
    generator.initialize(2048);
    KeyPair keys = generator.generateKeyPair();
    X500Name name = new X500Name("CN=Harbour office, O=Ternhaven");
    X509Certificate certificate =
        new JcaX509CertificateConverter()
            .setProvider("BC")
            .getCertificate(
                new JcaX509v3CertificateBuilder(
                        name, BigInteger.ONE, new Date(0), new Date(4000000000000L), name, keys.getPublic())
                    .build(new JcaContentSignerBuilder("SHA256withRSA").setProvider("BC").build(keys.getPrivate())));
    System.out.println("subject " + certificate.getSubjectX500Principal().getName());
    Document document = read("<letter to='Kittiwake'><dues>84</dues></letter>");
    XMLSignature signature =
        new XMLSignature(document, "", XMLSignature.ALGO_ID_SIGNATURE_RSA_SHA256, Canonicalizer.ALGO_ID_C14N_EXCL_OMIT_COMMENTS);
    document.getDocumentElement().appendChild(signature.getElement());
    Transforms transforms = new Transforms(document);
    transforms.addTransform(Transforms.TRANSFORM_ENVELOPED_SIGNATURE);
    transforms.addTransform(Transforms.TRANSFORM_C14N_EXCL_OMIT_COMMENTS);
    signature.addDocument("", transforms, "http://www.w3.org/2001/04/xmlenc#sha256");
    signature.addKeyInfo(certificate);
    signature.sign(keys.getPrivate());
    System.out.println("valid " + check(document));
    ((Element) document.getElementsByTagName("dues").item(0)).setTextContent("1");
    System.out.println("changed " + check(document));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    Canonicalizer.getInstance(Canonicalizer.ALGO_ID_C14N11_OMIT_COMMENTS)
        .canonicalizeSubtree(read("<letter  b='2' a='1'/>"), out);
    System.out.println("canonical " + out.toString(StandardCharsets.UTF_8));
  }

  private static boolean check(Document document) throws Exception {
    Element element =
        (Element) document.getElementsByTagNameNS("http://www.w3.org/2000/09/xmldsig#", "Signature").item(0);
    XMLSignature signature = new XMLSignature(element, "");
    return signature.checkSignatureValue(signature.getKeyInfo().getX509Certificate());
  }

  private static Document read(String text) throws Exception {
    DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
    factory.setNamespaceAware(true);
    return factory.newDocumentBuilder().parse(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)));
  }
}
