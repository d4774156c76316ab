package org.ternhaven;
import java.util.List;
public class Berth {
  private int unused;
  public int depth(List<String> ships) {
    int local = 3;
    if (ships.size() == 0) { return 1; }
    return 2;
  }
}
