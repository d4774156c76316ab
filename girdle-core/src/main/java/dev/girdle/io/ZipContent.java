package dev.girdle.io;

import dev.girdle.fault.Fault;
import dev.girdle.fault.UnreadableException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.SeekableByteChannel;
import java.util.Arrays;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;

/** An entry of an open {@link ZipTree}. */
final class ZipContent implements PackedContent, Seekable {
  /** How a local file header starts (PKWARE APPNOTE 6.3, 4.3.7). */
  private static final byte[] HEADER = {'P', 'K', 3, 4};

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
      try {
        return zip.getRawInputStream(entry);
      } catch (IOException e) {
        throw misplaced(e);
      }
    }
  }

  @Override
  public InputStream open() throws IOException {
    synchronized (archive) {
      InputStream in;
      try {
        if (!hasHeader()) {
          throw misplaced(null);
        }
        in = zip.getInputStream(entry);
      } catch (UnreadableException e) {
        throw e;
      } catch (IOException e) {
        throw misplaced(e);
      }
      return new PromisedStream(in, entry.getSize(), entry.getCrc(), what());
    }
  }

  private UnreadableException misplaced(IOException cause) {
    return new UnreadableException(
        Fault.APPLICATION, what(), "is damaged: its bytes are not where they should be", cause);
  }

  /** Others who read the archive insist on a header before the bytes, too. */
  private boolean hasHeader() throws IOException {
    return Arrays.equals(
        Channels.head(new SliceChannel(archive, headerOffset(), HEADER.length), HEADER.length),
        HEADER);
  }

  private String what() {
    return label + ": entry " + entry.getName();
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
}
