package dev.girdle.java.linkage;

import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.java.bytecode.Callers;
import dev.girdle.java.bytecode.Handlers;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.index.JavaFacts;
import java.io.IOException;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** How sure it is that what is missing is needed. */
final class Sureness {
  private static final String DECLARED = "its makers declare it optional";
  private static final String CAUGHT = "its absence is caught by who calls it";
  private static final String ELSEWHERE = "it belongs to another platform";

  private final JavaFacts facts;
  private final Declarations declarations;
  private final Map<Item, Callers> callers = new ConcurrentHashMap<>();

  Sureness(JavaFacts facts, Declarations declarations) {
    this.facts = facts;
    this.declarations = declarations;
  }

  /** Whether the program surely comes to what is demanded. */
  boolean isSure(Demand demand, Strength reach) {
    if (demand.thing() == Thing.LIBRARY) {
      // nobody knows whether the program comes to what it is needed for, but that it was to be
      // there
      return declarations.isOfBuild(demand.name());
    }
    return switch (demand.from().component().role()) {
      case OWN ->
          (reach != Strength.HINT || facts.isFoundByLibraries(demand.from()))
              && !declarations.callOptional(demand);
      case PROGRAM ->
          reach == Strength.HARD
              && (!declarations.isPublished(demand.from().component())
                  || declarations.areBroken(demand));
      case LIBRARY ->
          reach == Strength.HARD && declarations.areBroken(demand)
              || reach == Strength.SOFT && declarations.describeAsNeeded(demand);
      case RUNTIME -> false;
    };
  }

  /** Whether the asker's makers say that they need it. */
  boolean isDeclared(Demand demand) {
    return demand.thing() == JavaThing.CODE && declarations.describeAsNeeded(demand);
  }

  /** Why its absence does no harm, as far as that can be told of this demand alone. */
  Optional<String> excuseFor(Demand demand) {
    boolean isOwn = demand.from().component().role() == Role.OWN;
    if (demand.thing() != JavaThing.CODE) {
      return Optional.empty();
    }
    if (isCaughtByCallers(demand, isOwn)) {
      return Optional.of(CAUGHT);
    }
    if (isOwn) {
      return Optional.empty();
    }
    if (OtherPlatforms.has(demand.name())) {
      return Optional.of(ELSEWHERE);
    }
    return declarations.makeOptional(demand) ? Optional.of(DECLARED) : Optional.empty();
  }

  private boolean isCaughtByCallers(Demand demand, boolean isOwn) {
    boolean isCode = demand.from().path().endsWith(".class") && !demand.member().isEmpty();
    if (!isCode || demand.how() == JavaHow.INHERITANCE) {
      return false;
    }
    boolean byName = demand.how() == JavaHow.REFLECTION;
    try {
      Callers known = callers.get(demand.from());
      if (known == null) {
        known = Callers.of(demand.from());
        callers.put(demand.from(), known);
      }
      return known.areGuarded(
          demand.member(), byName ? Handlers.OF_REFLECTION : Handlers.OF_CODE, isOwn);
    } catch (UnreadableItemException | IOException e) {
      return false; // the walk has told it
    }
  }
}
