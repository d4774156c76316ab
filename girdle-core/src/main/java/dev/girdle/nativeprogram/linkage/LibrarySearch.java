package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Item;
import java.io.IOException;
import java.util.List;

/** How the loader of a system looks for libraries. */
public interface LibrarySearch {
  /**
   * Where a library may lie.
   *
   * @param asker native code that is linked with it
   * @param name as it stands in the code
   * @return the place that is looked at first is the first
   * @throws IOException if something cannot be read
   */
  List<Spot> places(Item asker, String name) throws IOException;
}
