package org.ternhaven.stats;

import static tech.tablesaw.aggregate.AggregateFunctions.mean;

import tech.tablesaw.api.Table;

/** What the gauges say. */
public class Stats {
  public static void main(String[] args) throws Exception {
    Table tides = Table.read().file("tides.csv");
    System.out.println(tides.rowCount() + " rows");
    System.out.println(tides.summarize("height", mean).by("place").sortOn("place"));
    System.out.println(tides.write().toString("html"));
    System.out.println(Table.read().file("more.json"));
    System.out.println("mean " + Math.round(tides.doubleColumn("height").mean()));
  }
}
