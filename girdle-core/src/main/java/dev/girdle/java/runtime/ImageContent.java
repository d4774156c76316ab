package dev.girdle.java.runtime;

import dev.girdle.io.Content;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;

/**
 * The file {@code lib/modules} of a Java runtime: its classes and resources in one image (OpenJDK,
 * {@code jdk.internal.jimage.ImageHeader}): header, table of redirections, offsets of locations,
 * locations, strings, then the contents. In the byte order of all targets, the lowest byte first.
 *
 * <p>Only the index is held in memory; the contents are read from where they lie while it is read.
 */
final class ImageContent implements Content {
  static final int MAGIC = 0xcafedada;
  static final int VERSION = 1 << 16;
  private static final int HEADER = 28;

  private final byte[] index;
  private final byte[] folders;
  private final List<Content> contents;
  private final long size;

  private ImageContent(byte[] index, byte[] folders, List<Content> contents, long size) {
    this.index = index;
    this.folders = folders;
    this.contents = contents;
    this.size = size;
  }

  /**
   * Makes an image.
   *
   * @param resources by full names, {@code /java.base/java/lang/Object.class}
   */
  static ImageContent of(SortedMap<String, Content> resources) {
    ImageTree tree = new ImageTree(resources.keySet());
    List<ImageLocation> locations = new ArrayList<>();
    resources.forEach((name, c) -> locations.add(new ImageLocation(name, c.size())));
    int files = locations.size();
    locations.addAll(tree.locations());

    ImageStrings strings = new ImageStrings();
    Map<String, Integer> offsets = new HashMap<>();
    List<byte[]> attributes = new ArrayList<>();
    int length = 1; // the first byte says that there is nothing, for slots that are free
    long content = 0;
    for (ImageLocation location : locations) {
      byte[] bytes = location.bytes(strings, content);
      offsets.put(location.name(), length);
      attributes.add(bytes);
      length += bytes.length;
      content += location.size();
    }
    byte[] folders = folders(tree, locations.subList(files, locations.size()), offsets, strings);
    byte[] index = index(locations, offsets, attributes, length, strings.bytes());
    return new ImageContent(
        index, folders, List.copyOf(resources.values()), index.length + content);
  }

  private static byte[] folders(
      ImageTree tree,
      List<ImageLocation> locations,
      Map<String, Integer> offsets,
      ImageStrings strings) {
    long length = locations.stream().mapToLong(ImageLocation::size).sum();
    ByteBuffer out = ByteBuffer.allocate((int) length).order(ByteOrder.LITTLE_ENDIAN);
    for (ImageLocation location : locations) {
      for (int value : tree.content(location.name(), offsets, strings)) {
        out.putInt(value);
      }
    }
    return out.array();
  }

  private static byte[] index(
      List<ImageLocation> locations,
      Map<String, Integer> offsets,
      List<byte[]> attributes,
      int attributesLength,
      byte[] strings) {
    List<String> names = locations.stream().map(ImageLocation::name).toList();
    ImageHash hash = ImageHash.of(names);
    int count = names.size();
    ByteBuffer out =
        ByteBuffer.allocate(HEADER + 8 * count + attributesLength + strings.length)
            .order(ByteOrder.LITTLE_ENDIAN);
    out.putInt(MAGIC).putInt(VERSION).putInt(0).putInt(count).putInt(count);
    out.putInt(attributesLength).putInt(strings.length);
    for (int value : hash.redirect()) {
      out.putInt(value);
    }
    for (int name : hash.slots()) {
      out.putInt(name < 0 ? 0 : offsets.get(names.get(name)));
    }
    out.put((byte) 0);
    attributes.forEach(out::put);
    out.put(strings);
    return out.array();
  }

  @Override
  public long size() {
    return size;
  }

  @Override
  public InputStream open() {
    List<Content> all = new ArrayList<>(contents.size() + 2);
    all.add(Content.of(index));
    all.addAll(contents);
    all.add(Content.of(folders));
    return new ChainStream(all.iterator());
  }
}
