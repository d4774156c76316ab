package dev.girdle.identity;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Files that hold one icon in several sizes, each as a PNG. */
final class IconFiles {
  private static final int GROUP_HEADER = 6;
  private static final int GROUP_ENTRY = 14;
  private static final int ICNS_HEADER = 8;

  /** Element types and their sizes in pixels; the last four are for screens of double density. */
  private static final Map<String, Integer> ICNS_TYPES = new LinkedHashMap<>();

  static {
    ICNS_TYPES.put("icp4", 16);
    ICNS_TYPES.put("icp5", 32);
    ICNS_TYPES.put("ic07", 128);
    ICNS_TYPES.put("ic08", 256);
    ICNS_TYPES.put("ic09", 512);
    ICNS_TYPES.put("ic11", 32);
    ICNS_TYPES.put("ic12", 64);
    ICNS_TYPES.put("ic13", 256);
    ICNS_TYPES.put("ic14", 512);
    ICNS_TYPES.put("ic10", 1024);
  }

  private IconFiles() {}

  /**
   * The pictures of an icon on Windows, which may be PNG files since Vista (Microsoft, "Icons").
   */
  static List<byte[]> windowsPictures(Icon icon) {
    return windowsSizes(icon).stream().map(icon::png).toList();
  }

  /** The list of those pictures: GRPICONDIR, and a GRPICONDIRENTRY for each; they count from 1. */
  static byte[] iconGroup(Icon icon, List<byte[]> pictures) {
    List<Integer> sizes = windowsSizes(icon);
    ByteBuffer out =
        ByteBuffer.allocate(GROUP_HEADER + GROUP_ENTRY * sizes.size())
            .order(ByteOrder.LITTLE_ENDIAN);
    out.putShort((short) 0).putShort((short) 1).putShort((short) sizes.size());
    for (int i = 0; i < sizes.size(); i++) {
      byte edge = (byte) (sizes.get(i) >= 256 ? 0 : sizes.get(i)); // 0 stands for 256
      out.put(edge).put(edge).put((byte) 0).put((byte) 0);
      out.putShort((short) 1).putShort((short) 32).putInt(pictures.get(i).length);
      out.putShort((short) (i + 1));
    }
    return out.array();
  }

  private static List<Integer> windowsSizes(Icon icon) {
    return icon.sizes(16, 20, 24, 32, 40, 48, 64, 128, 256);
  }

  /**
   * A macOS icon: the word {@code icns} and the length, then elements of type, length and PNG data
   * (Apple Icon Image format; element types as {@code iconutil} writes them).
   */
  static byte[] icns(Icon icon) {
    ByteArrayOutputStream elements = new ByteArrayOutputStream();
    ICNS_TYPES.forEach(
        (type, size) -> {
          if (size <= icon.largest()) {
            byte[] png = icon.png(size);
            elements.writeBytes(header(type, png.length));
            elements.writeBytes(png);
          }
        });
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(header("icns", elements.size()));
    out.writeBytes(elements.toByteArray());
    return out.toByteArray();
  }

  private static byte[] header(String type, int length) {
    return ByteBuffer.allocate(ICNS_HEADER)
        .put(type.getBytes(StandardCharsets.US_ASCII))
        .putInt(ICNS_HEADER + length)
        .array();
  }
}
