package org.ternhaven.tides;

import java.util.List;
import org.flywaydb.core.Flyway;
import org.h2.jdbcx.JdbcDataSource;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.sqlobject.SqlObjectPlugin;
import org.jdbi.v3.sqlobject.config.RegisterConstructorMapper;
import org.jdbi.v3.sqlobject.statement.SqlQuery;

public class Tides {
  public static class Tide {
    final String quay;
    final double level;
    final String name;

    public Tide(String quay, double level, String name) {
      this.quay = quay;
      this.level = level;
      this.name = name;
    }
  }

  public interface TideBook {
    @SqlQuery("select quay, level, name from tide order by level desc")
    @RegisterConstructorMapper(Tide.class)
    List<Tide> all();
  }

  public static void main(String[] args) {
    JdbcDataSource source = new JdbcDataSource();
    source.setURL("jdbc:h2:mem:tides;DB_CLOSE_DELAY=-1");
    Flyway flyway = Flyway.configure().dataSource(source).load();
    System.out.println("migrations " + flyway.migrate().migrationsExecuted);
    Jdbi jdbi = Jdbi.create(source).installPlugin(new SqlObjectPlugin());
    jdbi.useExtension(
        TideBook.class,
        b -> b.all().forEach(t -> System.out.println(t.quay + " " + t.level + " " + t.name)));
  }
}
