package org.ternhaven.plan;

import ai.timefold.solver.core.api.domain.solution.PlanningEntityCollectionProperty;
import ai.timefold.solver.core.api.domain.solution.PlanningScore;
import ai.timefold.solver.core.api.domain.solution.PlanningSolution;
import ai.timefold.solver.core.api.domain.solution.ProblemFactCollectionProperty;
import ai.timefold.solver.core.api.domain.valuerange.ValueRangeProvider;
import ai.timefold.solver.core.api.score.buildin.hardsoft.HardSoftScore;
import java.util.List;

@PlanningSolution
public class Plan {
  @ValueRangeProvider @ProblemFactCollectionProperty private List<Integer> berths;
  @PlanningEntityCollectionProperty private List<Visit> visits;
  @PlanningScore private HardSoftScore score;

  public Plan() {}

  Plan(List<Integer> berths, List<Visit> visits) {
    this.berths = berths;
    this.visits = visits;
  }

  List<Visit> visits() {
    return visits;
  }

  HardSoftScore score() {
    return score;
  }
}
