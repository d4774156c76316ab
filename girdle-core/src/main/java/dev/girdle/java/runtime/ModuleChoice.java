package dev.girdle.java.runtime;

import dev.girdle.closure.Demand;
import dev.girdle.closure.Reasons;
import dev.girdle.io.Lines;
import dev.girdle.plan.NamePattern;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Which modules of a Java runtime go along, each with the reason: what the closure reaches, what
 * those require, what the runtime looks for when certain classes are used, and what the user wants.
 */
public final class ModuleChoice {
  private final Map<String, List<String>> there;
  private final Map<String, String> chosen = new TreeMap<>();
  private final Map<String, String> leftOut = new TreeMap<>();
  private final Map<String, String> byName = new TreeMap<>();
  private final List<NamePattern> never;

  private record Rule(String module, String name, String what) {
    boolean fits(String className) {
      return name.endsWith(".")
          ? className.startsWith(name) && className.indexOf('.', name.length()) < 0
          : className.equals(name);
    }
  }

  private ModuleChoice(Map<String, List<String>> there, List<NamePattern> never) {
    this.there = there;
    this.never = never;
  }

  /**
   * Finds out which modules go along, and which do not though somebody might ask for them by name.
   *
   * @param there the modules of the runtime, each with those that it requires
   * @param reached the modules that the closure reaches, each with the reason
   * @param names what the program asks the runtime for, each with the first demand
   * @param always modules that go along in any case
   * @param never modules that stay behind unless another requires them
   * @return the choice
   */
  public static ModuleChoice of(
      Map<String, List<String>> there,
      Map<String, String> reached,
      Map<String, Demand> names,
      List<NamePattern> always,
      List<NamePattern> never) {
    ModuleChoice choice = new ModuleChoice(there, never);
    choice.take("java.base", "every program needs it");
    reached.forEach(choice::take);
    for (NamePattern pattern : always) {
      there.keySet().stream()
          .filter(pattern::matches)
          .forEach(m -> choice.take(m, pattern.called("always")));
    }
    choice.takeByRules(names);
    return choice;
  }

  private void takeByRules(Map<String, Demand> names) {
    List<Rule> rules = new ArrayList<>();
    for (String line : Lines.of(ModuleChoice.class, "modules-by-name.txt")) {
      String[] words = line.split(" \\| ");
      rules.add(new Rule(words[0], words[1], words[2]));
    }
    for (Map.Entry<String, Demand> name : names.entrySet()) {
      for (Rule rule : rules) {
        if (rule.fits(name.getKey())) {
          request(rule, name.getValue());
        }
      }
    }
    for (Rule rule : rules) {
      // programs that need others ask for their classes, and need not be told
      boolean isByNameOnly = rule.module.startsWith("jdk.");
      if (isByNameOnly && there.containsKey(rule.module) && !chosen.containsKey(rule.module)) {
        leftOut.putIfAbsent(
            rule.module, "for " + rule.what + ", which nothing in the closure asks for");
      }
    }
  }

  private void request(Rule rule, Demand demand) {
    Optional<NamePattern> refused = never.stream().filter(p -> p.matches(rule.module)).findFirst();
    if (refused.isPresent()) {
      leftOut.put(rule.module, refused.get().called("never"));
    } else if (there.containsKey(rule.module)) {
      if (!chosen.containsKey(rule.module)) {
        byName.put(rule.module, rule.what);
      }
      take(rule.module, "for " + rule.what + ": " + Reasons.sentence(demand));
    }
  }

  /** Takes a module and all that it requires while it runs. */
  private void take(String module, String reason) {
    Deque<String> waiting = new ArrayDeque<>();
    if (there.containsKey(module) && chosen.putIfAbsent(module, reason) == null) {
      waiting.add(module);
    }
    while (!waiting.isEmpty()) {
      String next = waiting.poll();
      for (String name : there.get(next)) {
        if (there.containsKey(name) && chosen.putIfAbsent(name, next + " requires it") == null) {
          waiting.add(name);
        }
      }
    }
  }

  /**
   * The modules that go along.
   *
   * @return by name, each with the reason
   */
  public Map<String, String> chosen() {
    return chosen;
  }

  /**
   * Of these, the ones that nothing requires and that only services or reflection may ask for.
   *
   * @return by name, each with what for
   */
  public Map<String, String> byName() {
    return byName;
  }

  /**
   * Modules that only services or reflection ask for, and that stay behind.
   *
   * @return by name, each with the reason
   */
  public Map<String, String> leftOut() {
    return leftOut;
  }
}
