package dev.girdle.closure;

import dev.girdle.app.Item;
import java.io.IOException;
import java.util.List;

/**
 * The functions by which a language takes part in the walk. All of them give the same answer
 * whenever they are asked, and are safe for use by several threads.
 */
public interface Linkage {
  /**
   * What does this item demand?
   *
   * @param item any item of the application or of its runtime
   * @return its demands; possibly none
   * @throws UnreadableItemException if the item is damaged or of an unknown kind
   * @throws IOException if its bytes cannot be read
   */
  ItemDemands demandsOf(Item item) throws UnreadableItemException, IOException;

  /**
   * What does a part of this item demand, beyond what the item demands in any case?
   *
   * @param item an item of the application or of its runtime
   * @param part a part of it, or {@link Demand#ALL_PARTS}
   * @return its demands; none if the part demands nothing, or is not there
   * @throws UnreadableItemException if the item is damaged or of an unknown kind
   * @throws IOException if its bytes cannot be read
   */
  ItemDemands demandsOf(Item item, String part) throws UnreadableItemException, IOException;

  /**
   * Which item satisfies a demand of this name?
   *
   * @param thing what kind of thing is asked for
   * @param name its name in the spelling of the language
   * @return never null
   */
  Answer satisfy(Thing thing, String name);

  /**
   * What could an open demand mean, within reason?
   *
   * @param open asked by an item of the application
   * @return hints, one for each thing that it could mean
   */
  List<Demand> meanings(OpenDemand open);

  /**
   * The widest unit of supply that a missing thing may belong to and of which nothing is there.
   *
   * @param thing what kind of thing is missing
   * @param name its name
   * @return the same for all things that are missing together; the name itself if others of its
   *     kind are there
   */
  String familyOf(Thing thing, String name);

  /**
   * Who makes an item, so that two items of the same makers know the same of what may be missing.
   *
   * @param item an item of the application
   * @return the same for all items of the same makers
   */
  String makersOf(Item item);
}
