package dev.girdle.io;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.Channels;
import java.nio.channels.ClosedChannelException;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The archive within a text: base64 without line ends (RFC 4648, section 4), which is decoded where
 * it is read.
 */
public final class TextArchive implements Content, Seekable {
  private static final int HEAD = 200;
  private static final int CHARACTERS = 4;
  private static final int BYTES = 3;

  /** Groups of four characters that are decoded at a time. */
  private static final int GROUPS = 4096;

  private final Path file;
  private final long offset;
  private final long size;

  private TextArchive(Path file, long offset, long size) {
    this.file = file;
    this.offset = offset;
    this.size = size;
  }

  /**
   * Looks into a file.
   *
   * @param file any file
   * @param mark what the line in its head starts with that tells where the base64 begins, and how
   *     long it is
   * @return empty if it has no such line
   * @throws IOException if it cannot be read, or is shorter than it says
   */
  public static Optional<TextArchive> in(Path file, String mark) throws IOException {
    String head;
    try (InputStream in = Files.newInputStream(file)) {
      head = new String(in.readNBytes(HEAD), StandardCharsets.ISO_8859_1);
    }
    Matcher matcher =
        Pattern.compile("\n" + Pattern.quote(mark) + "(\\d{12}) (\\d{12})\n").matcher(head);
    if (!head.startsWith("#!") || !matcher.find()) {
      return Optional.empty();
    }
    long offset = Long.parseLong(matcher.group(1));
    long length = Long.parseLong(matcher.group(2));
    if (length % CHARACTERS != 0 || offset + length > Files.size(file)) {
      throw new IOException("is not whole: it ends before the archive that it holds");
    }
    return Optional.of(
        new TextArchive(
            file, offset, length / CHARACTERS * BYTES - padding(file, offset + length)));
  }

  private static int padding(Path file, long end) throws IOException {
    try (SeekableByteChannel channel = Files.newByteChannel(file)) {
      ByteBuffer last = ByteBuffer.allocate(2);
      channel.position(Math.max(0, end - 2));
      while (last.hasRemaining() && channel.read(last) >= 0) {
        // until both are there
      }
      return last.get(1) != '=' ? 0 : last.get(0) == '=' ? 2 : 1;
    }
  }

  @Override
  public long size() {
    return size;
  }

  @Override
  public InputStream open() throws IOException {
    return Channels.newInputStream(channel());
  }

  @Override
  public SeekableByteChannel channel() throws IOException {
    return new Decoded(Files.newByteChannel(file));
  }

  private final class Decoded extends ReadOnlyChannel {
    private final SeekableByteChannel text;
    private byte[] block = {};
    private long blockStart;

    Decoded(SeekableByteChannel text) {
      super(size);
      this.text = text;
    }

    @Override
    public int read(ByteBuffer target) throws IOException {
      if (!isOpen()) {
        throw new ClosedChannelException();
      }
      long position = position();
      if (position >= size) {
        return -1;
      }
      int read = 0;
      while (target.hasRemaining() && position < size) {
        if (position < blockStart || position >= blockStart + block.length) {
          load(position / BYTES);
        }
        int from = (int) (position - blockStart);
        if (from >= block.length) {
          throw new IOException("is damaged: its archive is no base64");
        }
        int count = Math.min(target.remaining(), block.length - from);
        target.put(block, from, count);
        position += count;
        read += count;
      }
      position(position);
      return read;
    }

    private void load(long group) throws IOException {
      long last = (size + BYTES - 1) / BYTES;
      int count = (int) Math.min(GROUPS, last - group);
      ByteBuffer characters = ByteBuffer.allocate(count * CHARACTERS);
      text.position(offset + group * CHARACTERS);
      while (characters.hasRemaining()) {
        if (text.read(characters) < 0) {
          throw new IOException("is not whole: it ends before the archive that it holds");
        }
      }
      try {
        block = Base64.getDecoder().decode(characters.array());
      } catch (IllegalArgumentException e) {
        throw new IOException("is damaged: its archive is no base64", e);
      }
      blockStart = group * BYTES;
    }

    @Override
    public boolean isOpen() {
      return text.isOpen();
    }

    @Override
    public void close() throws IOException {
      text.close();
    }
  }
}
