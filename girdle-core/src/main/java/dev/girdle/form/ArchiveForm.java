package dev.girdle.form;

import dev.girdle.io.Content;
import dev.girdle.io.PackedContent;
import dev.girdle.io.SourceDate;
import dev.girdle.io.ZipWriter;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.LongConsumer;

/**
 * Writes one zip archive. What is compressed already is copied as it is; what the layout wants to
 * be read in place is not compressed.
 */
public final class ArchiveForm implements Form {
  private final SourceDate date;
  private final int compression;
  private final String top;

  /**
   * Creates the form.
   *
   * @param date what all entries bear as their time
   * @param compression from 1 (quick) to 9 (small)
   * @param top the folder inside the archive that everything goes to, with a slash at the end;
   *     empty for none
   */
  public ArchiveForm(SourceDate date, int compression, String top) {
    this.date = date;
    this.compression = compression;
    this.top = top;
  }

  @Override
  public void write(
      Layout layout,
      Path place,
      Function<List<WrittenFile>, byte[]> accounts,
      LongConsumer progress)
      throws IOException {
    try (ZipWriter zip = new ZipWriter(place, date, compression)) {
      List<WrittenFile> written = new ArrayList<>();
      boolean first = true;
      for (LayoutFile file : layout.files()) {
        written.add(new WrittenFile(file, write(zip, file)));
        progress.accept(file.content().size());
        if (first) {
          // the manifest comes before everything else, also before folders
          for (String folder : layout.folders()) {
            zip.folder(top + folder);
          }
          first = false;
        }
      }
      zip.compress(top + layout.recordPath(), Content.of(accounts.apply(written)), false);
    }
  }

  private String write(ZipWriter zip, LayoutFile file) throws IOException {
    String path = top + file.path();
    if (file.packing() == Packing.STORED) {
      return zip.store(path, file.content(), file.executable());
    }
    if (file.content() instanceof PackedContent packed) {
      return zip.copy(path, packed, file.executable());
    }
    return zip.compress(path, file.content(), file.executable());
  }
}
