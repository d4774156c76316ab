package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.How;
import dev.girdle.closure.Reached;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.evidence.Evidence;
import dev.girdle.evidence.EvidenceFile;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The closure held against what was seen in use. Only classes are compared: that a file inside a
 * jar was read, no system tells.
 *
 * @param foreseen how many classes of the application were seen that the closure has by other
 *     demands
 * @param missed what was seen and the closure has by the evidence only: the measure of its quality
 * @param quiet for each component that goes along and of which something was seen, what of it goes
 *     along and was never seen
 */
public record Witnessed(int foreseen, List<Item> missed, Map<Component, Quiet> quiet) {
  /**
   * Classes that no rehearsal touched.
   *
   * @param items the classes
   * @param of how many classes of the component go along
   */
  public record Quiet(List<Item> items, int of) {
    /** Copies the list. */
    public Quiet {
      items = List.copyOf(items);
    }

    /**
     * How many there are.
     *
     * @return at least 1
     */
    public int classes() {
      return items.size();
    }

    /**
     * How much room they take.
     *
     * @return bytes
     */
    public long bytes() {
      return items.stream().mapToLong(Item::weight).sum();
    }
  }

  /**
   * Holds what was seen in use against what the closure foresees.
   *
   * @param analysis what is known about the application
   * @param evidence what was seen
   * @return the comparison
   */
  public static Witnessed of(Analysis analysis, Evidence evidence) {
    Set<String> names = evidence.code();
    LanguageModel model = analysis.model();
    int foreseen = 0;
    List<Item> missed = new ArrayList<>();
    for (Component component : analysis.application().components()) {
      for (Reached reached : analysis.closure().reachedIn(component)) {
        if (model.isCode(reached.item()) && names.contains(reached.item().name())) {
          if (reached.first().how() == How.EVIDENCE) {
            missed.add(reached.item());
          } else {
            foreseen++;
          }
        }
      }
    }
    Map<Component, Quiet> quiet = new LinkedHashMap<>();
    for (Component component : analysis.selection().components()) {
      List<Item> classes =
          analysis.selection().items(component).keySet().stream().filter(model::isCode).toList();
      List<Item> silent = classes.stream().filter(i -> !names.contains(i.name())).toList();
      if (!silent.isEmpty()) {
        quiet.put(component, new Quiet(silent, classes.size()));
      }
    }
    return new Witnessed(foreseen, missed, quiet);
  }

  /**
   * Compares with the evidence that the plan names.
   *
   * @param analysis what is known about the application
   * @return empty if the plan names none
   */
  public static Optional<Witnessed> of(Analysis analysis) {
    List<Path> evidence = analysis.plan().choice().evidence();
    return evidence.isEmpty()
        ? Optional.empty()
        : Optional.of(of(analysis, EvidenceFile.read(evidence)));
  }

  /**
   * How much room all that takes that was never seen.
   *
   * @return bytes
   */
  public long quietBytes() {
    return quiet.values().stream().mapToLong(Quiet::bytes).sum();
  }
}
