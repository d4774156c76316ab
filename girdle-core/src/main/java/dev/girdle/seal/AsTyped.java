package dev.girdle.seal;

import dev.girdle.plan.Choice;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.Plan;
import dev.girdle.plan.file.PlanFile;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** An application with what was chosen for it, as it is to be typed after a command. */
public final class AsTyped {
  private final StringBuilder words = new StringBuilder();

  private AsTyped() {}

  /**
   * The words after which another command looks at the same program in the same way.
   *
   * @param plan what was asked for
   * @return for example {@code app --entry org.ternhaven.Main --prune classes}
   */
  public static String of(Plan plan) {
    Optional<Path> file = plan.file();
    if (file.isPresent()) {
      return planned(file.get());
    }
    AsTyped typed = new AsTyped();
    typed.words.append(plan.source().app());
    plan.source().with().forEach(w -> typed.add("with", w.toString()));
    plan.source().entries().stream()
        .filter(e -> !e.start().isEmpty())
        .forEach(e -> typed.add("entry", (e.label().isEmpty() ? "" : e.label() + "=") + e.start()));
    plan.source().language().ifPresent(l -> typed.add("language", l));
    typed.add(plan.choice());
    return typed.words.toString();
  }

  /**
   * A plan as it is named: by its folder if it has the usual name, and in this folder by nothing.
   *
   * @param plan the plan's file
   * @return perhaps empty
   */
  public static String planned(Path plan) {
    if (!plan.endsWith(PlanFile.NAME)) {
      return plan.toString();
    }
    return plan.getParent() == null ? "" : plan.getParent().toString();
  }

  private void add(Choice choice) {
    if (choice.prune() != choice.usual()) {
      add("prune", choice.prune().text());
    }
    choice.target().ifPresent(t -> add("target", t.text()));
    add("always", choice.always());
    add("never", choice.never());
    add("missing-ok", choice.missingOk());
    choice.evidence().forEach(e -> add("evidence", e.toString()));
    if (choice.contents().withoutSources()) {
      words.append(" --without-sources");
    }
    if (choice.strict()) {
      words.append(" --strict");
    }
  }

  private void add(String option, List<NamePattern> patterns) {
    patterns.forEach(p -> add(option, p.text()));
  }

  private void add(String option, String value) {
    boolean isPlain = value.matches("[\\w./=:@%+-]+");
    words
        .append(" --")
        .append(option)
        .append(' ')
        .append(isPlain ? value : "'" + value.replace("'", "'\\''") + "'");
  }
}
