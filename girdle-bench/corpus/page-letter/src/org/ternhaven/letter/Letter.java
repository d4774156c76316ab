package org.ternhaven.letter;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.MultiFormatReader;
import com.google.zxing.MultiFormatWriter;
import com.google.zxing.client.j2se.BufferedImageLuminanceSource;
import com.google.zxing.client.j2se.MatrixToImageWriter;
import com.google.zxing.common.HybridBinarizer;
import com.lowagie.text.pdf.PdfReader;
import com.lowagie.text.pdf.parser.PdfTextExtractor;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import org.jfree.chart.ChartFactory;
import org.jfree.chart.ChartUtils;
import org.jfree.data.category.DefaultCategoryDataset;
import org.xhtmlrenderer.pdf.ITextRenderer;

public final class Letter {
  public static void main(String[] args) throws Exception {
    ITextRenderer renderer = new ITextRenderer();
    renderer.setDocumentFromString(
        "<html><head><style>h1 { color: #246; font-family: serif }</style></head>"
            + "<body><h1>Dear Kittiwake</h1><p>The dues are 84 &#8364;.</p></body></html>");
    renderer.layout();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    renderer.createPDF(out);
    PdfReader reader = new PdfReader(out.toByteArray());
    System.out.println("pages " + reader.getNumberOfPages());
    System.out.println("text " + new PdfTextExtractor(reader).getTextFromPage(1).trim());
    BufferedImage code =
        MatrixToImageWriter.toBufferedImage(
            new MultiFormatWriter().encode("berth 7", BarcodeFormat.QR_CODE, 120, 120));
    System.out.println(
        "read "
            + new MultiFormatReader()
                .decode(new BinaryBitmap(new HybridBinarizer(new BufferedImageLuminanceSource(code))))
                .getText());
    DefaultCategoryDataset tides = new DefaultCategoryDataset();
    tides.addValue(4.2, "north", "Monday");
    tides.addValue(3.9, "north", "Tuesday");
    ByteArrayOutputStream chart = new ByteArrayOutputStream();
    ChartUtils.writeChartAsPNG(chart, ChartFactory.createBarChart("Tides", "day", "level", tides), 300, 200);
    System.out.println("chart " + (chart.size() > 1000 ? 1 : 0));
  }
}
