package org.ternhaven.notes;

import com.arcadedb.database.Database;
import com.arcadedb.database.DatabaseFactory;
import com.arcadedb.query.sql.executor.ResultSet;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.logging.Level;
import java.util.logging.Logger;

public final class Notes {
  public static void main(String[] args) throws Exception {
    Logger.getLogger("").setLevel(Level.OFF);
    Path folder = Files.createTempDirectory("notes");
    try (Database db = new DatabaseFactory(folder.resolve("db").toString()).create()) {
      db.transaction(
          () -> {
            db.command("sql", "create vertex type Ship");
            db.command("sql", "create vertex type Berth");
            db.command("sql", "create edge type MooredAt");
            db.command("sql", "create property Ship.name string");
            db.command("sql", "create index on Ship (name) unique");
            db.command("sql", "create vertex Ship set name = 'Kittiwake'");
            db.command("sql", "create vertex Ship set name = 'Dunlin'");
            db.command("sql", "create vertex Berth set nr = 7");
            db.command("sql", "create edge MooredAt from (select from Ship where name = 'Kittiwake') to (select from Berth where nr = 7)");
            db.command("sql", "create edge MooredAt from (select from Ship where name = 'Dunlin') to (select from Berth where nr = 7)");
          });
      try (ResultSet r = db.query("sql", "match {type: Ship, as: s, where: (name = 'Kittiwake')}-MooredAt->{as: b} return s.name as name, b.nr as nr")) {
        r.forEachRemaining(x -> System.out.println(x.getProperty("name") + " at " + x.getProperty("nr")));
      }
      try (ResultSet r = db.query("sql", "select expand(in('MooredAt')) from Berth where nr = 7")) {
        System.out.println("moored " + r.stream().count());
      }
      try (ResultSet r = db.query("sql", "select name.toUpperCase() as upper, name from Ship where name = 'Dunlin'")) {
        r.forEachRemaining(x -> System.out.println("indexed " + x.getProperty("name") + " " + x.getProperty("upper")));
      }
      try (ResultSet r = db.command("sqlscript", "let a = select 1 + 2 as sum; return $a.sum;")) {
        r.forEachRemaining(x -> System.out.println("scripted " + x.toJSON().toString().replaceAll("\\D", "")));
      }
    }
    try (var files = Files.walk(folder)) {
      files.sorted(Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
    }
    System.exit(0);
  }
}
