package org.ternhaven.tides;

import java.io.Serializable;

public class Tide implements Serializable {
  private static final long serialVersionUID = 1;
  public String quay;
  public double level;

  public Tide() {}

  public Tide(String quay, double level) {
    this.quay = quay;
    this.level = level;
  }
}
