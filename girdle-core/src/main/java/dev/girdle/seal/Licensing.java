package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.app.Provenance;
import dev.girdle.app.Role;
import dev.girdle.ecosystem.Shape;
import java.util.List;
import java.util.Optional;

/** Where components come from and under which licences they stand, with what the plan says. */
public final class Licensing {
  private final Analysis analysis;

  /**
   * Asks each component at most once where it comes from.
   *
   * @param analysis what is known about the application
   */
  public Licensing(Analysis analysis) {
    this.analysis = analysis;
  }

  /**
   * Where a component comes from.
   *
   * @param component any component
   * @return what it tells itself
   */
  public Provenance provenance(Component component) {
    return analysis.model().provenance(component);
  }

  /**
   * The licences of a component, as it tells them itself.
   *
   * @param component any component
   * @return what it says itself; for the user's own code, what the plan says of it
   */
  public List<String> licences(Component component) {
    Optional<String> planned = analysis.plan().metadata().licence();
    boolean isOwn = component.role() == Role.OWN;
    return isOwn && planned.isPresent() ? List.of(planned.get()) : provenance(component).licences();
  }

  /** Libraries that go along and whose licence is not known. */
  List<String> unknown() {
    return analysis.kept().stream()
        .filter(c -> c.role() != Role.OWN && licences(c).isEmpty())
        .map(Component::name)
        .toList();
  }

  /** What is for receivers and not for the program lies apart from it. */
  String place(Shape shape, String inFolder, String inArchive) {
    String hidden = analysis.ecosystem().support().hidden();
    return shape.isFolder() || hidden.isEmpty() ? inFolder : hidden + inArchive;
  }
}
