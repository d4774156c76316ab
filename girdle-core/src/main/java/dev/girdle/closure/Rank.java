package dev.girdle.closure;

/** How sure it is that something that is missing is needed. The surest first. */
public enum Rank {
  /**
   * The application's own code asks for it, or a library whose makers declare that they need what
   * it belongs to, and of which nothing is there. The program fails where it is asked for.
   */
  NEEDED,
  /**
   * Somebody asks for it without being prepared for its absence; nobody can tell who comes there.
   */
  PERHAPS,
  /** All who ask for it cope with its absence, or belong to another platform. */
  PREPARED,
  /** It is mentioned only where nothing can fail. Not worth a word unless somebody asks. */
  HINTED
}
