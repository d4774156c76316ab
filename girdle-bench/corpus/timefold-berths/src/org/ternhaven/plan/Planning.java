package org.ternhaven.plan;

import ai.timefold.solver.core.api.solver.SolverFactory;
import java.util.List;

public final class Planning {
  public static void main(String[] args) {
    SolverFactory<Plan> factory = SolverFactory.createFromXmlResource("org/ternhaven/plan/solver.xml");
    Plan plan =
        new Plan(
            List.of(1, 2, 3),
            List.of(new Visit("Kittiwake", 8, 12), new Visit("Dunlin", 9, 11),
                new Visit("Sanderling", 10, 15), new Visit("Avocet", 12, 18)));
    Plan done = factory.buildSolver().solve(plan);
    System.out.println("score " + done.score());
    for (Visit v : done.visits()) {
      System.out.println(v.name() + " at " + v.getBerth());
    }
  }
}
