package dev.girdle.nativeprogram.linkage;

/** What there is to be found by a loader. */
@FunctionalInterface
public interface LibraryWorld {
  /**
   * Whether there is code that a loader would take.
   *
   * @param spot a place
   * @return false also if what lies there is for another system or processor
   */
  boolean has(Spot spot);
}
