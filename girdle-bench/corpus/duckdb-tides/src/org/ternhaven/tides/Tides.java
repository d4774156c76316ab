package org.ternhaven.tides;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;

public final class Tides {
  public static void main(String[] args) throws Exception {
    try (Connection c = DriverManager.getConnection("jdbc:duckdb:");
        Statement s = c.createStatement();
        ResultSet r =
            s.executeQuery(
                "select gauge, max(level) from read_csv('" + args[0] + "') group by gauge order by gauge")) {
      while (r.next()) {
        System.out.println(r.getString(1) + " " + r.getDouble(2));
      }
    }
  }
}
