package dev.girdle.io;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.SeekableByteChannel;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;

/** An entry of an open {@link ZipTree}. */
final class ZipContent implements PackedContent, Seekable {
  private final SeekableByteChannel archive;
  private final ZipFile zip;
  private final ZipArchiveEntry entry;
  private final String label;

  ZipContent(SeekableByteChannel archive, ZipFile zip, ZipArchiveEntry entry, String label) {
    this.archive = archive;
    this.zip = zip;
    this.entry = entry;
    this.label = label;
  }

  @Override
  public long size() {
    return entry.getSize();
  }

  @Override
  public boolean isDeflated() {
    return entry.getMethod() == ZipArchiveEntry.DEFLATED;
  }

  @Override
  public long packedSize() {
    return entry.getCompressedSize();
  }

  @Override
  public long crc() {
    return entry.getCrc();
  }

  @Override
  public InputStream openPacked() throws IOException {
    synchronized (archive) { // opening moves the channel's position
      return zip.getRawInputStream(entry);
    }
  }

  @Override
  public InputStream open() throws IOException {
    synchronized (archive) {
      return new PromisedStream(zip.getInputStream(entry), entry.getSize());
    }
  }

  /** Entries that are not compressed can be read in place. */
  @Override
  public SeekableByteChannel channel() throws IOException {
    return isDeflated() ? null : new SliceChannel(archive, dataOffset(), entry.getSize());
  }

  /** Where the local file header starts, in bytes from the start of the archive. */
  long headerOffset() {
    return entry.getLocalHeaderOffset();
  }

  /** Where the packed bytes start, in bytes from the start of the archive. */
  long dataOffset() throws IOException {
    openPacked().close(); // reads the local file header, where the offset stands
    return entry.getDataOffset();
  }

  /** Gives no more bytes than the directory of the archive promises, and no fewer. */
  private final class PromisedStream extends FilterInputStream {
    private long left;

    PromisedStream(InputStream in, long size) {
      super(in);
      left = size;
    }

    @Override
    public int read() throws IOException {
      byte[] one = new byte[1];
      return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
    }

    @Override
    public int read(byte[] buffer, int from, int length) throws IOException {
      int n = super.read(buffer, from, length);
      left -= Math.max(n, 0);
      if (left < 0) {
        throw new IOException(
            label + ": entry " + entry.getName() + " unpacks to more than it promises");
      }
      if (n < 0 && left > 0) {
        throw new IOException(label + ": entry " + entry.getName() + " ends too early");
      }
      return n;
    }
  }
}
