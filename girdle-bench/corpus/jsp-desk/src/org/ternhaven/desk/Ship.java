package org.ternhaven.desk;

import java.util.List;

/** A ship at a berth. */
public class Ship {
  private final String name;
  private final int berth;

  public Ship(String name, int berth) {
    this.name = name;
    this.berth = berth;
  }

  public String getName() {
    return name;
  }

  public int getBerth() {
    return berth;
  }

  public static List<Ship> all() {
    return List.of(new Ship("Kittiwake", 3), new Ship("Grey Heron", 5));
  }
}
