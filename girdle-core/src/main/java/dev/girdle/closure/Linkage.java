package dev.girdle.closure;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.Set;

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
   * @param part a part of it, or {@link Wanted#ALL_PARTS}
   * @return its demands; none if the part demands nothing, or is not there
   * @throws UnreadableItemException if the item is damaged or of an unknown kind
   * @throws IOException if its bytes cannot be read
   */
  ItemDemands demandsOf(Item item, String part) throws UnreadableItemException, IOException;

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
  ItemDemands glance(Item item) throws UnreadableItemException, IOException;

  /**
   * What do reached items imply together, beyond what each of them demands? Names that are joined
   * of what one says and of what another is called, for example.
   *
   * @param reached all items reached so far
   * @return hints; things that were reached may be among them
   */
  List<Demand> implied(Set<Item> reached);

  /**
   * What makers of components that are used declare to need, and of which nothing is there.
   *
   * @param reached the components of which something is reached
   * @return demands for {@link Thing#LIBRARY}; also of components of which nothing can be reached,
   *     since they are there only to bring others along
   */
  List<Demand> declared(Set<Component> reached);

  /**
   * Which of the libraries that somebody declares to need, and of which nothing is there, hold what
   * is missing.
   *
   * @param missing a demand that nothing satisfies
   * @return names of libraries, possibly none
   */
  Set<String> absentHolders(Demand missing);

  /**
   * Whether it is sure that the program needs what a hard demand asks for and nothing satisfies:
   * the application's own code asks, or makers of a library who declare that they need it.
   *
   * @param demand a hard demand that no one is known to be prepared for
   * @param reach of the strongest chain that leads to it
   * @return false if nobody can tell
   */
  boolean isSure(Demand demand, Strength reach);

  /**
   * Whether a description of the asker's makers names what it asks for, so that nothing that others
   * of the same makers are prepared for excuses it.
   *
   * @param demand a hard demand that nothing satisfies
   * @return false if no description says so
   */
  boolean isDeclared(Demand demand);

  /**
   * Why the absence of what a hard demand asks for is nothing to worry about, by what is known of
   * the asker or of the name.
   *
   * @param demand a hard demand that nothing satisfies
   * @return a few words for the user; empty if nothing is known
   */
  Optional<String> excuseFor(Demand demand);

  /**
   * Which items satisfy a demand?
   *
   * @param demand asked by an item of the application, of its runtime, or by the plan
   * @return never null; the same for all demands for the same thing and name within one scope
   */
  Answer resolve(Demand demand);

  /**
   * From where it is asked, as far as that makes a difference to the answer: the asker's folder,
   * its component, or nothing at all.
   *
   * @param demand asked by an item of the application, of its runtime, or by the plan
   * @return empty where an answer is the same wherever it is asked
   */
  default String scopeOf(Demand demand) {
    return "";
  }

  /**
   * What could an open demand mean, within reason?
   *
   * @param open asked by an item of the application
   * @return hints, one for each thing that it could mean
   */
  List<Demand> meanings(DynamicReference open);

  /**
   * The widest unit of supply that a missing thing may belong to and of which nothing is there.
   *
   * @param missing a demand that nothing satisfies
   * @return the same for all things that are missing together; the name itself if others of its
   *     kind are there
   */
  String familyOf(Demand missing);

  /**
   * Who makes an item, so that two items of the same makers know the same of what may be missing.
   *
   * @param item an item of the application
   * @return the same for all items of the same makers
   */
  String vendorOf(Item item);
}
