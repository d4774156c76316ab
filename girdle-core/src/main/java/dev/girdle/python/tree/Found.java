package dev.girdle.python.tree;

import dev.girdle.app.Item;
import java.util.List;

/**
 * What a dotted name leads to.
 *
 * @param items the files that are loaded for it: those of its packages, the outermost first, and
 *     its own; empty if there is none, or all are namespaces
 * @param depth how many parts of the name are modules or packages
 * @param isWhole whether all are
 * @param isOfRuntime whether it is a module of Python itself
 */
public record Found(List<Item> items, int depth, boolean isWhole, boolean isOfRuntime) {
  /** Copies the list. */
  public Found {
    items = List.copyOf(items);
  }

  static final Found NOTHING = new Found(List.of(), 0, false, false);
}
