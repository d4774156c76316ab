package org.ternhaven.notice;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.StringWriter;
import java.util.Map;
import org.docx4j.Docx4J;
import org.docx4j.TextUtils;
import org.docx4j.convert.out.HTMLSettings;
import org.docx4j.model.table.TblFactory;
import org.docx4j.openpackaging.packages.WordprocessingMLPackage;
import org.docx4j.openpackaging.parts.WordprocessingML.MainDocumentPart;
import org.docx4j.wml.Tbl;

/** Writes a notice, reads it again and shows it as a page. */
public class Notice {
  public static void main(String[] args) throws Exception {
    WordprocessingMLPackage made = WordprocessingMLPackage.createPackage();
    MainDocumentPart part = made.getMainDocumentPart();
    part.addStyledParagraphOfText("Title", "Notice to mariners");
    part.addParagraphOfText("Welcome, ${ship}.");
    part.addObject(TblFactory.createTable(2, 2, 3000));
    part.variableReplace(Map.of("ship", "Kittiwake"));
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    made.save(bytes);
    WordprocessingMLPackage read =
        WordprocessingMLPackage.load(new ByteArrayInputStream(bytes.toByteArray()));
    StringWriter text = new StringWriter();
    TextUtils.extractText(read.getMainDocumentPart().getJaxbElement(), text);
    System.out.println("text " + text.toString().substring(0, 18));
    System.out.println("merged " + text.toString().replaceAll(".*Welcome, (\\w+).*", "$1"));
    System.out.println(
        "tables "
            + read.getMainDocumentPart().getContent().stream()
                .map(org.docx4j.XmlUtils::unwrap)
                .filter(Tbl.class::isInstance)
                .count());
    HTMLSettings settings = Docx4J.createHTMLSettings();
    settings.setOpcPackage(read);
    ByteArrayOutputStream page = new ByteArrayOutputStream();
    Docx4J.toHTML(settings, page, Docx4J.FLAG_EXPORT_PREFER_XSL);
    System.out.println("html " + page.toString("UTF-8").contains("Notice to mariners"));
  }
}
