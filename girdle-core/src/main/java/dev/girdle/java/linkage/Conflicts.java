package dev.girdle.java.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Conflict;
import dev.girdle.app.Item;
import dev.girdle.io.PackedContent;
import dev.girdle.java.format.Versioned;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.JavaFacts;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Finds components that get in each other's way. */
public final class Conflicts {
  private final JavaFacts facts;
  private final boolean modular;
  private final Map<Pair, Common> pairs = new LinkedHashMap<>();

  private enum Kind {
    /** The same class is in several components. */
    SAME_CLASS,
    /** Two releases of one library are there. */
    TWO_RELEASES,
    /** A package is in two modules, which Java refuses. */
    SPLIT_PACKAGE
  }

  private record Pair(Component winner, Component loser) {}

  /** The classes that two components have in common. */
  private static final class Common {
    private final String first;
    private int count;
    private boolean same = true;

    Common(String first) {
      this.first = first;
    }
  }

  /**
   * Prepares to look.
   *
   * @param facts the components
   * @param modular whether it is started as modules, which refuse shared packages
   */
  public Conflicts(JavaFacts facts, boolean modular) {
    this.facts = facts;
    this.modular = modular;
  }

  /**
   * All that is found.
   *
   * @return the worst first
   */
  public List<Conflict> all() {
    compareClasses();
    List<Conflict> all = new ArrayList<>();
    if (modular) {
      splitPackages(all);
    }
    twoReleases(all);
    pairs.forEach(
        (pair, common) ->
            all.add(conflict(Kind.SAME_CLASS, common.first, common.count - 1, pair, common)));
    return all;
  }

  private static Conflict conflict(
      Kind kind, String subject, int others, Pair pair, Common common) {
    boolean same = common != null && common.same;
    return new Conflict(
        kind.name().toLowerCase(Locale.ROOT),
        sentence(kind, subject, others, same),
        subject,
        others,
        pair.winner.name(),
        List.of(pair.loser.name()),
        same);
  }

  private static String sentence(Kind kind, String subject, int others, boolean same) {
    String more = others > 0 ? " and " + others + " more" : "";
    return switch (kind) {
      case SAME_CLASS ->
          "the same class twice: "
              + subject
              + more
              + (same ? ", the same bytes" : ", with different bytes");
      case TWO_RELEASES ->
          "two releases of "
              + subject
              + (others == 0
                  ? ""
                  : ", with " + others + (others == 1 ? " class" : " classes") + " in common");
      case SPLIT_PACKAGE -> "a package in two modules, which Java refuses: " + subject + more;
    };
  }

  private void compareClasses() {
    Map<String, Item> firsts = new HashMap<>();
    for (Component component : facts.components()) {
      for (Item item : component.items()) {
        boolean counts = item.path().endsWith(".class") && !item.name().endsWith("-info");
        if (counts && Versioned.of(item.path()).release() == 0 && !facts.index().isExcluded(item)) {
          Item first = firsts.putIfAbsent(item.name(), item);
          if (first != null) {
            Common common =
                pairs.computeIfAbsent(
                    new Pair(first.component(), component), p -> new Common(item.name()));
            common.count++;
            common.same &= sameBytes(first, item);
          }
        }
      }
    }
  }

  private static boolean sameBytes(Item a, Item b) {
    return a.content() instanceof PackedContent x
        && b.content() instanceof PackedContent y
        && x.crc() == y.crc()
        && x.size() == y.size();
  }

  private void twoReleases(List<Conflict> all) {
    Map<String, Component> firsts = new HashMap<>();
    for (Component component : facts.components()) {
      Optional<String> release = component.release();
      if (release.isEmpty()) {
        continue;
      }
      String library = component.name().replaceFirst("-\\d[^/]*$", "");
      Component first = firsts.putIfAbsent(library, component);
      if (first != null && areReleases(first.release().orElse(""), release.get())) {
        Pair pair = new Pair(first, component);
        Common common = pairs.remove(pair);
        int count = common == null ? 0 : common.count;
        all.add(conflict(Kind.TWO_RELEASES, library, count, pair, common));
      }
    }
  }

  /** One that goes on where the other ends is a variant of it and no other release. */
  private static boolean areReleases(String a, String b) {
    return !a.equals(b) && !a.startsWith(b + "-") && !b.startsWith(a + "-");
  }

  private void splitPackages(List<Conflict> all) {
    Map<String, Component> firsts = new HashMap<>();
    Map<Pair, List<String>> split = new LinkedHashMap<>();
    for (Component component : facts.components()) {
      component.items().stream()
          .filter(i -> i.path().endsWith(".class") && !facts.index().isExcluded(i))
          .map(i -> ClassIndex.packageOf(i.name()))
          .filter(p -> !p.isEmpty())
          .distinct()
          .forEach(
              p -> {
                Component first = firsts.putIfAbsent(p, component);
                if (first != null) {
                  split.computeIfAbsent(new Pair(first, component), x -> new ArrayList<>()).add(p);
                }
              });
    }
    split.forEach(
        (pair, names) ->
            all.add(
                conflict(
                    Kind.SPLIT_PACKAGE, names.get(0), names.size() - 1, pair, pairs.get(pair))));
  }
}
