package dev.girdle.binary.elf;

import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.nio.channels.SeekableByteChannel;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import org.apache.commons.io.input.BoundedInputStream;

/**
 * A file with some bytes of it changed and more behind its end. The rest is read where it lies, so
 * that memory does not grow with its size.
 */
public final class EditedElf implements Content {
  private final Content source;
  private final TreeMap<Long, byte[]> changed;
  private final long padding;
  private final byte[] tail;

  EditedElf(Content source, TreeMap<Long, byte[]> changed, long padding, byte[] tail) {
    this.source = source;
    this.changed = changed;
    this.padding = padding;
    this.tail = tail;
  }

  /**
   * Edits a file.
   *
   * @param content any file
   * @param edit what is to become of it
   * @return the file with the edit; empty if it is none that a loader reads for a processor of 64
   *     bits with the lowest byte first, or has no room for the edit
   * @throws dev.girdle.binary.DamagedCodeException if it does not hold what its header promises
   * @throws IOException if it cannot be read
   */
  public static Optional<Content> of(Content content, ElfEdit edit) throws IOException {
    try (SeekableByteChannel file = Channels.seekable(content)) {
      Optional<ElfTables> tables = ElfTables.of(file);
      return tables.isEmpty()
          ? Optional.empty()
          : new ElfWriter(tables.get(), edit).edited(content).map(c -> c);
    }
  }

  @Override
  public long size() {
    return source.size() + padding + tail.length;
  }

  @Override
  public InputStream open() throws IOException {
    InputStream whole = source.open();
    List<InputStream> pieces = new ArrayList<>();
    long at = 0;
    for (var one : changed.entrySet()) {
      pieces.add(part(whole, one.getKey() - at));
      pieces.add(new ByteArrayInputStream(one.getValue()));
      at = one.getKey();
      // what is replaced is passed over when the next part is read
      pieces.add(skipping(whole, one.getValue().length));
      at += one.getValue().length;
    }
    pieces.add(whole);
    pieces.add(new Zeros(padding));
    pieces.add(new ByteArrayInputStream(tail));
    return new SequenceInputStream(Collections.enumeration(pieces)) {
      @Override
      public void close() throws IOException {
        whole.close();
      }
    };
  }

  private static InputStream part(InputStream whole, long length) throws IOException {
    return BoundedInputStream.builder()
        .setInputStream(whole)
        .setMaxCount(length)
        .setPropagateClose(false)
        .get();
  }

  /** Gives nothing, and leaves the stream behind what it passes over. */
  private static InputStream skipping(InputStream whole, int length) {
    return new InputStream() {
      private boolean done;

      @Override
      public int read() throws IOException {
        if (!done) {
          done = true;
          whole.skipNBytes(length);
        }
        return -1;
      }
    };
  }

  /** A number of zero bytes. */
  private static final class Zeros extends InputStream {
    private long left;

    Zeros(long count) {
      this.left = count;
    }

    @Override
    public int read() {
      return left-- > 0 ? 0 : -1;
    }

    @Override
    public int read(byte[] to, int at, int length) {
      if (left <= 0) {
        return length == 0 ? 0 : -1;
      }
      int n = (int) Math.min(length, left);
      java.util.Arrays.fill(to, at, at + n, (byte) 0);
      left -= n;
      return n;
    }
  }
}
