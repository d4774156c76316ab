package dev.girdle.cli.view;

import dev.girdle.app.Target;
import dev.girdle.io.Sizes;
import dev.girdle.seal.NativeItems;
import java.util.Map;
import java.util.Optional;

/** What there is to say of native code for which no target was chosen. */
final class Natives {
  private static final int SHOWN = 6;

  private Natives() {}

  /** How many systems there is native code for, and what a target would leave out. */
  static Optional<String> notice(NativeItems natives) {
    Map<String, Long> bySystem = natives.bySystem();
    Optional<Target> cheapest = Target.ALL.stream().filter(t -> saves(natives, t)).findFirst();
    if (bySystem.size() < 2 || cheapest.isEmpty()) {
      return Optional.empty();
    }
    long all = bySystem.values().stream().mapToLong(Long::longValue).sum();
    String names = String.join(", ", bySystem.keySet().stream().limit(SHOWN).toList());
    return Optional.of(
        "native code for "
            + SurveyView.count(bySystem.size(), "system")
            + ", "
            + Sizes.of(all)
            + " ("
            + names
            + (bySystem.size() > SHOWN ? ", …" : "")
            + "); --target "
            + cheapest.get().text()
            + " leaves out "
            + Sizes.of(natives.bytesNotFor(cheapest.get()))
            + " of it");
  }

  /** A reason as it is told of several things at once: the single system does not matter. */
  static String inSum(String reason) {
    return reason.replaceFirst("^native code for \\S+, not for", "native code, not for");
  }

  /** A target is worth a word only if there is native code for it, and for others. */
  private static boolean saves(NativeItems natives, Target target) {
    boolean any =
        natives.bySystem().keySet().stream()
            .anyMatch(s -> s.startsWith(target.system() + "-") && s.contains(target.processor()));
    return any && natives.bytesNotFor(target) > 0;
  }
}
