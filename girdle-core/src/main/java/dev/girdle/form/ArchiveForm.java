package dev.girdle.form;

import dev.girdle.io.Content;
import dev.girdle.io.PackedContent;
import dev.girdle.io.ZipWriter;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.layout.Packing;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
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
  private final Pack pack;
  private final int alignment;
  private final byte[] program;

  /**
   * Creates the form.
   *
   * @param pack how the files are packed
   */
  public ArchiveForm(Pack pack) {
    this(pack, 1, new byte[0]);
  }

  /**
   * Creates the form of an archive behind a program.
   *
   * @param pack how the files are packed
   * @param program what stands before the first entry
   */
  public ArchiveForm(Pack pack, byte[] program) {
    this(pack, 1, program);
  }

  /** The same for an archive in which bytes of files begin at multiples of a number only. */
  ArchiveForm(Pack pack, int alignment) {
    this(pack, alignment, new byte[0]);
  }

  private ArchiveForm(Pack pack, int alignment, byte[] program) {
    this.pack = pack;
    this.alignment = alignment;
    this.program = program;
  }

  @Override
  public void write(
      Layout layout,
      Path place,
      Function<List<WrittenFile>, byte[]> accounts,
      LongConsumer progress)
      throws IOException {
    archive(layout, place, accounts, progress);
  }

  /** Writes it, and tells where its list of entries stands. */
  ZipWriter.Directory archive(
      Layout layout,
      Path place,
      Function<List<WrittenFile>, byte[]> accounts,
      LongConsumer progress)
      throws IOException {
    ZipWriter.Directory directory;
    byte[] head =
        program.length > 0 ? program : layout.starting().head().getBytes(StandardCharsets.UTF_8);
    try (ZipWriter zip = new ZipWriter(place, pack.date(), pack.level(), alignment)) {
      zip.head(head);
      List<WrittenFile> written = new ArrayList<>();
      boolean first = true;
      for (LayoutFile file : layout.files()) {
        written.add(new WrittenFile(file, write(zip, file)));
        progress.accept(file.content().size());
        if (first) {
          // the manifest comes before everything else, also before folders
          for (String folder : layout.folders()) {
            zip.folder(pack.top() + folder);
          }
          first = false;
        }
      }
      zip.later(false);
      for (LayoutLink link : layout.links()) {
        zip.link(pack.top() + link.path(), link.target());
      }
      zip.compress(pack.top() + layout.recordPath(), Content.of(accounts.apply(written)), false);
      directory = zip.directory();
    }
    if (head.length == 0) {
      Permissions.plain(place);
    } else {
      Permissions.executable(place);
    }
    return directory;
  }

  private String write(ZipWriter zip, LayoutFile file) throws IOException {
    String path = pack.top() + file.path();
    zip.later(file.packing() == Packing.COMPILED);
    if (file.packing() == Packing.STORED) {
      return zip.store(path, file.content(), file.executable());
    }
    if (file.content() instanceof PackedContent packed) {
      return zip.copy(path, packed, file.executable());
    }
    return zip.compress(path, file.content(), file.executable());
  }
}
