package dev.girdle.ecosystem;

import dev.girdle.plan.FormKind;
import dev.girdle.plan.Prune;
import dev.girdle.plan.RuntimeKind;
import java.util.Map;
import java.util.Set;

/**
 * What of a language can be sealed.
 *
 * @param shapes the shapes that it can be laid out in
 * @param levels how finely it can be told what nothing needs
 * @param refused what of a runtime cannot go along, each with the reason; never {@link
 *     RuntimeKind#HOST}
 * @param archive the ending of the archives that its runtime starts; empty if there are none
 * @param hidden the folder of such archives that what is for receivers and not for the program goes
 *     to, with a slash at the end; empty for the top
 * @param usual what is made if the user asks for no form
 * @param usualLevel how finely things are left out if the user says nothing
 * @param runsWithoutSources whether sources can stay behind that were handed over, since something
 *     is made of them that runs
 */
public record Support(
    Set<Shape> shapes,
    Set<Prune> levels,
    Map<RuntimeKind, String> refused,
    String archive,
    String hidden,
    FormKind usual,
    Prune usualLevel,
    boolean runsWithoutSources) {
  /** What leaves out files that nothing can use, if the user says nothing. */
  public Support(
      Set<Shape> shapes,
      Set<Prune> levels,
      Map<RuntimeKind, String> refused,
      String archive,
      String hidden,
      FormKind usual) {
    this(shapes, levels, refused, archive, hidden, usual, Prune.FILES, false);
  }

  /** Copies the sets. */
  public Support {
    shapes = Set.copyOf(shapes);
    levels = Set.copyOf(levels);
    refused = Map.copyOf(refused);
  }

  /**
   * All that there is, an archive if nothing else is asked for.
   *
   * @param archive the ending of its archives
   * @param hidden the folder in them that what is for receivers goes to
   * @return every shape and level, no kind of runtime refused
   */
  public static Support all(String archive, String hidden) {
    return new Support(
        Set.of(Shape.FOLDER, Shape.BARE, Shape.NESTED, Shape.MERGED),
        Set.of(Prune.values()),
        Map.of(),
        archive,
        hidden,
        FormKind.ARCHIVE);
  }
}
