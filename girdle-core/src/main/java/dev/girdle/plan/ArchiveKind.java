package dev.girdle.plan;

/** How components lie in an archive. */
public enum ArchiveKind {
  /** Whole, one beside the other. */
  NESTED,
  /** As one tree. */
  MERGED
}
