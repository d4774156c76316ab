package dev.girdle.layout;

/** How a form that packs should treat a file's bytes. */
public enum Packing {
  /** Copied as they lie in their archive if they lie in one, else compressed. */
  AS_IT_IS,
  /**
   * The same, and dated later than others: it is compiled, and programs that find its source beside
   * it take the younger of both.
   */
  COMPILED,
  /** Not compressed, so that it can be read in place. */
  STORED
}
