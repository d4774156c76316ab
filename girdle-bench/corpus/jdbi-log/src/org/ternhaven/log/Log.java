package org.ternhaven.log;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import org.jdbi.v3.core.Jdbi;

public final class Log {
  public static void main(String[] args) {
    HikariConfig config = new HikariConfig();
    config.setJdbcUrl("jdbc:hsqldb:mem:log");
    config.setUsername("sa");
    try (HikariDataSource source = new HikariDataSource(config)) {
      Jdbi jdbi = Jdbi.create(source).installPlugins();
      jdbi.useExtension(
          Notes.class,
          notes -> {
            notes.create();
            notes.add(1, "Fog");
            notes.add(2, "The ferry was late");
            System.out.println("note 1 " + notes.text(1));
            System.out.println("count " + notes.count());
            System.out.println("long ones " + notes.longer(5, "note"));
            notes.addTide(1, new Notes.Tide("north", 4.2));
            System.out.println("found " + notes.tide(1));
          });
    }
  }
}
