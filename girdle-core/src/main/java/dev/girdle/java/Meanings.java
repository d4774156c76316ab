package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.OpenDemand;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.UnreadableItemException;
import java.io.IOException;
import java.util.List;
import java.util.stream.Stream;

/**
 * What an open demand could mean within reason: something of the component that it stands in. Of
 * its classes, the public ones that can be made without arguments, since that is what is done with
 * a class whose name comes from outside; and none if a library only passes on a name that it is
 * handed, since then the name stands where it comes from, as a text. For native libraries, which
 * often lie in jars of their own, something of those jars as well.
 */
final class Meanings {
  private final JavaFacts facts;
  private final OpenDemand open;

  Meanings(JavaFacts facts, OpenDemand open) {
    this.facts = facts;
    this.open = open;
  }

  List<Demand> all() {
    Component own = open.from().component();
    return switch (open.thing()) {
      case CODE -> open.passedOn() && own.role() != Role.OWN ? List.of() : classes(own);
      case NATIVE -> natives(own).map(i -> demand(inComponent(i), false)).toList();
      default ->
          own.items().stream()
              .filter(this::mayBeRead)
              .map(i -> demand(inComponent(i), false))
              .toList();
    };
  }

  /** What travels with its component anyway is not looked at for the names in it. */
  private boolean mayBeRead(Item item) {
    return !item.path().endsWith(".class")
        && !item.path().equals(JarManifest.PATH)
        && !LegalTexts.isOne(item.path())
        && facts.uselessAtRunTime(item).isEmpty();
  }

  private List<Demand> classes(Component own) {
    return own.items().parallelStream()
        .filter(i -> isClass(i) && canBeMade(i))
        .map(i -> demand(i.name(), true))
        .toList();
  }

  private static boolean isClass(Item item) {
    return item.path().endsWith(".class") && !item.name().endsWith("-info");
  }

  /** What is loaded by a name from outside is made without arguments, or not at all. */
  private static boolean canBeMade(Item item) {
    try {
      return ClassHeader.read(ClassHeader.bytesOf(item.content())).canBeMade();
    } catch (UnreadableItemException | IOException e) {
      return false;
    }
  }

  private Stream<Item> natives(Component own) {
    List<Item> all = facts.index().nativeLibraries().stream().flatMap(List::stream).toList();
    List<Item> ofOwn = all.stream().filter(i -> i.component() == own).toList();
    return ofOwn.isEmpty()
        ? all.stream().filter(i -> i.component().items().stream().noneMatch(Meanings::isClass))
        : ofOwn.stream();
  }

  private static String inComponent(Item item) {
    return item.component().name() + JavaLinkage.IN_COMPONENT + item.path();
  }

  private Demand demand(String name, boolean code) {
    return new Demand(
        How.OPEN,
        code ? Thing.CODE : Thing.RESOURCE,
        name,
        open.from(),
        open.member(),
        open.line(),
        Strength.HINT,
        "");
  }
}
