package dev.girdle.record;

import dev.girdle.fault.GirdleException;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.ImageWriter;
import dev.girdle.image.LayerReader;
import dev.girdle.io.Paths;
import java.io.IOException;

/** The layers of an image that Girdle made, read as the files of an artifact. */
final class OwnLayers {
  private OwnLayers() {}

  static void read(ImageLayout layout, String label, ArtifactReader.Visitor visitor)
      throws IOException {
    if (layout.images().isEmpty()) {
      return;
    }
    boolean[] goesOn = {true};
    for (Descriptor layer : layout.manifest(layout.images().get(0)).layers()) {
      boolean isOwn =
          layer.annotations() != null && layer.annotations().containsKey(ImageWriter.LAYER_NAME);
      if (isOwn && goesOn[0]) {
        LayerReader.read(
            layout.blob(layer), label, entry -> goesOn[0] = visit(entry, label, visitor));
      }
    }
  }

  private static boolean visit(
      LayerReader.Entry entry, String label, ArtifactReader.Visitor visitor) throws IOException {
    return switch (entry.kind()) {
      case FILE -> visitor.file(entry.path(), entry.content());
      case FOLDER -> true;
      case LINK -> visitor.link(entry.path(), entry.target());
      case HARD_LINK, REMOVAL, OTHER ->
          throw GirdleException.application(
              label
                  + ": entry "
                  + Paths.printable(entry.path())
                  + " is of a kind that Girdle puts into no layer");
    };
  }
}
