package org.ternhaven.query;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.util.Properties;

public class Query {
  public static void main(String[] args) throws Exception {
    Properties info = new Properties();
    info.put(
        "model",
        "inline:{version:'1.0',defaultSchema:'T',schemas:[{name:'T',type:'custom',"
            + "factory:'org.apache.calcite.adapter.csv.CsvSchemaFactory',"
            + "operand:{directory:'"
            + System.getProperty("user.dir")
            + "/tides',flavor:'translatable'}}]}");
    try (Connection c = DriverManager.getConnection("jdbc:calcite:", info)) {
      print(c, "select quay, sum(level) from levels group by quay order by quay");
      print(c, "select upper(quay) || '!', extract(year from date '2026-11-28') from levels limit 1");
      print(c, "explain plan for select quay from levels where level > 3");
      try {
        print(c, "select nothing from levels");
      } catch (java.sql.SQLException e) {
        System.out.println(e.getMessage().lines().findFirst().orElse(""));
      }
    }
  }

  static void print(Connection c, String sql) throws Exception {
    try (ResultSet r = c.createStatement().executeQuery(sql.replace("level", "\"level\"").replace("\"level\"s", "\"levels\"").replace("quay", "\"quay\""))) {
      while (r.next()) {
        StringBuilder line = new StringBuilder();
        for (int i = 1; i <= r.getMetaData().getColumnCount(); i++) {
          line.append(i > 1 ? " " : "").append(r.getObject(i));
        }
        System.out.println(line);
      }
    }
  }
}
