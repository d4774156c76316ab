package org.ternhaven.slots;

import java.io.Serializable;

public class Ship implements Serializable {
  private final String name;
  private int length;

  public Ship(String name, int length) {
    this.name = name;
    this.length = length;
  }

  public String getName() {
    return name;
  }

  public int getLength() {
    return length;
  }

  public void setLength(int length) {
    this.length = length;
  }
}
