package dev.girdle.seal;

import dev.girdle.app.Item;
import dev.girdle.closure.Reasons;
import dev.girdle.closure.Thing;
import dev.girdle.closure.Unreadable;
import dev.girdle.closure.Unresolved;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.UnreadableException;
import dev.girdle.io.PackedContent;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/** What stands in the way of sealing, all of it at once. */
final class Faults {
  private static final int SHOWN = 12;

  /** What was read to its end already, and is whole. */
  private final Set<Item> sound = ConcurrentHashMap.newKeySet();

  void throwIfAny(Analysis analysis) {
    List<String> lines = new ArrayList<>();
    for (Unreadable unreadable : analysis.closure().unreadable()) {
      lines.add(
          unreadable.item().component().origin()
              + ": "
              + unreadable.item().path()
              + " is needed and "
              + unreadable.why());
    }
    List<String> damaged = damaged(analysis);
    lines.addAll(damaged.subList(0, Math.min(SHOWN, damaged.size())));
    if (damaged.size() > SHOWN) {
      lines.add("  … and " + (damaged.size() - SHOWN) + " more");
    }
    if (!lines.isEmpty()) {
      lines.add("  Copy or build again what holds them.");
    }
    List<Unresolved> missing = analysis.faults();
    if (!missing.isEmpty()) {
      describe(analysis, missing, lines);
      lines.add("  See all with: girdle closure " + AsTyped.of(analysis.plan()));
      lines.add(
          "  "
              + analysis.ecosystem().words().supplyAdvice()
              + "; or, if the program does without them:");
      acceptances(analysis, missing).stream()
          .limit(SHOWN)
          .forEach(name -> lines.add("    --missing-ok '" + name + "'"));
    }
    if (!lines.isEmpty()) {
      lines.add("Nothing was sealed.");
      throw new GirdleException(Fault.APPLICATION, lines);
    }
  }

  /**
   * Whatever goes along is read once to its end: archives can be copied as they are, and the walk
   * reads only what it has not read before, so that nobody else would look at the checksums.
   */
  private List<String> damaged(Analysis analysis) {
    Set<Item> told =
        analysis.closure().unreadable().stream().map(Unreadable::item).collect(Collectors.toSet());
    return analysis.kept().stream()
        .flatMap(c -> analysis.selection().items(c).keySet().stream())
        .filter(i -> i.content() instanceof PackedContent && !told.contains(i))
        .toList()
        .parallelStream()
        .filter(sound::add)
        .flatMap(i -> damage(i).stream())
        .toList();
  }

  private Optional<String> damage(Item item) {
    try (InputStream in = item.content().open()) {
      in.transferTo(OutputStream.nullOutputStream());
      return Optional.empty();
    } catch (UnreadableException e) {
      sound.remove(item);
      return Optional.of(
          item.component().origin() + ": " + item.path() + " goes along and " + e.damage());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** In the language's words, unless whole libraries are among it, which are no classes. */
  private static String count(Analysis analysis, List<Unresolved> missing) {
    int all = missing.size();
    long libraries = missing.stream().filter(u -> u.thing() == Thing.LIBRARY).count();
    if (libraries == 0) {
      return analysis.ecosystem().words().count(all);
    }
    String kind = libraries == all ? "librar" + (all == 1 ? "y" : "ies") : "things";
    return all + " " + kind;
  }

  private static void describe(Analysis analysis, List<Unresolved> missing, List<String> lines) {
    lines.add(
        count(analysis, missing) + (missing.size() == 1 ? " is" : " are") + " needed and missing:");
    for (Unresolved unmet : missing.subList(0, Math.min(SHOWN, missing.size()))) {
      String advice = analysis.advice(unmet);
      lines.add("  " + unmet.name() + (advice.isEmpty() ? "" : " (" + advice + ")"));
      lines.add("    " + Reasons.sentence(unmet.first()));
    }
    if (missing.size() > SHOWN) {
      lines.add("  … and " + (missing.size() - SHOWN) + " more");
    }
  }

  /** Patterns as narrow as what is missing: never a package of which something is there. */
  private static List<String> acceptances(Analysis analysis, List<Unresolved> missing) {
    Map<String, List<String>> together = new LinkedHashMap<>();
    for (Unresolved unmet : missing) {
      String name = unmet.name();
      int dot = name.lastIndexOf('.');
      boolean isPartOfWhatIsThere = analysis.linkage().familyOf(unmet.first()).equals(name);
      String key = dot < 0 || isPartOfWhatIsThere ? name : name.substring(0, dot);
      together.computeIfAbsent(key, f -> new ArrayList<>()).add(name);
    }
    List<String> patterns = new ArrayList<>();
    together.forEach((key, names) -> patterns.add(names.size() == 1 ? names.get(0) : key + ".*"));
    return patterns;
  }
}
