package dev.girdle.closure;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What is known of those who make components: what they say that they need, and what they are
 * prepared to miss. All functions give the same answer whenever they are asked, and are safe for
 * use by several threads.
 */
public interface Vendors {
  /**
   * What makers of components that are used declare to need, and of which nothing is there.
   *
   * @param reached the components of which something is reached
   * @return demands for {@link Thing#LIBRARY}; also of components of which nothing can be reached,
   *     since they are there only to bring others along
   */
  default List<Demand> declared(Set<Component> reached) {
    return List.of();
  }

  /**
   * Which of the libraries that somebody declares to need, and of which nothing is there, hold what
   * is missing.
   *
   * @param missing a demand that nothing satisfies
   * @return names of libraries, possibly none
   */
  default Set<String> absentHolders(Demand missing) {
    return Set.of();
  }

  /**
   * Whether it is sure that the program needs what a hard demand asks for and nothing satisfies:
   * the application's own code asks, or makers of a library who declare that they need it.
   *
   * @param demand a hard demand that no one is known to be prepared for
   * @param reach of the strongest chain that leads to it
   * @return false if nobody can tell
   */
  default boolean isSure(Demand demand, Strength reach) {
    return demand.asker().filter(i -> i.component().role().isUsers()).isPresent();
  }

  /**
   * Whether a description of the asker's makers names what it asks for, so that nothing that others
   * of the same makers are prepared for excuses it.
   *
   * @param demand a hard demand that nothing satisfies
   * @return false if no description says so
   */
  default boolean isDeclared(Demand demand) {
    return false;
  }

  /**
   * Why the absence of what a hard demand asks for is nothing to worry about, by what is known of
   * the asker or of the name.
   *
   * @param demand a hard demand that nothing satisfies
   * @return a few words for the user; empty if nothing is known
   */
  default Optional<String> excuseFor(Demand demand) {
    return Optional.empty();
  }

  /**
   * The widest unit of supply that a missing thing may belong to and of which nothing is there.
   *
   * @param missing a demand that nothing satisfies
   * @return the same for all things that are missing together; the name itself if others of its
   *     kind are there
   */
  default String familyOf(Demand missing) {
    return missing.name();
  }

  /**
   * Who makes an item, so that two items of the same makers know the same of what may be missing.
   *
   * @param item an item of the application
   * @return the same for all items of the same makers
   */
  default String vendorOf(Item item) {
    return item.component().name();
  }
}
