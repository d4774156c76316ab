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
  private static final int ICO_HEADER = 6;
  private static final int ICO_ENTRY = 16;
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
   * A Windows icon: ICONDIR, one ICONDIRENTRY per picture, then the pictures, which may be PNG
   * files since Windows Vista (Microsoft, "Icons", resource formats).
   */
  static byte[] ico(Icon icon) {
    List<Integer> sizes = icon.sizes(16, 24, 32, 48, 64, 128, 256);
    List<byte[]> pictures = sizes.stream().map(icon::png).toList();
    int offset = ICO_HEADER + ICO_ENTRY * sizes.size();
    int length = offset + pictures.stream().mapToInt(p -> p.length).sum();
    ByteBuffer out = ByteBuffer.allocate(length).order(ByteOrder.LITTLE_ENDIAN);
    out.putShort((short) 0).putShort((short) 1).putShort((short) sizes.size());
    for (int i = 0; i < sizes.size(); i++) {
      byte edge = (byte) (sizes.get(i) >= 256 ? 0 : sizes.get(i)); // 0 stands for 256
      out.put(edge).put(edge).put((byte) 0).put((byte) 0);
      out.putShort((short) 1).putShort((short) 32).putInt(pictures.get(i).length).putInt(offset);
      offset += pictures.get(i).length;
    }
    pictures.forEach(out::put);
    return out.array();
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
