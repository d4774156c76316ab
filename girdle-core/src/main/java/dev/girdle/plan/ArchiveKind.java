package dev.girdle.plan;

/** How components lie in an archive. */
public enum ArchiveKind {
  /** One beside the other, unless the program looks for them as files; then as one tree. */
  FITTING,
  /** One beside the other. */
  NESTED,
  /** As one tree. */
  MERGED
}
