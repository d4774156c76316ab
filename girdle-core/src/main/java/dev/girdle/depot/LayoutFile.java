package dev.girdle.depot;

import dev.girdle.image.ImageArchive;
import dev.girdle.image.ImageLayout;
import dev.girdle.io.SourceDate;
import dev.girdle.place.Output;
import dev.girdle.place.TemporaryFolder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.function.Function;

/** A depot in one file, for places without a network. It is changed as a whole, or not at all. */
public final class LayoutFile {
  private LayoutFile() {}

  /**
   * Delivers to a file.
   *
   * @param <T> what comes of it
   * @param tar the file; made if it is not there
   * @param date what all entries of it bear as their time
   * @param work delivers
   * @return what came of it
   * @throws IOException if it cannot be read or written
   */
  public static <T> T deliver(Path tar, SourceDate date, Function<Depot, T> work)
      throws IOException {
    try (TemporaryFolder folder = TemporaryFolder.called("girdle-depot");
        Output output = Output.at(tar, "another file", ImageLayout::isOne)) {
      Path layout = folder.path().resolve("layout");
      if (Files.exists(tar)) {
        new LayoutDepot(tar, tar.toString()).close(); // refuses what is none
        ImageArchive.unpack(tar, layout);
      }
      T outcome;
      try (LayoutDepot depot = new LayoutDepot(layout, tar.toString())) {
        outcome = work.apply(depot);
      }
      ImageArchive.pack(layout, output.work(), date);
      output.moveIn();
      return outcome;
    }
  }
}
