package dev.girdle.python.tree;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The modules that Python brings itself, by their names without dots, with the releases that have
 * them (Library Reference, "What's New" of each release; {@code sys.stdlib_module_names}): the
 * table {@code runtime-modules.txt}.
 */
public final class RuntimeNames {
  private static final Map<String, Line> LINES = read();

  private final Component runtime = Component.runtime("python", new ArrayList<>(LINES.keySet()));

  /** Which releases have a module: from the first, to before the other; empty for all. */
  private record Line(String from, String before) {}

  /**
   * All of them, of any release.
   *
   * @return names without dots
   */
  public static Set<String> all() {
    return Collections.unmodifiableSet(LINES.keySet());
  }

  /**
   * Whether Python has such a module, in one release or another.
   *
   * @param name without dots
   * @return true if one has
   */
  public static boolean has(String name) {
    return LINES.containsKey(name);
  }

  /**
   * Whether a certain Python has such a module.
   *
   * @param name without dots
   * @param line its release, as "3.11"; empty for any
   * @return true if it has
   */
  public static boolean has(String name, String line) {
    Line found = LINES.get(name);
    return found != null
        && (line.isEmpty()
            || (found.from.isEmpty() || minor(line) >= minor(found.from))
                && (found.before.isEmpty() || minor(line) < minor(found.before)));
  }

  private static int minor(String line) {
    return Integer.parseInt(line.substring(line.indexOf('.') + 1));
  }

  /**
   * The first release that has a module.
   *
   * @param name without dots
   * @return empty if all have that are supported, or none has
   */
  public static Optional<String> from(String name) {
    return Optional.ofNullable(LINES.get(name)).map(Line::from).filter(f -> !f.isEmpty());
  }

  /**
   * The first release that has a module no more.
   *
   * @param name without dots
   * @return empty if the newest has it
   */
  public static Optional<String> before(String name) {
    return Optional.ofNullable(LINES.get(name)).map(Line::before).filter(f -> !f.isEmpty());
  }

  /**
   * The item that stands for a module.
   *
   * @param name without dots
   * @return one of {@link dev.girdle.app.Role#RUNTIME}
   */
  public Item item(String name) {
    return runtime.item(name).orElseThrow();
  }

  private static Map<String, Line> read() {
    Map<String, Line> lines = new HashMap<>();
    try (InputStream in = RuntimeNames.class.getResourceAsStream("runtime-modules.txt")) {
      String from = "";
      String before = "";
      for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8).split("\n")) {
        if (line.startsWith("= ")) {
          List<String> words = List.of(line.substring(2).strip().split("\\s+"));
          from = after(words, "from");
          before = after(words, "before");
        } else if (!line.startsWith("#")) {
          for (String name : line.strip().split("\\s+")) {
            if (!name.isEmpty()) {
              lines.put(name, new Line(from, before));
            }
          }
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return lines;
  }

  private static String after(List<String> words, String word) {
    int at = words.indexOf(word);
    return at < 0 ? "" : words.get(at + 1);
  }
}
