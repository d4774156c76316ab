package dev.girdle.form;

import dev.girdle.io.Members;
import dev.girdle.io.TarWriter;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.LongConsumer;

/**
 * Writes one tar archive (POSIX.1-2017, {@code pax}), compressed as a whole. It names no owner, and
 * tells of no system that it was made on.
 */
public final class TarForm implements Form {
  private final Pack pack;

  /**
   * Creates the form.
   *
   * @param pack how the files are packed
   */
  public TarForm(Pack pack) {
    this.pack = pack;
  }

  @Override
  public void write(
      Layout layout,
      Path place,
      Function<List<WrittenFile>, byte[]> accounts,
      LongConsumer progress)
      throws IOException {
    OutputStream plain =
        new BufferedOutputStream(Files.newOutputStream(place, StandardOpenOption.CREATE_NEW));
    try (TarWriter tar =
        new TarWriter(new Members(plain, pack.compression(), pack.level()), pack.date())) {
      List<WrittenFile> written = new ArrayList<>();
      for (LayoutFile file : layout.files()) {
        written.add(new WrittenFile(file, write(tar, file)));
        progress.accept(file.content().size());
      }
      for (LayoutLink link : layout.links()) {
        tar.link(pack.top() + link.path(), link.target());
      }
      write(tar, LayoutFile.made(layout.recordPath(), accounts.apply(written), ""));
    }
    Permissions.plain(place);
  }

  private String write(TarWriter tar, LayoutFile file) throws IOException {
    return tar.file(pack.top() + file.path(), file.content(), file.executable());
  }
}
