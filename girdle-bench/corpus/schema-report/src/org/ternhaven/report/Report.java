package org.ternhaven.report;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;

public final class Report {
  public static void main(String[] args) throws Exception {
    String url = "jdbc:hsqldb:mem:harbour";
    try (Connection c = DriverManager.getConnection(url, "sa", "");
        Statement s = c.createStatement()) {
      s.execute("create table ship (id int primary key, name varchar(40) not null)");
      s.execute(
          "create table berth (nr int primary key, ship int, constraint fk_ship foreign key (ship) references ship (id))");
      s.execute("create view moored as select b.nr, s.name from berth b join ship s on b.ship = s.id");
    }
    schemacrawler.Main.main(
        "--url=" + url, "--user=sa", "--password=", "--schemas=PUBLIC.PUBLIC", "--info-level=standard",
        "--command=" + args[0], "--no-info", "--output-format=text");
  }
}
