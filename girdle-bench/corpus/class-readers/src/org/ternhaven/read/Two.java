package org.ternhaven.read;

public class Two {
  public String moor(String ship) {
    return ship;
  }
}
