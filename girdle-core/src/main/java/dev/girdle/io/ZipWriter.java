package dev.girdle.io;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.CRC32;
import java.util.zip.CheckedOutputStream;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;

/**
 * Writes a zip archive (PKWARE APPNOTE 6.3, with zip64 where it is needed) whose bytes depend on
 * nothing but what is put in.
 *
 * <p>Bytes that are compressed already are copied as they are. Sizes stand in the local headers, so
 * that any reader can go through the archive from its start.
 */
public final class ZipWriter implements Closeable {
  private static final int STORED = 0;
  private static final int LINK = 0120777;
  private static final int DEFLATED = 8;
  private static final int UTF8_NAMES = 0x0800;
  private static final long MAX32 = 0xffffffffL;
  private static final int UNIX = 3 << 8;

  /** The number of a field that nobody else gives a meaning. */
  private static final short FILLING = 0x6769;

  private final FileChannel channel;
  private final int dosTime;
  private final int laterTime;
  private final int level;
  private final int alignment;
  private final List<Entry> entries = new ArrayList<>();
  private long position;
  private boolean isLater;

  private record Entry(
      byte[] name, int method, long crc, long packed, long size, long offset, int mode, int time) {
    boolean big() {
      return packed >= MAX32 || size >= MAX32 || offset >= MAX32;
    }
  }

  /**
   * Starts a new archive.
   *
   * @param file must not exist yet
   * @param date what all entries bear as their time
   * @throws IOException if the file cannot be made
   */
  public ZipWriter(Path file, SourceDate date) throws IOException {
    this(file, date, Deflater.DEFAULT_COMPRESSION);
  }

  /**
   * Starts a new archive that is compressed more or less hard.
   *
   * @param file must not exist yet
   * @param date what all entries bear as their time
   * @param level from 1 (quick) to 9 (small)
   * @throws IOException if the file cannot be made
   */
  public ZipWriter(Path file, SourceDate date, int level) throws IOException {
    this(file, date, level, 1);
  }

