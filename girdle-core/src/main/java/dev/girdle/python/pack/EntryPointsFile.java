package dev.girdle.python.pack;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The entry points of a distribution (PyPA specifications, "Entry points": {@code
 * entry_points.txt}).
 *
 * @param groups by their names, what each offers
 */
public record EntryPointsFile(Map<String, List<Offer>> groups) {
  /** The groups of what people start by name. */
  public static final List<String> STARTED = List.of("console_scripts", "gui_scripts");

  /**
   * Something that is offered.
   *
   * @param name what it is called
   * @param module the module that holds it
   * @param object what it is in the module; empty for the module itself
   */
  public record Offer(String name, String module, String object) {}

  /**
   * Reads a file.
   *
   * @param text sections of lines {@code name = module:object}
   * @return whatever can be read
   */
  public static EntryPointsFile of(String text) {
    Map<String, List<Offer>> groups = new LinkedHashMap<>();
    List<Offer> group = new ArrayList<>();
    for (String raw : text.split("\r?\n")) {
      String line = raw.strip();
      int equals = line.indexOf('=');
      if (line.startsWith("[") && line.endsWith("]")) {
        group =
            groups.computeIfAbsent(
                line.substring(1, line.length() - 1).strip(), g -> new ArrayList<>());
      } else if (equals > 0 && !line.startsWith("#") && !line.startsWith(";")) {
        Offer offer = offer(line.substring(0, equals).strip(), line.substring(equals + 1));
        group.add(offer);
      }
    }
    return new EntryPointsFile(groups);
  }

  /**
   * Reads what one line offers.
   *
   * @param name what it is called
   * @param reference a module, perhaps with an object behind a colon and extras in brackets
   * @return the offer
   */
  public static Offer offer(String name, String reference) {
    String plain = reference.replaceFirst("\\[.*", "").strip();
    int colon = plain.indexOf(':');
    return colon < 0
        ? new Offer(name, plain, "")
        : new Offer(name, plain.substring(0, colon).strip(), plain.substring(colon + 1).strip());
  }
}
