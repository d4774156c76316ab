package dev.girdle.node;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.node.linkage.NodeLinkage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Files of packages that no program uses once it is handed over, by what they are called: types,
 * maps of sources, tests, documentation, settings of tools. If code of the package speaks of files
 * that are called so, it may read them, and they stay.
 */
final class Useless {
  private static final Map<Pattern, String> KINDS = new LinkedHashMap<>();
  private static final long LARGEST = 32 << 20;

  static {
    KINDS.put(Pattern.compile(".*(\\.d\\.[cm]?ts)"), "types, for those who write code");
    KINDS.put(
        Pattern.compile(".*(\\.[cm]?js\\.map|\\.css\\.map|\\.d\\.ts\\.map)"), "map of sources");
    KINDS.put(Pattern.compile(".*(\\.[cm]?tsx?|\\.flow|\\.coffee)"), "source, not run");
    KINDS.put(Pattern.compile("(?:.*/)?(tests?|__tests__|__mocks__|specs?|fixtures)/.*"), "test");
    KINDS.put(Pattern.compile(".*(\\.(?:test|spec)\\.[cm]?js)"), "test");
    KINDS.put(Pattern.compile("(?:.*/)?(benchmarks?|examples?|demos?)/.*"), "example");
    KINDS.put(
        Pattern.compile("(?:.*/)?(docs?|\\.github|\\.circleci|\\.vscode|\\.husky)/.*"),
        "documentation or settings of tools");
    KINDS.put(Pattern.compile(".*(\\.md|\\.markdown)"), "documentation");
    KINDS.put(
        Pattern.compile(
            "(?:.*/)?(\\.eslint[\\w.]*|\\.prettier[\\w.]*|\\.editorconfig|\\.babelrc|\\.nycrc|\\.travis\\.yml"
                + "|\\.npmignore|\\.gitattributes|\\.gitignore|\\.jshintrc|\\.jscsrc|appveyor\\.yml|tsconfig(?:\\.\\w+)?\\.json"
                + "|Makefile|Gruntfile\\.js|gulpfile\\.js|karma\\.conf\\.js|bower\\.json|component\\.json|yarn\\.lock|package-lock\\.json)"),
        "settings of tools");
    KINDS.put(
        Pattern.compile(
            ".*(binding\\.gyp|\\.gypi?|\\.cc|\\.cpp|\\.hpp|\\.h|\\.o|\\.obj|\\.vcxproj|\\.tlog)"),
        "source of native code, or left over from building it");
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

  /** The names of files of a package that code of it has texts with; each file is read once. */
  private static Set<String> spokenOf(Component component) {
    Set<String> asked = new HashSet<>();
    component.items().forEach(i -> named(i).ifPresent(n -> asked.add(n.name)));
    Set<String> found = new HashSet<>();
    for (Item item : asked.isEmpty() ? List.<Item>of() : component.items()) {
      boolean isRead = NodeLinkage.isCode(item) && !item.path().matches("(.*/)?tests?/.*");
      if (isRead && item.content().size() < LARGEST) {
        try {
          String text =
              new String(item.content().bytes((int) LARGEST), StandardCharsets.ISO_8859_1);
          asked.stream().filter(n -> isSpokenOf(n, text)).forEach(found::add);
        } catch (IOException e) {
          continue; // the walk tells of it
        }
      }
    }
    return found;
  }

  /** Whether code has a text with such a name or ending in it. */
  private static boolean isSpokenOf(String name, String text) {
    if (name.startsWith(".")) {
      return text.contains(name + "\"") || text.contains(name + "'") || text.contains(name + "`");
    }
    return text.contains("\"" + name + "\"")
        || text.contains("'" + name + "'")
        || text.contains("/" + name + "/")
        || text.contains("/" + name + "\"")
        || text.contains("/" + name + "'");
  }
}
