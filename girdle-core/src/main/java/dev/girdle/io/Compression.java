package dev.girdle.io;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.Arrays;
import java.util.Locale;
import org.apache.commons.compress.compressors.gzip.GzipCompressorInputStream;
import org.apache.commons.compress.compressors.gzip.GzipCompressorOutputStream;
import org.apache.commons.compress.compressors.gzip.GzipParameters;
import org.apache.commons.compress.compressors.xz.XZCompressorInputStream;
import org.apache.commons.compress.compressors.xz.XZCompressorOutputStream;
import org.apache.commons.compress.compressors.zstandard.ZstdCompressorInputStream;
import org.apache.commons.compress.compressors.zstandard.ZstdCompressorOutputStream;
import org.tukaani.xz.LZMA2Options;

/** How a stream is compressed as a whole. */
public enum Compression {
  /** RFC 1952; everywhere. */
  GZIP(0x1f, 0x8b),
  /** The .xz file format 1.2.1: much smaller, slower to unpack. */
  XZ(0xfd, '7', 'z', 'X', 'Z', 0),
  /** RFC 8878: smaller, and quick to unpack. */
  ZSTD(0x28, 0xb5, 0x2f, 0xfd);

  /** What levels mean to zstd beyond 9 is worth its time where something is made only once. */
  private static final int ZSTD_STEP = 2;

  private static final int XZ_MEMORY = 100 << 10; // KiB

  private final byte[] start;

  Compression(int... start) {
    this.start = new byte[start.length];
    for (int i = 0; i < start.length; i++) {
      this.start[i] = (byte) start[i];
    }
  }

  /**
   * How users write it, and what the program is called that undoes it.
   *
   * @return in small letters
   */
  public String text() {
    return name().toLowerCase(Locale.ROOT);
  }

  /**
   * A stream that compresses what is written to it.
   *
   * @param out where to
   * @param level from 1 (quick) to 9 (small)
   * @return a stream that closes the other
   * @throws IOException if its head cannot be written
   */
  public OutputStream over(OutputStream out, int level) throws IOException {
    return switch (this) {
      case GZIP -> {
        GzipParameters parameters = new GzipParameters();
        parameters.setCompressionLevel(level);
        yield new GzipCompressorOutputStream(out, parameters);
      }
      case XZ ->
          XZCompressorOutputStream.builder()
              .setOutputStream(out)
              .setLzma2Options(new LZMA2Options(level))
              .get();
      case ZSTD ->
          ZstdCompressorOutputStream.builder()
              .setOutputStream(out)
              .setLevel(level * ZSTD_STEP)
              .get();
    };
  }

  /**
   * Whether bytes are compressed in one of these ways.
   *
   * @param head the first bytes
   * @return true if they start like one
   */
  public static boolean isOne(byte[] head) {
    return Arrays.stream(values()).anyMatch(s -> s.starts(head));
  }

  private boolean starts(byte[] head) {
    return head.length >= start.length
        && Arrays.equals(head, 0, start.length, start, 0, start.length);
  }

  /**
   * Undoes the compression, of all members that there are.
   *
   * @param in compressed in any of these ways; able to go back ({@code mark})
   * @return the bytes
   * @throws IOException if it is none of them, or damaged
   */
  public static InputStream undo(InputStream in) throws IOException {
    in.mark(16);
    byte[] head = in.readNBytes(6);
    in.reset();
    if (XZ.starts(head)) {
      return XZCompressorInputStream.builder()
          .setInputStream(in)
          .setMemoryLimitKiB(XZ_MEMORY)
          .setDecompressConcatenated(true)
          .get();
    }
    return ZSTD.starts(head)
        ? new ZstdCompressorInputStream(in)
        : GzipCompressorInputStream.builder()
            .setInputStream(in)
            .setDecompressConcatenated(true)
            .get();
  }
}
