package dev.girdle.seal;

import dev.girdle.app.Role;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Strength;
import dev.girdle.ecosystem.Ecosystems;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.RunObservation;
import dev.girdle.evidence.Evidence;
import dev.girdle.evidence.EvidenceFile;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Choice;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** What was seen in use when the program ran, as the user's evidence tells it. */
final class SeenInUse {
  private final Ecosystems languages;

  SeenInUse(Ecosystems languages) {
    this.languages = languages;
  }

  /** What was seen in use and is not reached otherwise. */
  List<Demand> unforeseen(LanguageModel model, Closure closure, Choice choice) {
    Evidence evidence = EvidenceFile.read(choice.evidence());
    requireKnown(evidence, choice.evidence());
    List<Demand> unforeseen = new ArrayList<>();
    for (String name : evidence.code()) {
      model.find(name).stream()
          .filter(i -> i.component().role() != Role.RUNTIME && i.name().equals(name))
          .limit(1)
          .filter(i -> closure.reached(i).isEmpty())
          .forEach(i -> unforeseen.add(model.demandFor(i, How.EVIDENCE, Strength.SOFT)));
    }
    return unforeseen;
  }

  /** A kind of code that no language knows is a slip of the pen, and would count for nothing. */
  private void requireKnown(Evidence evidence, List<Path> files) {
    Set<EvidenceKind> unknown = new TreeSet<>(evidence.codeKinds());
    Set<EvidenceKind> known = new TreeSet<>(EvidenceKind.OF_ANY_PROGRAM);
    languages.all().stream()
        .flatMap(l -> l.observation().stream())
        .map(RunObservation::codeKind)
        .forEach(known::add);
    unknown.removeAll(known);
    if (!unknown.isEmpty()) {
      throw GirdleException.request(
          "the evidence in " + files + " says it saw a " + unknown.iterator().next().id(),
          "  What can be seen: "
              + known.stream().map(EvidenceKind::id).collect(Collectors.joining(", ")));
    }
  }
}
