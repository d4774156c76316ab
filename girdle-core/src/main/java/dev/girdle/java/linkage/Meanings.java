package dev.girdle.java.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.closure.DynamicReference;
import dev.girdle.closure.How;
import dev.girdle.closure.Strength;
import dev.girdle.java.format.JavaThing;
import java.util.List;

/**
 * What an open demand for a class can mean: any class of the component that asks. Of a library that
 * only passes on a name that it is handed, none in particular, since the name stands as a text
 * where it comes from. Files are no matter here: those of a component that is kept go along.
 */
final class Meanings {
  private Meanings() {}

  /** Whether any class is asked for at all. */
  static boolean areMeant(DynamicReference open) {
    boolean handedOn = open.passedOn() && open.from().component().role() == Role.LIBRARY;
    return open.thing() == JavaThing.CODE && !handedOn;
  }

  static List<Demand> of(DynamicReference open) {
    if (!areMeant(open)) {
      return List.of();
    }
    Component own = open.from().component();
    return own.items().stream()
        .filter(i -> i.path().endsWith(".class"))
        .map(i -> Demand.of(JavaThing.CODE, i.name(), open.site(), How.OPEN, Strength.HINT))
        .toList();
  }
}
