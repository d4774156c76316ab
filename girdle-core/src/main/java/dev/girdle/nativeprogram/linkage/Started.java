package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Item;
import java.util.List;
import java.util.Optional;

/**
 * What an entry point starts.
 *
 * @param item the file that is started
 * @param runner what runs it, if it is no native program
 * @param after words that stand behind it, before all arguments
 */
public record Started(Item item, Optional<Runner> runner, List<String> after) {
  /** Copies the list. */
  public Started {
    after = List.copyOf(after);
  }
}
