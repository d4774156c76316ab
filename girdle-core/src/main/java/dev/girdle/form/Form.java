package dev.girdle.form;

import dev.girdle.layout.Layout;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Function;
import java.util.function.LongConsumer;

/** Writes a layout in one shape of output. */
public interface Form {
  /**
   * Writes the layout and the record.
   *
   * @param layout what to write
   * @param place where to; must not exist yet
   * @param accounts makes the record, once everything else is written
   * @param progress is told the bytes of the layout that are done since it was last told
   * @throws IOException if reading or writing fails; what was written by then is for the caller to
   *     remove
   */
  void write(
      Layout layout,
      Path place,
      Function<List<WrittenFile>, byte[]> accounts,
      LongConsumer progress)
      throws IOException;
}