  /**
   * Starts a new archive in which the bytes of entries begin at certain places only.
   *
   * @param file must not exist yet
   * @param date what all entries bear as their time
   * @param level from 1 (quick) to 9 (small)
   * @param alignment of which number those places are multiples; 1 for anywhere
   * @throws IOException if the file cannot be made
   */
  public ZipWriter(Path file, SourceDate date, int level, int alignment) throws IOException {
    this.level = level;
    this.alignment = alignment;
    channel = FileChannel.open(file, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
    dosTime = date.dos();
    laterTime = date.later().dos();
  }

  /**
   * Writes bytes before the first entry, such as a script. The archive stays one: its offsets count
   * from the start of the file (PKWARE APPNOTE 4.1.9, self-extracting archives).
   *
   * @param head the bytes
   * @throws IOException if writing fails
   */
  public void head(byte[] head) throws IOException {
    put(buffer(head.length).put(head));
  }

  /**
   * Dates the entries that follow: all alike, or those that are compiled two seconds later, so that
   * they are younger than their sources.
   *
   * @param isCompiled whether they are dated later
   */
  public void later(boolean isCompiled) {
    isLater = isCompiled;
  }

  /**
   * Adds a folder entry.
   *
   * @param path with a slash at the end
   * @throws IOException if writing fails
   */
  public void folder(String path) throws IOException {
    begin(path, STORED, 0, 0, 0, 0);
  }

  /**
   * Adds a file as it lies in another archive, without compressing it again; tells the digest of
   * its own bytes.
   *
   * @param path the name of the entry
   * @param content the packed bytes
   * @param executable whether it may be executed where the system knows such a permission
   * @return SHA-256 of the file's own bytes
   * @throws IOException if reading or writing fails
   */
  public String copy(String path, PackedContent content, boolean executable) throws IOException {
    int method = content.isDeflated() ? DEFLATED : STORED;
    begin(path, method, content.crc(), content.packedSize(), content.size(), mode(executable));
    try (InputStream packed = content.openPacked()) {
      long copied = packed.transferTo(new ChannelStream());
      if (copied != content.packedSize()) {
        throw new IOException(path + " ends too early");
      }
    }
    return Sha256.of(content);
  }

  /**
   * Adds a file with its bytes as they are, so that they can be read in place.
   *
   * @param path the name of the entry
   * @param content the bytes
   * @param executable as in {@link #copy}
   * @return SHA-256 of the bytes
   * @throws IOException if reading or writing fails
   */
  public String store(String path, Content content, boolean executable) throws IOException {
    return write(path, content, STORED, mode(executable));
  }

  /**
   * Adds a file and compresses it.
   *
   * @param path the name of the entry
   * @param content the bytes
   * @param executable as in {@link #copy}
   * @return SHA-256 of the bytes
   * @throws IOException if reading or writing fails
   */
  public String compress(String path, Content content, boolean executable) throws IOException {
    return write(path, content, DEFLATED, mode(executable));
  }

  /**
   * Adds a symbolic link, as Info-ZIP writes it: the file's mode says that it is one, and its bytes
   * where it leads.
   *
   * @param path the name of the entry
   * @param target where it leads, relative to its folder
   * @throws IOException if writing fails
   */
  public void link(String path, String target) throws IOException {
    write(path, Content.of(target.getBytes(StandardCharsets.UTF_8)), STORED, LINK);
  }

  private static int mode(boolean executable) {
    return executable ? 0100755 : 0100644;
  }

  /** Checksum and packed size are known only afterwards, so the header is written again then. */
  private String write(String path, Content content, int method, int mode) throws IOException {
    long start = position;
    begin(path, method, 0, 0, content.size(), mode);
    long dataStart = position;
    CRC32 crc = new CRC32();
    String digest;
    try (InputStream in = content.open()) {
      ChannelStream out = new ChannelStream();
      if (method == STORED) {
        digest = Sha256.copy(in, new CheckedOutputStream(out, crc));
      } else {
        Deflater deflater = new Deflater(level, true);
        DeflaterOutputStream packing = new DeflaterOutputStream(out, deflater, 1 << 16);
        digest = Sha256.copy(in, new CheckedOutputStream(packing, crc));
        packing.finish();
        deflater.end();
      }
    }
    long end = position;
    entries.remove(entries.size() - 1);
    position = start;
    begin(path, method, crc.getValue(), end - dataStart, content.size(), mode);
    position = end;
    return digest;
  }

  private void begin(String path, int method, long crc, long packed, long size, int mode)
      throws IOException {
    byte[] name = path.getBytes(StandardCharsets.UTF_8);
    int time = isLater ? laterTime : dosTime;
    Entry entry = new Entry(name, method, crc, packed, size, position, mode, time);
    entries.add(entry);
    // decided by the size alone, so that the header keeps its length when it is written again
    boolean big = size >= MAX32 - (1 << 20);
    int extra = big ? 20 : 0;
    int filling = filling(position + 30 + name.length + extra);
    ByteBuffer header = buffer(30 + name.length + extra + filling);
    header.putInt(0x04034b50);
    common(header, entry, big, extra + filling);
    header.put(name);
    if (big) {
      header.putShort((short) 1).putShort((short) 16).putLong(size).putLong(packed);
    }
    if (filling > 0) {
      header.putShort(FILLING).putShort((short) (filling - 4));
      header.position(header.limit());
    }
    put(header);
  }

  /** How many bytes of a field that says nothing have to stand before a place (APPNOTE 4.5). */
  private int filling(long place) {
    int rest = (int) (place % alignment);
    return rest == 0 ? 0 : 4 + (int) ((alignment - (place + 4) % alignment) % alignment);
  }

  private void common(ByteBuffer header, Entry entry, boolean big, int extra) {
    header.putShort((short) (big ? 45 : 20)).putShort((short) UTF8_NAMES);
    header.putShort((short) entry.method).putInt(entry.time).putInt((int) entry.crc);
    header.putInt((int) (big ? MAX32 : entry.packed)).putInt((int) (big ? MAX32 : entry.size));
    header.putShort((short) entry.name.length);
    header.putShort((short) extra);
  }

  /**
   * The list of all entries, which stands behind them.
   *
   * @param place where it starts
   * @param entries how many it has, with those of folders and links
   */
  public record Directory(long place, int entries) {}

  /**
   * Where the list of entries goes, once all are there.
   *
   * @return true of the archive as it is closed, if nothing is added any more
   */
  public Directory directory() {
    return new Directory(position, entries.size());
  }

  @Override
  public void close() throws IOException {
    try (channel) {
      long start = position;
      for (Entry entry : entries) {
        centralHeader(entry);
      }
      end(start, position - start);
    }
  }

  private void centralHeader(Entry entry) throws IOException {
    boolean big = entry.big();
    ByteBuffer header = buffer(46 + entry.name.length + (big ? 28 : 0));
    header.putInt(0x02014b50).putShort((short) (UNIX | 45));
    common(header, entry, big, big ? 28 : 0);
    header.putShort((short) 0).putShort((short) 0).putShort((short) 0);
    boolean folder = entry.name[entry.name.length - 1] == '/';
    int mode = folder ? 040755 : entry.mode;
    header.putInt(mode << 16 | (folder ? 0x10 : 0));
    header.putInt((int) (big ? MAX32 : entry.offset));
    header.put(entry.name);
    if (big) {
      header.putShort((short) 1).putShort((short) 24);
      header.putLong(entry.size).putLong(entry.packed).putLong(entry.offset);
    }
    put(header);
  }

  private void end(long start, long size) throws IOException {
    boolean big = start >= MAX32 || size >= MAX32 || entries.size() >= 0xffff;
    if (big) {
      long zip64End = position;
      ByteBuffer end64 = buffer(56 + 20);
      end64.putInt(0x06064b50).putLong(44).putShort((short) (UNIX | 45)).putShort((short) 45);
      end64.putInt(0).putInt(0).putLong(entries.size()).putLong(entries.size());
      end64.putLong(size).putLong(start);
      end64.putInt(0x07064b50).putInt(0).putLong(zip64End).putInt(1);
      put(end64);
    }
    ByteBuffer end = buffer(22);
    short count = (short) (big ? 0xffff : entries.size());
    end.putInt(0x06054b50).putShort((short) 0).putShort((short) 0).putShort(count).putShort(count);
    end.putInt((int) (big ? MAX32 : size)).putInt((int) (big ? MAX32 : start)).putShort((short) 0);
    put(end);
  }

  private static ByteBuffer buffer(int size) {
    return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
  }

  private void put(ByteBuffer bytes) throws IOException {
    bytes.flip();
    while (bytes.hasRemaining()) {
      position += channel.write(bytes, position);
    }
  }

  /** Writes at the current position of the archive. */
  private final class ChannelStream extends OutputStream {
    @Override
    public void write(int b) throws IOException {
      write(new byte[] {(byte) b}, 0, 1);
    }

    @Override
    public void write(byte[] bytes, int from, int length) throws IOException {
      ByteBuffer buffer = ByteBuffer.wrap(bytes, from, length);
      while (buffer.hasRemaining()) {
        position += channel.write(buffer, position);
      }
    }
  }
}
