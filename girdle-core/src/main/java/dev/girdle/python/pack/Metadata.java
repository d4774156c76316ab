package dev.girdle.python.pack;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * The headers of a {@code METADATA} or {@code PKG-INFO} file (Core metadata specifications 1.0 to
 * 2.4; the form is that of electronic mail).
 */
public final class Metadata {
  private static final String LICENCE_CLASS = "License :: ";

  private final Map<String, List<String>> headers = new LinkedHashMap<>();

  private List<Requirement> requirements = List.of();

  private Metadata() {}

  /**
   * Reads headers; what follows the first empty line is a description and not read.
   *
   * @param text the file
   * @return whatever stands there
   */
  public static Metadata of(String text) {
    Metadata metadata = new Metadata();
    List<String> last = null;
    for (String line : text.split("\r?\n")) {
      if (line.isEmpty()) {
        break;
      }
      int colon = line.indexOf(':');
      boolean isMore = Character.isWhitespace(line.charAt(0));
      if (isMore && last != null) {
        last.set(last.size() - 1, last.get(last.size() - 1) + "\n" + line.strip());
      } else if (!isMore && colon > 0) {
        String name = line.substring(0, colon).toLowerCase(Locale.ROOT);
        last = metadata.headers.computeIfAbsent(name, n -> new ArrayList<>());
        last.add(line.substring(colon + 1).strip());
      }
    }
    metadata.requirements =
        metadata.all("requires-dist").stream().flatMap(r -> Requirement.of(r).stream()).toList();
    return metadata;
  }

  private List<String> all(String name) {
    return headers.getOrDefault(name, List.of());
  }

  private Optional<String> one(String name) {
    return all(name).stream().findFirst().filter(v -> !v.isEmpty());
  }

  /**
   * What its makers call it.
   *
   * @return empty if it does not say
   */
  public Optional<String> name() {
    return one("name");
  }

  /**
   * Its release.
   *
   * @return empty if it does not say
   */
  public Optional<String> version() {
    return one("version");
  }

  /**
   * Which releases of Python it is made for.
   *
   * @return a specifier, as it is written
   */
  public Optional<String> requiresPython() {
    return one("requires-python");
  }

  /**
   * What it needs.
   *
   * @return those that can be read, extras included
   */
  public List<Requirement> requirements() {
    return requirements;
  }

  /**
   * Its licences: the expression, else the classifiers, else the header if it is short.
   *
   * @return as they are written
   */
  public List<String> licences() {
    Optional<String> expression = one("license-expression");
    if (expression.isPresent()) {
      return List.of(expression.get());
    }
    List<String> classes =
        all("classifier").stream()
            .filter(c -> c.startsWith(LICENCE_CLASS))
            .map(c -> c.substring(c.lastIndexOf(" :: ") + 4))
            .filter(c -> !c.equals("OSI Approved"))
            .toList();
    Optional<String> header =
        one("license").filter(l -> l.indexOf('\n') < 0 && !l.equalsIgnoreCase("unknown"));
    return classes.isEmpty() ? header.map(List::of).orElse(List.of()) : classes;
  }
}
