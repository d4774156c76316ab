package org.ternhaven.ledger;

import static org.jooq.impl.DSL.field;
import static org.jooq.impl.DSL.name;
import static org.jooq.impl.DSL.rowNumber;
import static org.jooq.impl.DSL.sum;
import static org.jooq.impl.DSL.table;

import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import org.jooq.DSLContext;
import org.jooq.SQLDialect;
import org.jooq.conf.Settings;
import org.jooq.impl.DSL;
import org.jooq.impl.SQLDataType;

public class Ledger {
  public static void main(String[] args) throws Exception {
    try (Connection connection = DriverManager.getConnection("jdbc:sqlite::memory:")) {
      DSLContext sql =
          DSL.using(connection, SQLDialect.SQLITE, new Settings().withRenderFormatted(true));
      String script =
          new String(
              Ledger.class.getResourceAsStream("/ledger.sql").readAllBytes(),
              StandardCharsets.UTF_8);
      sql.parser().parse(script).executeBatch();
      var due = table(name("dues"));
      var amount = field(name("amount"), SQLDataType.INTEGER);
      var ship = field(name("name"), SQLDataType.VARCHAR);
      System.out.println(sql.select(ship, amount).from(due).orderBy(amount.desc()).fetch());
      System.out.println("total " + sql.select(sum(amount)).from(due).fetchOne(0, int.class));
      System.out.println(sql.select(ship).from(due).where(amount.gt(20)).getSQL());
      System.out.println(sql.select(ship, amount).from(due).orderBy(ship).fetch().formatJSON());
      System.out.println(sql.select(ship, amount).from(due).orderBy(ship).fetch().formatXML());
      System.out.println(
          "record " + sql.select(ship, amount).from(due).orderBy(ship).fetchInto(Due.class).get(0));
      System.out.println(
          "row number "
              + sql.select(rowNumber().over().orderBy(amount))
                  .from(due)
                  .fetch()
                  .get(1)
                  .value1());
      System.out.println(DSL.using(SQLDialect.POSTGRES).parser().parseQuery("select 1 + 2"));
    }
  }
}
