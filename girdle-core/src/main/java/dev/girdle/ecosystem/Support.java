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
 */
public record Support(
    Set<Shape> shapes, Set<Prune> levels, Map<RuntimeKind, String> refused, String archive) {
  /** Copies the sets. */
  public Support {
    shapes = Set.copyOf(shapes);
    levels = Set.copyOf(levels);
    refused = Map.copyOf(refused);
  }

  /**
   * What is made if the user asks for no form.
   *
   * @return an archive, or a folder where the runtime starts no archives
   */
  public FormKind usual() {
    return archive.isEmpty() ? FormKind.FOLDER : FormKind.ARCHIVE;
  }

  /**
   * All that there is.
   *
   * @param archive the ending of its archives
   * @return every shape and level, no kind of runtime refused
   */
  public static Support all(String archive) {
    return new Support(Set.of(Shape.values()), Set.of(Prune.values()), Map.of(), archive);
  }
}
