package dev.girdle.binary;

import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.util.Optional;
import org.apache.commons.io.input.BoundedInputStream;

/**
 * Code for macOS of which only the part for one processor is left ({@code fat_header} and {@code
 * fat_arch} of {@code mach-o/fat.h}). Each part is signed by itself, so that a signature stays
 * good.
 */
public final class ThinnedCode implements Content {
  private static final int UNIVERSAL = 0xcafebabe;
  private static final int UNIVERSAL_WIDE = 0xcafebabf;
  private static final int MOST_PARTS = 20;

  private final Content source;
  private final long offset;
  private final long size;

  private ThinnedCode(Content source, long offset, long size) {
    this.source = source;
    this.offset = offset;
    this.size = size;
  }

  /**
   * Looks for the part for a processor.
   *
   * @param content any file
   * @param processor for example "arm64"
   * @return that part; the file itself if it is no universal code, or has no such part
   * @throws DamagedCodeException if a part of it lies beyond its end
   * @throws IOException if it cannot be read
   */
  public static Content of(Content content, String processor) throws IOException {
    try (SeekableByteChannel file = Channels.seekable(content)) {
      CodeBytes bytes = new CodeBytes(file, ByteOrder.BIG_ENDIAN);
      if (bytes.size() < 28) {
        return content;
      }
      int magic = bytes.i32(0);
      boolean isWide = magic == UNIVERSAL_WIDE;
      int count = bytes.i32(4);
      if (magic != UNIVERSAL && !isWide || count < 2 || count > MOST_PARTS) {
        return content;
      }
      for (int i = 0; i < count; i++) {
        long at = 8 + (long) i * (isWide ? 32 : 20);
        Optional<String> its = NativeCode.macProcessor(bytes.i32(at));
        if (its.equals(Optional.of(processor))) {
          long start = isWide ? bytes.i64(at + 8) : bytes.u32(at + 8);
          long size = isWide ? bytes.i64(at + 16) : bytes.u32(at + 12);
          return new ThinnedCode(content, start, bytes.part(start, size).size());
        }
      }
      return content;
    }
  }

  @Override
  public long size() {
    return size;
  }

  @Override
  public InputStream open() throws IOException {
    InputStream in = source.open();
    in.skipNBytes(offset);
    return BoundedInputStream.builder().setInputStream(in).setMaxCount(size).get();
  }
}
