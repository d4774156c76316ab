package org.ternhaven.tides;

public class Level {
  private final String gauge;
  private final double level;

  public Level(String gauge, double level) {
    this.gauge = gauge;
    this.level = level;
  }

  public String getGauge() {
    return gauge;
  }

  public double getLevel() {
    return level;
  }
}
