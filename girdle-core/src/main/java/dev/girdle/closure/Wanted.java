package dev.girdle.closure;

/**
 * What is asked for.
 *
 * @param thing what kind of thing it is
 * @param name its name, in the spelling of the language
 * @param part which part of it, in the spelling of the language; empty if none in particular,
 *     {@link #ALL_PARTS} for all of them
 */
public record Wanted(Thing thing, String name, String part) {
  /** All parts of an item, as is the case where it is not known which of them will be used. */
  public static final String ALL_PARTS = "*";

  @Override
  public boolean equals(Object other) {
    return this == other
        || other instanceof Wanted wanted
            && name.equals(wanted.name)
            && part.equals(wanted.part)
            && thing.equals(wanted.thing);
  }

  /** Names alone tell nearly all things apart. */
  @Override
  public int hashCode() {
    return 31 * name.hashCode() + part.hashCode();
  }

  /**
   * A thing with all its parts.
   *
   * @param thing what kind of thing it is
   * @param name its name
   * @return the thing
   */
  public static Wanted all(Thing thing, String name) {
    return new Wanted(thing, name, ALL_PARTS);
  }
}
