package dev.girdle.start;

import java.io.EOFException;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;
import java.util.zip.InflaterInputStream;

/**
 * Reads pieces of the archive. Field offsets are those of the ZIP file format (APPNOTE 6.3: 4.3.7
 * local file header, 4.3.12 central directory, 4.3.14 and 4.3.15 zip64, 4.3.16 end record).
 *
 * <p>A {@link RandomAccessFile} and not a channel: a channel would be closed for everybody when one
 * thread of the application is interrupted while it loads a class.
 */
final class ArchiveFile {
  private static final int END_BYTES = 22;
  private static final int CENTRAL_BYTES = 46;
  private static final int LOCAL_BYTES = 30;
  private static final long IN_ZIP64 = 0xffffffffL;

  /** An uncompressed entry of the archive itself. */
  static final class Stored {
    final long offset;
    final long size;

    Stored(long offset, long size) {
      this.offset = offset;
      this.size = size;
    }
  }

  private final File path;
  private final RandomAccessFile file;
  private final Map<String, long[]> entries = new HashMap<>();

  ArchiveFile(File path) throws IOException {
    this.path = path;
    this.file = new RandomAccessFile(path, "r");
    readCentralDirectory();
  }

  private void readCentralDirectory() throws IOException {
    long length = file.length();
    byte[] tail = read(Math.max(0, length - END_BYTES), (int) Math.min(length, END_BYTES));
    if (tail.length < END_BYTES || u32(tail, 0) != 0x06054b50L) {
      throw damaged("it does not end like one that Girdle wrote");
    }
    long size = u32(tail, 12);
    long start = u32(tail, 16);
    if (size == IN_ZIP64 || start == IN_ZIP64) {
      byte[] locator = read(length - END_BYTES - 20, 20);
      byte[] end = read(u64(locator, 8), 56);
      size = u64(end, 40);
      start = u64(end, 48);
    }
    byte[] directory = read(start, (int) size);
    for (int at = 0; at + CENTRAL_BYTES <= directory.length; ) {
      int nameLength = u16(directory, at + 28);
      int extraLength = u16(directory, at + 30);
      String name = new String(directory, at + CENTRAL_BYTES, nameLength, StandardCharsets.UTF_8);
      long entrySize = u32(directory, at + 24);
      long offset = u32(directory, at + 42);
      if (entrySize == IN_ZIP64 || offset == IN_ZIP64) {
        // Girdle writes size, compressed size and offset into the zip64 field together
        int extra = at + CENTRAL_BYTES + nameLength + 4;
        entrySize = u64(directory, extra);
        offset = u64(directory, extra + 16);
      }
      entries.put(name, new long[] {offset, entrySize, u16(directory, at + 10)});
      at += CENTRAL_BYTES + nameLength + extraLength + u16(directory, at + 32);
    }
  }

  Stored stored(String name) throws IOException {
    long[] entry = entries.get(name);
    if (entry == null) {
      throw damaged(name + " is missing from it");
    }
    if (entry[2] != 0) {
      throw damaged("it was packed again by another program, which compressed " + name);
    }
    byte[] header = read(entry[0], LOCAL_BYTES);
    return new Stored(entry[0] + LOCAL_BYTES + u16(header, 26) + u16(header, 28), entry[1]);
  }

  private IOException damaged(String why) {
    return new IOException(path + " is not whole: " + why);
  }

  byte[] read(Stored stored) throws IOException {
    return read(stored.offset, (int) stored.size);
  }

  byte[] read(long offset, int length) throws IOException {
    byte[] bytes = new byte[length];
    synchronized (file) {
      file.seek(offset);
      file.readFully(bytes);
    }
    return bytes;
  }

  /**
   * Whether the local file header at this place carries this name; a folder's may be given without
   * the slash at its end.
   */
  boolean hasName(long header, byte[] name) throws IOException {
    byte[] start = read(header, LOCAL_BYTES + name.length + 1);
    int length = u16(start, 26);
    boolean folder = length == name.length + 1 && start[LOCAL_BYTES + name.length] == '/';
    if (length != name.length && !folder) {
      return false;
    }
    for (int i = 0; i < name.length; i++) {
      if (start[LOCAL_BYTES + i] != name[i]) {
        return false;
      }
    }
    return true;
  }

  InputStream open(long offset, long length, boolean deflated) {
    InputStream raw = new Piece(offset, length);
    if (!deflated) {
      return raw;
    }
    Inflater inflater = new Inflater(true);
    return new InflaterInputStream(raw, inflater, 8192) {
      @Override
      public void close() throws IOException {
        super.close();
        inflater.end();
      }
    };
  }

  static byte[] inflate(byte[] data, int size) throws IOException {
    byte[] bytes = new byte[size];
    Inflater inflater = new Inflater(true);
    try {
      inflater.setInput(data);
      int done = 0;
      while (done < size) {
        int n = inflater.inflate(bytes, done, size - done);
        if (n == 0) {
          throw new EOFException("a file in the archive ends too early");
        }
        done += n;
      }
      return bytes;
    } catch (DataFormatException e) {
      throw new IOException("a file in the archive is damaged: " + e.getMessage(), e);
    } finally {
      inflater.end();
    }
  }

  private static int u16(byte[] b, int at) {
    return (b[at] & 0xff) | (b[at + 1] & 0xff) << 8;
  }

  private static long u32(byte[] b, int at) {
    return u16(b, at) | (long) u16(b, at + 2) << 16;
  }

  private static long u64(byte[] b, int at) {
    return u32(b, at) | u32(b, at + 4) << 32;
  }

  /** Part of the file as a stream. */
  private final class Piece extends InputStream {
    private long position;
    private final long end;

    Piece(long offset, long length) {
      position = offset;
      end = offset + length;
    }

    @Override
    public int read() throws IOException {
      byte[] one = new byte[1];
      return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
    }

    @Override
    public int read(byte[] buffer, int from, int length) throws IOException {
      if (length == 0) {
        return 0;
      }
      if (position >= end) {
        return -1;
      }
      synchronized (file) {
        file.seek(position);
        int n = file.read(buffer, from, (int) Math.min(length, end - position));
        if (n > 0) {
          position += n;
        }
        return n;
      }
    }

    @Override
    public int available() {
      return (int) Math.min(Integer.MAX_VALUE, end - position);
    }
  }
}
