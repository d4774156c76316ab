package dev.girdle.closure;

import dev.girdle.app.Item;
import java.io.IOException;
import java.util.List;

/**
 * The two functions by which a language takes part in the walk. Both give the same answer whenever
 * they are asked, and are safe for use by several threads.
 */
public interface Linkage {
  /**
   * What does this item demand?
   *
   * @param item any item of the application or of its runtime
   * @return its demands, the same name at most once for each thing; possibly none
   * @throws UnreadableItemException if the item is damaged or of an unknown kind
   * @throws IOException if its bytes cannot be read
   */
  List<Demand> demandsOf(Item item) throws UnreadableItemException, IOException;

  /**
   * Which item satisfies a demand of this name?
   *
   * @param thing what kind of thing is asked for
   * @param name its name in the spelling of the language
   * @return never null
   */
  Answer satisfy(Thing thing, String name);
}
