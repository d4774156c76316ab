package dev.girdle.ecosystem;

import dev.girdle.fault.GirdleException;
import dev.girdle.layout.Layout;

/** How a language lays the parts of one application out as an artifact. */
public interface Packaging {
  /**
   * Lays the kept components out as the files of an artifact.
   *
   * @param request what to lay out, and how
   * @return the finished tree
   */
  Layout layOut(LayoutRequest request);

  /**
   * Prepares a fast start, if the plan wants one, by running the program that is laid out.
   *
   * @param layout all files of the artifact
   * @param request what was laid out, and how
   * @return the same layout, or one with more in it
   * @throws GirdleException if the program cannot be run
   */
  default Layout prepareStart(Layout layout, LayoutRequest request) {
    return layout;
  }
}
