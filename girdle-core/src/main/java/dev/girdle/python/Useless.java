package dev.girdle.python;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.io.Paths;
import dev.girdle.python.pack.ModuleFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Files of distributions that no program uses once it is handed over, by what they are called:
 * types, tests, sources of native code, records of installers. If code of the distribution speaks
 * of files that are called so, it may read them, and they stay.
 */
final class Useless {
  private static final Map<Pattern, String> KINDS = new LinkedHashMap<>();
  private static final int LARGEST = 32 << 20;

  static {
    KINDS.put(Pattern.compile(".*(\\.pyi|/py\\.typed)"), "types, for those who write code");
    KINDS.put(
        Pattern.compile("[^/]+\\.data/data/share/(man|doc|info|bash-completion|zsh|fish)/.*"),
        "manual, or for those who type commands");
    KINDS.put(Pattern.compile("(?:.*/)(tests?|testing_data|test_data)/.*"), "test");
    KINDS.put(Pattern.compile("(?:.*/)(conftest\\.py)"), "test");
    KINDS.put(
        Pattern.compile("(?:.*/)(docs?|examples?|benchmarks?)/(?!.*\\.(?:pyc?|so|pyd)$).*"),
        "documentation");
    KINDS.put(
        Pattern.compile(
            ".*(\\.pxd|\\.pyx|\\.pxi|\\.c|\\.cc|\\.cpp|\\.cxx|\\.h|\\.hpp|\\.a|\\.lib|\\.f90|\\.cmake)"),
        "source of native code, or for those who build on it");
    KINDS.put(
        Pattern.compile(
            "[^/]+-info/(RECORD|RECORD\\.jws|INSTALLER|REQUESTED|WHEEL|direct_url\\.json|SOURCES\\.txt|top_level\\.txt"
                + "|dependency_links\\.txt|not-zip-safe|zip-safe|requires\\.txt|sboms/.*)"),
        "record of the installation");
  }

  private final Map<Component, Set<String>> spokenOf = new ConcurrentHashMap<>();

  /** A kind of file, and the part of its path that code would have to speak of. */
  private record Named(String name, String why) {}

  /** Why a file is of no use; empty if it may be. */
  Optional<String> why(Item item) {
    return named(item)
        .filter(
            n -> !spokenOf.computeIfAbsent(item.component(), Useless::spokenOf).contains(n.name))
        .map(Named::why);
  }

  private static Optional<Named> named(Item item) {
    for (Map.Entry<Pattern, String> kind : KINDS.entrySet()) {
      Matcher matcher = kind.getKey().matcher(item.path());
      if (matcher.matches()) {
        return Optional.of(new Named(matcher.group(1), kind.getValue()));
      }
    }
    return Optional.empty();
  }

  /**
   * The names of files of a distribution that code of it has texts with; each file is read once.
   */
  private static Set<String> spokenOf(Component component) {
    Set<String> asked = new HashSet<>();
    component.items().forEach(i -> named(i).ifPresent(n -> asked.add(n.name)));
    Set<String> found = new HashSet<>();
    for (Item item : asked.isEmpty() ? java.util.List.<Item>of() : component.items()) {
      boolean isSource =
          ModuleFile.of(Paths.fileName(item.path()))
              .filter(f -> f.kind() == ModuleFile.Kind.SOURCE)
              .isPresent();
      if (isSource
          && item.content().size() < LARGEST
          && !item.path().matches("(.*/)?(tests?|conftest\\.py)(/.*)?")) {
        try {
          String text = new String(item.content().bytes(LARGEST), StandardCharsets.ISO_8859_1);
          asked.stream().filter(n -> isSpokenOf(n, text)).forEach(found::add);
        } catch (IOException e) {
          continue; // the walk tells of it
        }
      }
    }
    return found;
  }

  /** Whether code has a text with such a name, or imports a module of it. */
  private static boolean isSpokenOf(String name, String text) {
    if (name.startsWith(".")) {
      return text.contains(name + "\"") || text.contains(name + "'");
    }
    return text.contains("\"" + name + "\"")
        || text.contains("'" + name + "'")
        || text.contains("/" + name + "/")
        || text.contains("/" + name + "\"")
        || text.contains("/" + name + "'");
  }
}
