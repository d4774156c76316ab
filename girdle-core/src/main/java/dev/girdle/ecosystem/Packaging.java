package dev.girdle.ecosystem;

import dev.girdle.fault.GirdleException;
import dev.girdle.layout.Layout;
import java.util.Optional;

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
   * Where the files of the application go, each by its path in it.
   *
   * @return a folder in the program's folder, with a slash at the end; empty if they do not lie in
   *     the artifact one by one
   */
  default Optional<String> filesFolder() {
    return Optional.empty();
  }

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
