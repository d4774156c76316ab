package dev.girdle.java.memory;

import java.util.List;
import java.util.Set;

/**
 * What one class file says.
 *
 * @param self its own internal name, which need not be what its place says
 * @param version minor and major version as the class file has them
 * @param supertypes the internal names of its superclass and interfaces
 * @param declared the methods that it declares, by name and descriptor
 * @param endings texts in it that may be the end of a class's name
 * @param sayings what it says, in the order of the file; nothing twice
 */
public record RawClass(
    String self,
    int version,
    List<String> supertypes,
    Set<String> declared,
    List<String> endings,
    List<Said> sayings) {
  /** Copies the collections. */
  public RawClass {
    supertypes = List.copyOf(supertypes);
    declared = Set.copyOf(declared);
    endings = List.copyOf(endings);
    sayings = List.copyOf(sayings);
  }
}
