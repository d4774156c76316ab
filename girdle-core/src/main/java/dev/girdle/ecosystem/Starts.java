package dev.girdle.ecosystem;

import dev.girdle.app.EntryPoint;
import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Entry;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * The ways to start an application: what the user wants, or else the entry point that was found.
 */
public final class Starts {
  /** What a language finds to start. */
  public interface Choice {
    /**
     * What is started if the user names nothing.
     *
     * @return empty if the user has to choose
     */
    Optional<EntryPoint> chosen();

    /**
     * How the entry point is started that was chosen.
     *
     * @param label what the starter is called
     * @param chosen what {@link #chosen} has told
     * @return with nothing else, unless what names it says more
     */
    default LaunchSpec start(String label, EntryPoint chosen) {
      return LaunchSpec.of(label, chosen);
    }

    /**
     * What the user names.
     *
     * @param start as the user wrote it
     * @return the entry point; null if it cannot be told which is meant
     * @throws GirdleException if there is no such thing
     */
    EntryPoint named(String start);

    /**
     * A short name of an entry point, for its starter.
     *
     * @param entry an entry point
     * @return made fit for file names by others
     */
    String shortName(EntryPoint entry);
  }

  private final List<Entry> wanted;
  private final Identity identity;
  private final Choice choice;

  /**
   * Prepares to choose.
   *
   * @param wanted what the user wants; empty if nothing
   * @param identity names the starter if there is one
   * @param choice what there is
   */
  public Starts(List<Entry> wanted, Identity identity, Choice choice) {
    this.wanted = wanted;
    this.identity = identity;
    this.choice = choice;
  }

  /**
   * All of them.
   *
   * @return the main one first; empty if the user has to choose
   * @throws GirdleException if names do not fit or collide; all that is wrong is told at once
   */
  public List<LaunchSpec> all() {
    if (wanted.isEmpty()) {
      return choice.chosen().stream().map(e -> choice.start(identity.name(), e)).toList();
    }
    Map<String, LaunchSpec> starts = new LinkedHashMap<>();
    List<String> problems = new ArrayList<>();
    for (Entry entry : wanted) {
      EntryPoint point =
          entry.start().isEmpty() ? choice.chosen().orElse(null) : choice.named(entry.start());
      if (point == null) {
        return List.of();
      }
      String label = entry.label().isEmpty() ? label(point) : entry.label();
      if (!label.equals(Identity.fit(label))) {
        problems.add(
            "--entry "
                + label
                + "="
                + point.name()
                + ": only letters, digits, dot, underscore and"
                + " hyphen fit in the name of a starter");
      }
      LaunchSpec start =
          new LaunchSpec(
              label,
              point,
              entry.arguments(),
              entry.options(),
              entry.environment(),
              entry.opensWindow());
      if (starts.putIfAbsent(label.toLowerCase(Locale.ROOT), start) != null) {
        problems.add("--entry: two starters would be called " + label + "; give them names");
      }
    }
    if (!problems.isEmpty()) {
      throw new GirdleException(Fault.REQUEST, problems);
    }
    return List.copyOf(starts.values());
  }

  private String label(EntryPoint point) {
    if (wanted.size() == 1) {
      return identity.name();
    }
    String simple = choice.shortName(point);
    return Identity.fit(simple.replaceAll("([a-z0-9])([A-Z])", "$1-$2").toLowerCase(Locale.ROOT));
  }
}
