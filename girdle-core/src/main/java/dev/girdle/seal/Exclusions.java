package dev.girdle.seal;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Nearest;
import dev.girdle.app.Target;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Contents;
import dev.girdle.plan.NamePattern;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** What the plan wants in or out, whatever the closure says. */
final class Exclusions {
  private final Application application;

  Exclusions(Application application) {
    this.application = application;
  }

  /** The items that the plan keeps out, each with the reason. */
  Map<Item, String> excluded(Choice choice, NativeItems natives, Ecosystem ecosystem) {
    Map<Item, String> excluded = new LinkedHashMap<>();
    for (NamePattern pattern : choice.never()) {
      fitting(pattern).forEach(i -> excluded.putIfAbsent(i, "--never " + pattern.reason()));
    }
    Set<Item> wantedHere = new LinkedHashSet<>();
    choice.contents().only(choice.target(), true).forEach(p -> wantedHere.addAll(fitting(p)));
    for (NamePattern pattern : choice.contents().only(choice.target(), false)) {
      String why = "only for " + choice.contents().target(pattern) + ": " + pattern.reason();
      fitting(pattern).stream()
          .filter(i -> !wantedHere.contains(i) && !isWanted(i, choice))
          .forEach(i -> excluded.putIfAbsent(i, why));
    }
    choice
        .target()
        .ifPresent(
            (Target t) ->
                natives.notFor(t).entrySet().stream()
                    .filter(e -> !isWanted(e.getKey(), choice))
                    .forEach(e -> excluded.putIfAbsent(e.getKey(), e.getValue())));
    ecosystem.leftToReceivers(application, wanted(choice)).forEach(excluded::putIfAbsent);
    return excluded;
  }

  private Set<Item> wanted(Choice choice) {
    return application.components().stream()
        .flatMap(c -> c.items().stream())
        .filter(i -> isWanted(i, choice))
        .collect(Collectors.toSet());
  }

  /** Whether the user names the very item, and not only the component that it lies in. */
  private static boolean isWanted(Item item, Choice choice) {
    return choice.always().stream().anyMatch(p -> isNamed(item, p));
  }

  /**
   * The items that fit a pattern: by their own name, or since their component's name does.
   *
   * @return in the application's order; may be empty
   */
  Set<Item> fitting(NamePattern pattern) {
    Set<Item> fitting = new LinkedHashSet<>();
    for (Component component : application.components()) {
      if (isNamed(component, pattern)) {
        fitting.addAll(component.items());
      } else {
        component.items().stream().filter(i -> isNamed(i, pattern)).forEach(fitting::add);
      }
    }
    return fitting;
  }

  private static boolean isNamed(Component component, NamePattern pattern) {
    return pattern.matchesFileName(component.name())
        || pattern.matchesFileName(component.stem())
        || pattern.matchesFileName(component.plainName())
        || component.origin().equals(pattern.text());
  }

  private static boolean isNamed(Item item, NamePattern pattern) {
    return pattern.matches(item.name()) || pattern.matches(item.path());
  }

  /** Refuses patterns that fit nothing; all of them at once, each with the nearest names. */
  void requireEffect(Choice choice, Predicate<NamePattern> isOfRuntime) {
    List<String> lines = new ArrayList<>();
    choice.always().stream().forEach(p -> requireEffect("always", p, isOfRuntime, lines));
    choice.never().stream().forEach(p -> requireEffect("never", p, isOfRuntime, lines));
    Contents contents = choice.contents();
    contents.start().forEach(p -> requireEffect("start", p, x -> false, lines));
    contents.order().forEach(p -> requireEffect("order", p, x -> false, lines));
    contents.untouched().forEach(p -> requireEffect("untouched", p, x -> false, lines));
    contents
        .only()
        .forEach(
            (target, patterns) ->
                patterns.forEach(p -> requireEffect("only: " + target, p, x -> false, lines)));
    if (!lines.isEmpty()) {
      throw new GirdleException(Fault.REQUEST, lines);
    }
  }

  private void requireEffect(
      String word, NamePattern pattern, Predicate<NamePattern> isOfRuntime, List<String> lines) {
    if (!fitting(pattern).isEmpty() || isOfRuntime.test(pattern)) {
      return;
    }
    Set<String> names = new LinkedHashSet<>();
    for (Component component : application.components()) {
      names.add(component.name());
      component.items().forEach(i -> names.add(i.name()));
    }
    String plain = pattern.text().replace("*", "");
    String top = plain.replaceFirst("[./].*", "");
    // a name like it in a package of somebody else is hardly meant
    names.removeIf(n -> plain.matches("[a-z]+\\..*") && !n.startsWith(top));
    List<String> near = Nearest.to(plain, names, 3);
    lines.add(
        pattern.called(word)
            + ": no class, file or component of that name"
            + (near.isEmpty() ? "" : "; did you mean " + String.join(", or ", near) + "?"));
    if (near.isEmpty()) {
      lines.add("  * stands for a part of a name, ** for any number of parts: org.ternhaven.**");
    }
  }
}
