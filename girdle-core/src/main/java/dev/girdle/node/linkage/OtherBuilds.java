package dev.girdle.node.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Reached;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.node.tree.ModuleTree;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Builds that packages bring beside the one that Node loads: for browsers, for bundlers, smaller
 * copies. One is of no use if nothing reaches it and only words of the description lead to it that
 * Node does not look at.
 *
 * <p>Programs hand such builds to browsers, and tools choose builds by those words. So it stays if
 * the user's own code speaks of {@code node_modules}, if code asks where its package lies, if its
 * package asks for its own folder, or if any code that is reached speaks of the word.
 */
final class OtherBuilds {
  private static final Pattern SMALLER = Pattern.compile("(.*)[.-]min(\\.[cm]?js)");
  private static final Pattern ENDING = Pattern.compile("\\.[cm]?js$");
  private static final String MODULES = "node_modules";
  private static final String SMALL = ".min";

  private final ModuleTree tree;
  private final Closure closure;
  private final Map<Item, Candidate> candidates = new HashMap<>();

  /** The components that a build belongs to whose place is asked for. */
  private final Set<Component> opened = ConcurrentHashMap.newKeySet();

  /** The words that lead to them. */
  private final Set<String> words = new HashSet<>();

  /** Those of them that code speaks of. */
  private final Set<String> spokenOf = ConcurrentHashMap.newKeySet();

  private volatile boolean isServed;

  /**
   * A build that may be left out.
   *
   * @param word what leads to it
   * @param why for people
   */
  private record Candidate(String word, String why) {}

  OtherBuilds(ModuleTree tree, Closure closure, Set<String> conditions) {
    this.tree = tree;
    this.closure = closure;
    closure.reached().stream()
        .map(r -> r.item().component())
        .distinct()
        .filter(c -> !c.role().isUsers() && c.role() != Role.RUNTIME)
        .forEach(c -> collect(c, conditions));
    candidates.values().stream()
        .map(Candidate::word)
        .filter(w -> !w.equals(SMALL))
        .forEach(words::add);
    if (!candidates.isEmpty()) {
      closure.reached().parallelStream()
          .map(Reached::item)
          .filter(ItemTexts::isCode)
          .forEach(this::read);
    }
  }

  /** Why an item that nothing reaches is of no use; empty if it may be. */
  Optional<String> why(Item item) {
    Candidate candidate = candidates.get(item);
    boolean stays =
        candidate == null
            || isServed
            || opened.contains(item.component())
            || spokenOf.contains(candidate.word);
    return stays ? Optional.empty() : Optional.of(candidate.why);
  }

  private void collect(Component component, Set<String> conditions) {
    Optional<PackageJson> description = tree.description(ModuleTree.place(component));
    boolean isLoaded =
        closure.reachedIn(component).stream().map(Reached::item).anyMatch(ItemTexts::isCode);
    if (description.isEmpty() || !isLoaded) {
      return;
    }
    for (Item item : component.items()) {
      Matcher smaller = SMALLER.matcher(item.path());
      if (smaller.matches() && isLeft(item)) {
        String other = smaller.group(1) + smaller.group(2);
        if (component.item(other).isPresent()) {
          candidates.put(item, new Candidate(SMALL, "a smaller copy of " + other));
        }
      }
    }
    description
        .get()
        .targetsOfOthers(conditions)
        .forEach(
            (path, word) ->
                code(component, path)
                    .ifPresent(
                        i -> {
                          add(i, word);
                          folder(i, word);
                        }));
  }

  private void add(Item item, String word) {
    if (isLeft(item)) {
      candidates.putIfAbsent(
          item, new Candidate(word, "another build, which only \"" + word + "\" leads to"));
    }
  }

  private boolean isLeft(Item item) {
    return ItemTexts.isCode(item) && closure.reached(item).isEmpty();
  }

  private Optional<Item> code(Component component, String path) {
    return ModuleTree.join("", path)
        .flatMap(p -> component.item(p).or(() -> component.item(p + ".js")))
        .filter(ItemTexts::isCode);
  }

  /**
   * The folder of a build, file by file: those that the folder of the build that Node loads has,
   * too.
   */
  private void folder(Item named, String word) {
    String folder = ModuleTree.folder(named.path());
    if (folder.isEmpty()) {
      return;
    }
    List<Item> files =
        named.component().items().stream()
            .filter(i -> i.path().startsWith(folder + "/") && ItemTexts.isCode(i))
            .toList();
    if (!files.stream().allMatch(this::isLeft)) {
      return;
    }
    Set<String> loaded = new HashSet<>();
    String name = bare(named.path().substring(folder.length() + 1));
    List<String> others = new ArrayList<>();
    for (Reached reached : closure.reachedIn(named.component())) {
      String path = reached.item().path();
      if (ItemTexts.isCode(reached.item())) {
        loaded.add(bare(path));
        if (bare(path).endsWith("/" + name)) {
          others.add(ModuleTree.folder(path));
        }
      }
    }
    for (Item file : files) {
      String inside = bare(file.path().substring(folder.length() + 1));
      if (others.stream().anyMatch(o -> loaded.contains(o + "/" + inside))) {
        add(file, word);
      }
    }
  }

  private static String bare(String path) {
    return ENDING.matcher(path).replaceFirst("");
  }

  private void read(Item item) {
    String text;
    try {
      text =
          new String(
              item.content().bytes((int) ItemTexts.LARGEST_SOURCE), StandardCharsets.ISO_8859_1);
    } catch (IOException e) {
      return; // the walk tells of it
    }
    if (item.component().role().isUsers() && text.contains(MODULES)) {
      isServed = true;
    }
    if (text.contains("__dirname") || text.contains("__filename") || text.contains("import.meta")) {
      opened.add(item.component());
    }
    if (text.contains(SMALL + ".") || text.contains("-min.")) {
      opened.add(item.component());
    }
    for (String word : words) {
      if (!spokenOf.contains(word) && isText(word, text)) {
        spokenOf.add(word);
      }
    }
    if (text.contains("resolve(")) {
      candidates.keySet().stream()
          .map(Item::component)
          .distinct()
          .filter(c -> isAsked(c, text))
          .forEach(opened::add);
    }
  }

  private static boolean isText(String word, String text) {
    if (!text.contains(word)) {
      return false; // which nearly always is all to ask
    }
    return text.contains("'" + word + "'")
        || text.contains('"' + word + '"')
        || text.contains('`' + word + '`');
  }

  private static boolean isAsked(Component component, String text) {
    String place = ModuleTree.place(component);
    String name = place.substring(place.lastIndexOf(MODULES + "/") + MODULES.length() + 1);
    return text.contains("resolve('" + name)
        || text.contains("resolve(\"" + name)
        || text.contains("resolve(`" + name);
  }
}
