package dev.girdle.plan;

/** How finely things that nothing needs are left out. */
public enum Prune {
  /** Everything goes along. */
  NONE,
  /** Whole components that nothing reaches stay behind. */
  COMPONENTS
}
