package org.ternhaven.plan;

import ai.timefold.solver.core.api.score.buildin.hardsoft.HardSoftScore;
import ai.timefold.solver.core.api.score.stream.Constraint;
import ai.timefold.solver.core.api.score.stream.ConstraintFactory;
import ai.timefold.solver.core.api.score.stream.ConstraintProvider;
import ai.timefold.solver.core.api.score.stream.Joiners;

public class Rules implements ConstraintProvider {
  @Override
  public Constraint[] defineConstraints(ConstraintFactory factory) {
    return new Constraint[] {
      factory
          .forEachUniquePair(Visit.class, Joiners.equal(Visit::getBerth))
          .filter(Visit::overlaps)
          .penalize(HardSoftScore.ONE_HARD)
          .asConstraint("one ship at a berth"),
      factory
          .forEach(Visit.class)
          .penalize(HardSoftScore.ONE_SOFT, v -> v.getBerth() * v.length())
          .asConstraint("near the gate")
    };
  }
}
