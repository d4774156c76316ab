package dev.girdle.binary.pe;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a program is, for people: four numbers and texts (Windows "VERSIONINFO resource"; {@code
 * VS_VERSIONINFO}, {@code StringFileInfo}, {@code VarFileInfo}).
 *
 * @param release as people write it; its first four numbers are those of the file
 * @param texts for keys such as "FileDescription", in their order
 */
public record VersionInformation(String release, Map<String, String> texts) {
  private static final int NUMBERS = 4;
  private static final int LARGEST = 0xffff;
  private static final int FIXED = 52;
  private static final int UNICODE = 1200;
  private static final Pattern NUMBER = Pattern.compile("[0-9]+");

  /** Copies the map. */
  public VersionInformation {
    texts = Collections.unmodifiableMap(new LinkedHashMap<>(texts));
  }

  /**
   * The four numbers of a release.
   *
   * @param release as people write it, such as "1.4.0-rc.2"
   * @return its first four numbers, each at most 65,535; 0 for what it lacks
   */
  public static int[] numbers(String release) {
    int[] numbers = new int[NUMBERS];
    Matcher matcher = NUMBER.matcher(release);
    for (int i = 0; i < NUMBERS && matcher.find(); i++) {
      String digits = matcher.group();
      numbers[i] = digits.length() > 5 ? LARGEST : Math.min(LARGEST, Integer.parseInt(digits));
    }
    return numbers;
  }

  /**
   * The content of a resource of type {@link Resource#VERSION}.
   *
   * @return its bytes
   */
  public byte[] bytes() {
    ByteArrayOutputStream strings = new ByteArrayOutputStream();
    texts.forEach(
        (key, value) -> {
          pad(strings);
          strings.writeBytes(
              block(key, true, value.length() + 1, utf16(value + "\0"), new byte[0]));
        });
    byte[] table = block("%04x%04x".formatted(Resource.ENGLISH, UNICODE), true, 0, null, strings);
    byte[] translation =
        buffer(4).putShort((short) Resource.ENGLISH).putShort((short) UNICODE).array();
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    all.writeBytes(block("StringFileInfo", true, 0, null, table));
    pad(all);
    all.writeBytes(
        block(
            "VarFileInfo",
            true,
            0,
            null,
            block("Translation", false, 4, translation, new byte[0])));
    return block("VS_VERSION_INFO", false, FIXED, fixed(), all);
  }

  /** {@code VS_FIXEDFILEINFO}: file and product have one release; the file is a program. */
  private byte[] fixed() {
    int[] numbers = numbers(release);
    int high = numbers[0] << 16 | numbers[1];
    int low = numbers[2] << 16 | numbers[3];
    return buffer(FIXED)
        .putInt(0xfeef04bd)
        .putInt(0x10000)
        .putInt(high)
        .putInt(low)
        .putInt(high)
        .putInt(low)
        .putInt(0x3f)
        .putInt(0)
        .putInt(0x40004)
        .putInt(1)
        .array();
  }

  private static byte[] block(
      String key, boolean isText, int valueLength, byte[] value, ByteArrayOutputStream children) {
    return block(key, isText, valueLength, value, children.toByteArray());
  }

  /** Length, length of the value, its kind, a key, the value, what belongs to it. */
  private static byte[] block(
      String key, boolean isText, int valueLength, byte[] value, byte[] children) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(new byte[6]);
    out.writeBytes(utf16(key + "\0"));
    pad(out);
    if (value != null) {
      out.writeBytes(value);
    }
    if (children.length > 0) {
      pad(out);
      out.writeBytes(children);
    }
    byte[] bytes = out.toByteArray();
    ByteBuffer.wrap(bytes)
        .order(ByteOrder.LITTLE_ENDIAN)
        .putShort((short) bytes.length)
        .putShort((short) valueLength)
        .putShort((short) (isText ? 1 : 0));
    return bytes;
  }

  private static void pad(ByteArrayOutputStream out) {
    out.writeBytes(new byte[(4 - out.size() % 4) % 4]);
  }

  private static byte[] utf16(String text) {
    return text.getBytes(StandardCharsets.UTF_16LE);
  }

  private static ByteBuffer buffer(int size) {
    return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
  }
}
