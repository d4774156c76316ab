package dev.girdle.seal;

import dev.girdle.app.Application;
import dev.girdle.app.Conflict;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.plan.Plan;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * What can be told of an application by looking at what lies there, without walking its closure: in
 * a time that does not grow with what the code asks for.
 *
 * @param plan what the user wants
 * @param application what was surveyed, with an entry point
 * @param natives its native code
 * @param need the runtime that the entry points themselves need; what they ask for may need a newer
 *     one; empty if they need none
 * @param conflicts components that get in each other's way, in class-path order; may be empty
 */
public record Overview(
    Plan plan,
    Application application,
    NativeItems natives,
    Optional<RuntimeNeed> need,
    List<Conflict> conflicts) {
  /** Copies the list. */
  public Overview {
    Objects.requireNonNull(plan);
    Objects.requireNonNull(application);
    conflicts = List.copyOf(conflicts);
  }

  static Overview of(Plan plan, Application application, NativeItems natives, LanguageModel model) {
    return new Overview(
        plan,
        application,
        natives,
        model.runtime().needOf(application.starts()),
        model.conflicts());
  }
}
