package dev.girdle.java.runtime;

import dev.girdle.io.Content;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Reads the file {@code lib/modules} of a Java runtime (OpenJDK, {@code
 * jdk.internal.jimage.BasicImageReader}). The file is mapped, so that its contents take no room in
 * the heap.
 */
final class ImageFile {
  private static final int HEADER = 28;
  private static final int END = 0;
  private static final int MODULE = 1;
  private static final int PARENT = 2;
  private static final int BASE = 3;
  private static final int EXTENSION = 4;
  private static final int OFFSET = 5;
  private static final int COMPRESSED = 6;
  private static final int UNCOMPRESSED = 7;
  private static final int KINDS = 8;

  private final ByteBuffer bytes;
  private final int strings;
  private final int contents;
  private final Map<String, SortedMap<String, Content>> modules = new TreeMap<>();

  private record Slice(ByteBuffer image, int offset, int length) implements Content {
    @Override
    public long size() {
      return length;
    }

    @Override
    public InputStream open() {
      return new BufferStream(image.slice(offset, length));
    }
  }

  private ImageFile(ByteBuffer bytes, int strings, int contents) {
    this.bytes = bytes;
    this.strings = strings;
    this.contents = contents;
  }

  /**
   * Reads the index of an image.
   *
   * @return empty if the image is of another version or byte order, or holds compressed contents
   * @throws IOException if it cannot be read, or is damaged
   */
  static Optional<ImageFile> open(Path file) throws IOException {
    ByteBuffer bytes;
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      if (channel.size() < HEADER || channel.size() > Integer.MAX_VALUE) {
        return Optional.empty();
      }
      bytes = channel.map(FileChannel.MapMode.READ_ONLY, 0, channel.size());
    }
    bytes.order(ByteOrder.LITTLE_ENDIAN);
    if (bytes.getInt(0) != ImageContent.MAGIC || bytes.getInt(4) != ImageContent.VERSION) {
      return Optional.empty();
    }
    int count = bytes.getInt(16);
    long offsets = HEADER + 4L * count;
    long locations = offsets + 4L * count;
    long strings = locations + bytes.getInt(20);
    long contents = strings + bytes.getInt(24);
    if (count < 0 || locations > strings || strings > contents || contents > bytes.limit()) {
      throw new IOException("its index does not fit into the file");
    }
    ImageFile image = new ImageFile(bytes, (int) strings, (int) contents);
    try {
      for (int i = 0; i < count; i++) {
        int location = Math.toIntExact(locations + bytes.getInt((int) offsets + 4 * i));
        if (!image.add(location)) {
          return Optional.empty();
        }
      }
    } catch (IndexOutOfBoundsException | ArithmeticException e) {
      throw new IOException("its index points outside the file", e);
    }
    return Optional.of(image);
  }

  /** Adds what a location describes; false if it is compressed. */
  private boolean add(int location) {
    long[] values = new long[KINDS];
    int at = location;
    for (int kind = bytes.get(at) >>> 3; kind != END; kind = bytes.get(at) >>> 3) {
      int length = (bytes.get(at) & 7) + 1;
      long value = 0;
      for (int i = 1; i <= length; i++) {
        value = value << 8 | bytes.get(at + i) & 0xff;
      }
      if (kind < KINDS) {
        values[kind] = value;
      }
      at += length + 1;
    }
    String module = string(values[MODULE]);
    if (module.isEmpty() || module.equals("modules") || module.equals("packages")) {
      return true;
    }
    String folder = string(values[PARENT]);
    String extension = string(values[EXTENSION]);
    String path =
        (folder.isEmpty() ? "" : folder + "/")
            + string(values[BASE])
            + (extension.isEmpty() ? "" : "." + extension);
    int start = Math.toIntExact(contents + values[OFFSET]);
    int size = Math.toIntExact(values[UNCOMPRESSED]);
    java.util.Objects.checkFromIndexSize(start, size, bytes.limit());
    modules.computeIfAbsent(module, m -> new TreeMap<>()).put(path, new Slice(bytes, start, size));
    return values[COMPRESSED] == 0;
  }

  private String string(long offset) {
    int start = Math.toIntExact(strings + offset);
    int end = start;
    while (bytes.get(end) != 0) {
      end++;
    }
    if (end >= contents) {
      throw new IndexOutOfBoundsException(end);
    }
    byte[] text = new byte[end - start];
    bytes.get(start, text);
    return new String(text, StandardCharsets.UTF_8);
  }

  /**
   * What lies in each module.
   *
   * @return by module, then by path in it
   */
  Map<String, SortedMap<String, Content>> modules() {
    return Collections.unmodifiableMap(modules);
  }
}
