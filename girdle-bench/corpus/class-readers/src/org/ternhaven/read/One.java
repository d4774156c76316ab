package org.ternhaven.read;

public class One {
  public String moor(String ship) {
    return ship.isEmpty() ? "none" : ship;
  }

  public int berth() {
    return 7;
  }
}
