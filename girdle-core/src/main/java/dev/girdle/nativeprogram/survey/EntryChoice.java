package dev.girdle.nativeprogram.survey;

import dev.girdle.app.EntryPoint;
import dev.girdle.app.Identity;
import dev.girdle.app.Nearest;
import dev.girdle.app.Target;
import dev.girdle.ecosystem.Starts;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Links;
import dev.girdle.io.Paths;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Which of the programs of an application is started. */
final class EntryChoice implements Starts.Choice {
  private final Map<String, Programs> programs;
  private final Map<String, String> links;
  private final String name;
  private final Optional<String> only;
  private final Optional<String> target;

  /**
   * Prepares to choose.
   *
   * @param programs by path
   * @param links of the application
   * @param name of the application
   * @param only what the user has named by handing it over
   * @param target for which it has to be
   */
  EntryChoice(
      Map<String, Programs> programs,
      Map<String, String> links,
      String name,
      Optional<String> only,
      Optional<String> target) {
    this.programs = programs;
    this.links = links;
    this.name = plain(name);
    this.only = only;
    this.target = target.or(() -> Target.ofThisMachine().map(Target::text));
  }

  private static String plain(String text) {
    return text.toLowerCase(Locale.ROOT)
        .replaceFirst("\\.[a-z0-9_]+$", "")
        .replaceAll("[^a-z0-9]", "");
  }

  /** All that can be started, the likeliest first. */
  List<EntryPoint> all() {
    return paths().stream().map(p -> NativeSurvey.entry(p, programs.get(p), component(p))).toList();
  }

  private String component(String path) {
    return path.startsWith("/") ? "package" : name;
  }

  private List<String> paths() {
    List<String> paths = new ArrayList<>(programs.keySet());
    boolean hasCode = programs.values().stream().anyMatch(p -> !p.isScript());
    paths.removeIf(p -> hasCode && programs.get(p).isScript() && !only.equals(Optional.of(p)));
    paths.sort(
        Comparator.comparing((String p) -> !only.equals(Optional.of(p)))
            .thenComparing(p -> !isForTarget(p))
            .thenComparing(p -> !plain(Paths.fileName(p)).equals(name))
            .thenComparing(Programs::isHelper)
            .thenComparing(p -> p.chars().filter(c -> c == '/').count())
            .thenComparing(Comparator.naturalOrder()));
    return paths;
  }

  private boolean isForTarget(String path) {
    Programs program = programs.get(path);
    if (program.code().isEmpty()) {
      return true; // something else runs it
    }
    return program
        .code()
        .filter(c -> target.filter(t -> Target.of(t).runs(c.system(), c.processors())).isPresent())
        .isPresent();
  }

  @Override
  public Optional<EntryPoint> chosen() {
    List<String> paths = paths();
    if (paths.isEmpty()) {
      return Optional.empty();
    }
    String first = paths.get(0);
    List<String> rivals =
        paths.stream()
            .filter(p -> isForTarget(p) == isForTarget(first))
            .filter(p -> !Programs.isHelper(p) || Programs.isHelper(first))
            .toList();
    boolean isClear =
        only.isPresent()
            || rivals.size() == 1
            || plain(Paths.fileName(first)).equals(name)
                && rivals.stream().filter(p -> plain(Paths.fileName(p)).equals(name)).count() == 1;
    return isClear
        ? Optional.of(NativeSurvey.entry(first, programs.get(first), component(first)))
        : Optional.empty();
  }

  @Override
  public EntryPoint named(String start) {
    String path = start.startsWith("./") ? start.substring(2) : start;
    Optional<String> real =
        Optional.ofNullable(links.get(path)).flatMap(t -> Links.target(path, t));
    String wanted = real.orElse(path);
    List<String> fitting =
        programs.keySet().stream()
            .filter(p -> p.equals(wanted) || p.endsWith("/" + wanted))
            .toList();
    if (fitting.size() == 1 || programs.containsKey(wanted)) {
      String one = programs.containsKey(wanted) ? wanted : fitting.get(0);
      return NativeSurvey.entry(one, programs.get(one), component(one));
    }
    List<String> near = Nearest.to(wanted, programs.keySet(), 3);
    throw GirdleException.request(
        "--entry " + start + ": there is no such program",
        near.isEmpty()
            ? "  Name it by its path in the folder."
            : "  Did you mean " + String.join(", or ", near) + "?");
  }

  @Override
  public String shortName(EntryPoint entry) {
    return Identity.fit(Paths.fileName(entry.name()).replaceFirst("(?i)\\.(?:exe|x86_64|sh)$", ""));
  }
}
