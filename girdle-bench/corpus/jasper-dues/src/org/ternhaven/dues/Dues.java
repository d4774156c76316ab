package org.ternhaven.dues;

import java.io.StringWriter;
import java.util.List;
import java.util.Map;
import net.sf.jasperreports.engine.JasperCompileManager;
import net.sf.jasperreports.engine.JasperExportManager;
import net.sf.jasperreports.engine.JasperFillManager;
import net.sf.jasperreports.engine.JasperPrint;
import net.sf.jasperreports.engine.JasperReport;
import net.sf.jasperreports.engine.data.JRBeanCollectionDataSource;
import net.sf.jasperreports.engine.export.JRCsvExporter;
import net.sf.jasperreports.export.SimpleExporterInput;
import net.sf.jasperreports.export.SimpleWriterExporterOutput;

public class Dues {
  public static class Due {
    private final String ship;
    private final Double amount;

    public Due(String ship, double amount) {
      this.ship = ship;
      this.amount = amount;
    }

    public String getShip() {
      return ship;
    }

    public Double getAmount() {
      return amount;
    }
  }

  public static void main(String[] args) throws Exception {
    JasperReport report =
        JasperCompileManager.compileReport(Dues.class.getResourceAsStream("/dues.jrxml"));
    JasperPrint print =
        JasperFillManager.fillReport(
            report,
            new java.util.HashMap<>(Map.of("title", "Harbour dues")),
            new JRBeanCollectionDataSource(
                List.of(new Due("Kittiwake", 4.5), new Due("Dunlin", 8))));
    byte[] pdf = JasperExportManager.exportReportToPdf(print);
    System.out.println("pdf " + (pdf.length > 800 && pdf[1] == 'P'));
    StringWriter csv = new StringWriter();
    JRCsvExporter exporter = new JRCsvExporter();
    exporter.setExporterInput(new SimpleExporterInput(print));
    exporter.setExporterOutput(new SimpleWriterExporterOutput(csv));
    exporter.exportReport();
    csv.toString().lines().forEach(l -> System.out.println("csv " + l));
    String xml = JasperExportManager.exportReportToXml(print);
    System.out.println("xml " + xml.contains("jasperPrint"));
    System.exit(0);
  }
}
