package dev.girdle.seal;

import java.util.List;

/**
 * The analyses of one application for several targets. Close them when its content is no longer
 * needed.
 *
 * @param all in the order of the targets; at least one
 */
public record Analyses(List<Analysis> all) implements AutoCloseable {
  /**
   * The analysis for the first target.
   *
   * @return never null
   */
  public Analysis first() {
    return all.get(0);
  }

  @Override
  public void close() {
    all.forEach(Analysis::close);
  }
}
