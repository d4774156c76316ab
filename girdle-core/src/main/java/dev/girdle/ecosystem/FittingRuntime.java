package dev.girdle.ecosystem;

import dev.girdle.app.Target;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Which of several runtimes goes along. */
public final class FittingRuntime {
  private FittingRuntime() {}

  /**
   * The first that fits.
   *
   * @param all what there is to choose from
   * @param target where it has to run; empty for anywhere
   * @param need which releases will do
   * @return one of them
   * @throws GirdleException if none fits; it tells which there are
   */
  public static FoundRuntime of(List<FoundRuntime> all, Optional<Target> target, RuntimeNeed need) {
    List<FoundRuntime> fitting =
        all.stream().filter(r -> target.isEmpty() || r.target().equals(target)).toList();
    if (fitting.isEmpty()) {
      throw wrong("no runtime for " + target.map(Target::text).orElse("any system"), all);
    }
    return fitting.stream()
        .filter(r -> r.isIn(need.range()))
        .findFirst()
        .orElseThrow(() -> wrong("the program needs " + need.text(), fitting));
  }

  private static GirdleException wrong(String what, List<FoundRuntime> all) {
    List<String> lines = new ArrayList<>();
    lines.add(what + "; there is" + (all.isEmpty() ? " none" : ":"));
    all.forEach(
        r ->
            lines.add(
                "  "
                    + r.title()
                    + r.target().map(t -> " for " + t.text()).orElse("")
                    + " in "
                    + r.home()));
    lines.add(
        "  Name another with --runtime-from DIR, or put one on the shelf: girdle runtimes --add PATH");
    return new GirdleException(Fault.REQUEST, lines);
  }
}
