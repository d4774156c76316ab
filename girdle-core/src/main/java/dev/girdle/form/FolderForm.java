package dev.girdle.form;

import dev.girdle.io.Sha256;
import dev.girdle.io.SourceDate;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.LongConsumer;

/** Writes a folder. Permissions and times are the same wherever and whenever it is made. */
public final class FolderForm implements Form {
  private final SourceDate date;

  /**
   * Creates the form.
   *
   * @param date what all files bear as their time
   */
  public FolderForm(SourceDate date) {
    this.date = date;
  }

  @Override
  public void write(
      Layout layout,
      Path place,
      Function<List<WrittenFile>, byte[]> accounts,
      LongConsumer progress)
      throws IOException {
    List<WrittenFile> written = new ArrayList<>();
    Files.createDirectories(place);
    for (LayoutFile file : layout.files()) {
      written.add(new WrittenFile(file, write(place, file)));
      progress.accept(file.content().size());
    }
    for (LayoutLink link : layout.links()) {
      Path path = place.resolve(link.path());
      Files.createDirectories(path.getParent());
      Files.createSymbolicLink(path, Path.of(link.target()));
    }
    write(place, LayoutFile.made(layout.recordPath(), accounts.apply(written), ""));
    Permissions.settle(place, date);
  }

  private static String write(Path place, LayoutFile file) throws IOException {
    Path target = place.resolve(file.path());
    Files.createDirectories(target.getParent());
    try (InputStream in = file.content().open();
        OutputStream out = Files.newOutputStream(target)) {
      String digest = Sha256.copy(in, out);
      if (file.executable()) {
        Permissions.executable(target);
      } else {
        Permissions.plain(target);
      }
      return digest;
    }
  }
}
