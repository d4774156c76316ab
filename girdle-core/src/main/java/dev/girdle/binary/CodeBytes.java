package dev.girdle.binary;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;

/**
 * The bytes of a file of native code, read where they are asked for; a part of a file if several
 * lie in one.
 */
public final class CodeBytes {
  private static final int WINDOW = 1 << 12;
  private static final int LONGEST_TEXT = 4096;

  private final SeekableByteChannel file;
  private final long start;
  private final long size;
  private final ByteOrder order;
  private ByteBuffer window = ByteBuffer.allocate(0);
  private long windowAt;

  /**
   * All bytes of a file.
   *
   * @param file stays open as long as this is used
   * @param order of numbers
   * @throws IOException if its size cannot be told
   */
  public CodeBytes(SeekableByteChannel file, ByteOrder order) throws IOException {
    this(file, 0, file.size(), order);
  }

  private CodeBytes(SeekableByteChannel file, long start, long size, ByteOrder order) {
    this.file = file;
    this.start = start;
    this.size = size;
    this.order = order;
  }

  /**
   * The same bytes.
   *
   * @param other another order of numbers
   * @return with windows of its own
   */
  public CodeBytes in(ByteOrder other) {
    return new CodeBytes(file, start, size, other);
  }

  /**
   * A part of it.
   *
   * @param at where it starts
   * @param length in bytes
   * @return the part
   * @throws DamagedCodeException if it reaches beyond the end
   */
  public CodeBytes part(long at, long length) throws DamagedCodeException {
    if (at < 0 || length < 0 || at > size - length) {
      throw new DamagedCodeException("a part of it lies beyond its end");
    }
    return new CodeBytes(file, start + at, length, order);
  }

  /**
   * How many there are.
   *
   * @return of the file, or of a part of it
   */
  public long size() {
    return size;
  }

  /**
   * A number of 8 bits.
   *
   * @param at where it stands
   * @return from 0 to 255
   * @throws IOException if it cannot be read; {@link DamagedCodeException} if it lies beyond the
   *     end
   */
  public int u8(long at) throws IOException {
    return at(at, 1).get() & 0xff;
  }

  /**
   * A number of 16 bits.
   *
   * @param at where it stands
   * @return from 0 to 65535
   * @throws IOException as for {@link #u8}
   */
  public int u16(long at) throws IOException {
    return at(at, 2).getShort() & 0xffff;
  }

  /**
   * A number of 32 bits with a sign.
   *
   * @param at where it stands
   * @return the number
   * @throws IOException as for {@link #u8}
   */
  public int i32(long at) throws IOException {
    return at(at, 4).getInt();
  }

  /**
   * A number of 32 bits.
   *
   * @param at where it stands
   * @return from 0 on
   * @throws IOException as for {@link #u8}
   */
  public long u32(long at) throws IOException {
    return i32(at) & 0xffffffffL;
  }

  /**
   * A number of 64 bits with a sign.
   *
   * @param at where it stands
   * @return the number
   * @throws IOException as for {@link #u8}
   */
  public long i64(long at) throws IOException {
    return at(at, 8).getLong();
  }

  /**
   * The text that stands at a place and ends with a zero byte.
   *
   * @param at where it starts
   * @return UTF-8
   * @throws IOException as for {@link #u8}, or if it does not end
   */
  public String text(long at) throws IOException {
    StringBuilder bytes = new StringBuilder();
    for (int i = 0; i < LONGEST_TEXT; i++) {
      int b = u8(at + i);
      if (b == 0) {
        byte[] latin = bytes.toString().getBytes(StandardCharsets.ISO_8859_1);
        return new String(latin, StandardCharsets.UTF_8);
      }
      bytes.append((char) b);
    }
    throw new DamagedCodeException("a name in it does not end");
  }

  private ByteBuffer at(long at, int length) throws IOException {
    if (at < 0 || at > size - length) {
      throw new DamagedCodeException("it ends before a part that it names");
    }
    if (at < windowAt || at + length > windowAt + window.limit()) {
      load(at);
    }
    return window.position((int) (at - windowAt)).order(order);
  }

  private void load(long at) throws IOException {
    int length = (int) Math.min(WINDOW, size - at);
    ByteBuffer bytes = ByteBuffer.allocate(length);
    file.position(start + at);
    while (bytes.hasRemaining()) {
      if (file.read(bytes) < 0) {
        throw new DamagedCodeException("it ends before a part that it names");
      }
    }
    window = bytes.flip();
    windowAt = at;
  }
}
