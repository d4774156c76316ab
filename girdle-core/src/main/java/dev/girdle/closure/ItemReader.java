package dev.girdle.closure;

import dev.girdle.app.Item;
import java.io.IOException;

/**
 * Reads what items demand. All functions give the same answer whenever they are asked, and are safe
 * for use by several threads.
 */
public interface ItemReader {
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
   * @param part a part of it, or {@link Wanted#ALL_PARTS}
   * @return its demands; none if the part demands nothing, or is not there
   * @throws UnreadableItemException if the item is damaged or of an unknown kind
   * @throws IOException if its bytes cannot be read
   */
  default ItemDemands demandsOf(Item item, String part)
      throws UnreadableItemException, IOException {
    return ItemDemands.NONE;
  }

  /**
   * What may this item demand, told quickly? Asked of what travels along and is not known to be
   * used; everything that {@link #demandsOf(Item)} names has to be among it, but how strong a
   * demand is, and where exactly it stands, need not be told.
   *
   * @param item any item of the application or of its runtime
   * @return its demands; possibly none
   * @throws UnreadableItemException if the item is damaged or of an unknown kind
   * @throws IOException if its bytes cannot be read
   */
  default ItemDemands glance(Item item) throws UnreadableItemException, IOException {
    return demandsOf(item);
  }
}
