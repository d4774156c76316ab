package org.ternhaven.grid;

import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import org.apache.ignite.Ignite;
import org.apache.ignite.IgniteCache;
import org.apache.ignite.Ignition;
import org.apache.ignite.cache.query.SqlFieldsQuery;

public final class Grid {
  public static void main(String[] args) throws Exception {
    PrintStream out = System.out;
    System.setOut(new PrintStream(OutputStream.nullOutputStream()));
    Path work = Files.createTempDirectory("grid");
    System.setProperty("IGNITE_WORK_DIR", work.toString());
    try (Ignite ignite = Ignition.start(Grid.class.getResource("/grid.xml"))) {
      IgniteCache<String, Double> tides = ignite.cache("tides");
      tides.put("north", 4.2);
      tides.put("south", 3.9);
      out.println("north " + tides.get("north"));
      List<List<?>> sum = tides.query(new SqlFieldsQuery("select sum(_val) from Double")).getAll();
      out.println("sum " + Math.round((Double) sum.get(0).get(0) * 10) / 10.0);
      out.println("computed " + ignite.compute().apply((Integer n) -> n * 3, 4));
    }
    try (var files = Files.walk(work)) {
      files.sorted(Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
    }
    System.exit(0);
  }
}
