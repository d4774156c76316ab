package org.ternhaven.plan;

import ai.timefold.solver.core.api.domain.entity.PlanningEntity;
import ai.timefold.solver.core.api.domain.lookup.PlanningId;
import ai.timefold.solver.core.api.domain.variable.PlanningVariable;

@PlanningEntity
public class Visit {
  @PlanningId private String name;
  private int from;
  private int to;
  private Integer berth;

  public Visit() {}

  Visit(String name, int from, int to) {
    this.name = name;
    this.from = from;
    this.to = to;
  }

  @PlanningVariable
  public Integer getBerth() {
    return berth;
  }

  public void setBerth(Integer berth) {
    this.berth = berth;
  }

  String name() {
    return name;
  }

  boolean overlaps(Visit other) {
    return from < other.to && other.from < to;
  }

  int length() {
    return to - from;
  }
}
