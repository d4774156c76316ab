package dev.girdle.node;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.node.linkage.NodeLinkage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
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

  private final Map<Component, String> code = new ConcurrentHashMap<>();

  /** Why a file is of no use; empty if it may be. */
  Optional<String> why(Item item) {
    for (Map.Entry<Pattern, String> kind : KINDS.entrySet()) {
      Matcher matcher = kind.getKey().matcher(item.path());
      if (matcher.matches()) {
        return isSpokenOf(matcher.group(1), item.component())
            ? Optional.empty()
            : Optional.of(kind.getValue());
      }
    }
    return Optional.empty();
  }

  /** Whether code of a package has a text with such a name or ending in it. */
  private boolean isSpokenOf(String name, Component component) {
    String all = code.computeIfAbsent(component, Useless::code);
    if (name.startsWith(".")) {
      return all.contains(name + "\"") || all.contains(name + "'") || all.contains(name + "`");
    }
    return all.contains("\"" + name + "\"")
        || all.contains("'" + name + "'")
        || all.contains("/" + name + "/")
        || all.contains("/" + name + "\"")
        || all.contains("/" + name + "'");
  }

  private static String code(Component component) {
    StringBuilder all = new StringBuilder();
    for (Item item : component.items()) {
      boolean isRead = NodeLinkage.isCode(item) && !item.path().matches("(.*/)?tests?/.*");
      if (isRead && item.content().size() + all.length() < LARGEST) {
        try {
          all.append(new String(item.content().bytes((int) LARGEST), StandardCharsets.ISO_8859_1));
        } catch (IOException e) {
          continue; // the walk tells of it
        }
      }
    }
    return all.toString();
  }
}
