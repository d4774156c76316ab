package org.ternhaven.tides;

import jakarta.validation.constraints.Max;
import jakarta.xml.bind.annotation.XmlRootElement;

@XmlRootElement
public class Tide {
  private String gauge;

  @Max(12)
  private double level;

  public String getGauge() {
    return gauge;
  }

  public void setGauge(String gauge) {
    this.gauge = gauge;
  }

  public double getLevel() {
    return level;
  }

  public void setLevel(double level) {
    this.level = level;
  }
}
