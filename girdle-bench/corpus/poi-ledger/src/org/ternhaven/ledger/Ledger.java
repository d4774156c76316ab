package org.ternhaven.ledger;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import org.apache.poi.hssf.usermodel.HSSFWorkbook;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.ss.usermodel.WorkbookFactory;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;

public class Ledger {
  public static void main(String[] args) throws Exception {
    print("sum ", new XSSFWorkbook(), true);
    print("old ", new HSSFWorkbook(), false);
  }

  private static void print(String what, Workbook book, boolean text) throws Exception {
    Sheet sheet = book.createSheet("dues");
    CellStyle style = book.createCellStyle();
    style.setDataFormat(book.createDataFormat().getFormat("0.00"));
    int at = 0;
    for (double dues : new double[] {120, 60}) {
      Cell cell = sheet.createRow(at++).createCell(0);
      cell.setCellValue(dues);
      cell.setCellStyle(style);
    }
    Row row = sheet.createRow(at);
    row.createCell(0).setCellFormula("SUM(A1:A2)");
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    book.write(out);
    try (Workbook read = WorkbookFactory.create(new ByteArrayInputStream(out.toByteArray()))) {
      System.out.println(
          what
              + read.getCreationHelper()
                  .createFormulaEvaluator()
                  .evaluate(read.getSheetAt(0).getRow(2).getCell(0))
                  .getNumberValue());
      if (text) {
        System.out.println(
            "text " + new DataFormatter().formatCellValue(read.getSheetAt(0).getRow(0).getCell(0)));
      }
    }
  }
}
