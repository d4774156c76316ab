package dev.girdle.python.launch;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.io.Paths;
import dev.girdle.plan.Choice;
import dev.girdle.python.pack.DataScheme;
import dev.girdle.python.tree.ModuleTree;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Which sources code may read as files, so that byte code does not do in their place. A library
 * whose code speaks of sources keeps its own. Of the user's own, what is spoken of by its whole
 * name stays; it is told where code speaks of sources without saying which.
 */
final class ReadSources {
  private static final int LARGEST = 32 << 20;
  private static final Pattern NAMED = Pattern.compile("([\\w.*-]*\\.pyw?)[\"']");
  private static final Pattern READS =
      Pattern.compile("\\b(?:getsource(?:lines|file)?|findsource|linecache)\\b");
  private static final int MOST_TOLD = 5;

  private final Set<Item> scripts;
  private final Choice choice;
  private final Map<String, String> named = new LinkedHashMap<>();
  private final Map<Component, String> speaking = new LinkedHashMap<>();
  private final Map<String, String> doubts = new TreeMap<>();

  private ReadSources(Set<Item> scripts, Choice choice) {
    this.scripts = scripts;
    this.choice = choice;
  }

  /**
   * Looks at all code that goes along.
   *
   * @param items what goes along
   * @param scripts what starters start, which have no need of a source
   * @param choice what the plan wants in
   */
  static ReadSources of(Collection<Item> items, Set<Item> scripts, Choice choice) {
    ReadSources read = new ReadSources(scripts, choice);
    for (Item item : items) {
      boolean isRead =
          (item.path().matches(".*\\.pyw?") || scripts.contains(item))
              && item.content().size() < LARGEST
              && !read.speaking.containsKey(item.component());
      if (isRead) {
        try {
          byte[] bytes = item.content().bytes(LARGEST);
          read.look(item, new String(bytes, StandardCharsets.ISO_8859_1));
        } catch (IOException e) {
          continue; // the walk has told of it
        }
      }
    }
    return read;
  }

  private void look(Item item, String text) {
    boolean isUsers = item.component().role().isUsers();
    int number = 0;
    for (String line : (Iterable<String>) text.lines()::iterator) {
      number++;
      Matcher name = NAMED.matcher(line);
      while (name.find()) {
        String place = item.path() + ":" + number;
        if (!isUsers) {
          speaking.putIfAbsent(item.component(), place);
        } else if (name.group(1).matches("[*.]*\\.pyw?")) {
          doubts.putIfAbsent(item.path(), place + " speaks of files that end in .py");
        } else {
          named.putIfAbsent(name.group(1), place);
        }
      }
      if (READS.matcher(line).find()) {
        String place = item.path() + ":" + number;
        if (isUsers) {
          doubts.putIfAbsent(item.path(), place + " reads sources of code");
        } else {
          speaking.putIfAbsent(item.component(), place);
        }
      }
    }
  }

  /**
   * Why a source goes along all the same.
   *
   * @param item a source
   * @return empty if it can stay behind
   */
  Optional<String> why(Item item) {
    boolean isWanted =
        choice.always().stream().anyMatch(p -> p.matches(item.name()) || p.matches(item.path()));
    if (isWanted) {
      return Optional.of("--always names " + item.path());
    }
    if (ModuleTree.isAmongData(item) || DataScheme.inEnvironment(item.path()).isPresent()) {
      return Optional.of(item.component().name() + " has code among its data");
    }
    if (!item.component().role().isUsers()) {
      return Optional.ofNullable(speaking.get(item.component()))
          .map(p -> item.component().name() + " speaks of sources in " + p);
    }
    String name = Paths.fileName(item.path());
    return scripts.contains(item)
        ? Optional.empty()
        : Optional.ofNullable(named.get(name)).map(p -> p + " names " + name);
  }

  /**
   * Where the user's own code speaks of sources without saying which.
   *
   * @return sentences
   */
  List<String> doubts() {
    List<String> told = new ArrayList<>();
    for (String doubt : doubts.values()) {
      if (told.size() == MOST_TOLD) {
        told.add("so do " + (doubts.size() - MOST_TOLD) + " files more of yours");
        break;
      }
      told.add(doubt + ", and finds none; --always FILE keeps those that it needs");
    }
    return told;
  }
}
