package dev.girdle.form;

import dev.girdle.layout.Layout;
import dev.girdle.layout.TextFrame;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.function.Function;
import java.util.function.LongConsumer;

/** Writes an archive into a text that a runtime reads as a program. */
public final class TextForm implements Form {
  /**
   * Three bytes become four letters (RFC 4648): so a file that did not change is the same text
   * again, wherever it lies.
   */
  private static final int OF_BASE64 = 3;

  private final Form archive;
  private final TextFrame frame;

  /**
   * Creates the form.
   *
   * @param pack how the files are packed
   * @param frame the text that they go into
   */
  public TextForm(Pack pack, TextFrame frame) {
    this.archive = new ArchiveForm(pack, OF_BASE64);
    this.frame = frame;
  }

  @Override
  public void write(
      Layout layout,
      Path place,
      Function<List<WrittenFile>, byte[]> accounts,
      LongConsumer progress)
      throws IOException {
    Path plain = place.resolveSibling(place.getFileName() + ".zip");
    try {
      archive.write(layout, plain, accounts, progress);
      wrap(plain, place);
    } finally {
      Files.deleteIfExists(plain);
    }
    Permissions.executable(place);
  }

  private void wrap(Path plain, Path place) throws IOException {
    long length = (Files.size(plain) + 2) / 3 * 4;
    byte[] before = frame.before().getBytes(StandardCharsets.UTF_8);
    String numbered =
        frame
            .before()
            .replace(TextFrame.OFFSET, number(before.length))
            .replace(TextFrame.LENGTH, number(length));
    try (OutputStream out = Files.newOutputStream(place)) {
      out.write(numbered.getBytes(StandardCharsets.UTF_8));
      OutputStream open =
          new FilterOutputStream(out) {
            @Override
            public void write(byte[] bytes, int from, int count) throws IOException {
              out.write(bytes, from, count);
            }

            @Override
            public void close() {
              // more follows
            }
          };
      try (OutputStream encoded = Base64.getEncoder().wrap(open)) {
        Files.copy(plain, encoded);
      }
      out.write(frame.after().getBytes(StandardCharsets.UTF_8));
    }
  }

  private static String number(long value) {
    String digits = Long.toString(value);
    return "0".repeat(TextFrame.OFFSET.length() - digits.length()) + digits;
  }
}
