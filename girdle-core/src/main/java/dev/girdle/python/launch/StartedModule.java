package dev.girdle.python.launch;

import dev.girdle.app.Item;
import dev.girdle.python.pack.EntryPointsFile;
import dev.girdle.python.tree.ModuleTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What an entry point is: a script, a module, or a function of one.
 *
 * @param entry as the user wrote it, or as it was found
 * @param script the script's file; empty if it is none
 * @param modules the modules that are loaded; empty for a script
 * @param items the files that execution starts with
 */
public record StartedModule(
    String entry, Optional<Item> script, List<String> modules, List<Item> items) {
  /** Copies the lists. */
  public StartedModule {
    modules = List.copyOf(modules);
    items = List.copyOf(items);
  }

  /**
   * Looks at an entry point.
   *
   * @param entry a path, {@code MODULE} or {@code MODULE:FUNCTION}
   * @param tree the application's files
   * @return what it is
   */
  public static StartedModule of(String entry, ModuleTree tree) {
    Optional<Item> script = tree.file(entry);
    if (script.isPresent()) {
      return new StartedModule(entry, script, List.of(), List.of(script.get()));
    }
    EntryPointsFile.Offer offer = EntryPointsFile.offer("", entry);
    List<String> modules = new ArrayList<>(List.of(offer.module()));
    String main = offer.module() + ".__main__";
    if (offer.object().isEmpty() && tree.find(main).isWhole()) {
      modules.add(main);
    }
    List<Item> items = tree.find(modules.get(modules.size() - 1)).items();
    return new StartedModule(
        entry,
        Optional.empty(),
        modules,
        items.isEmpty() ? List.of() : items.subList(items.size() - 1, items.size()));
  }

  /**
   * The words that {@code begin.py} is told it by.
   *
   * @return what kind of thing it is, and which
   */
  public List<String> words() {
    if (script.isPresent()) {
      return List.of("script", ProgramPlaces.place(script.get()));
    }
    return List.of(entry.indexOf(':') >= 0 ? "call" : "module", entry);
  }
}
