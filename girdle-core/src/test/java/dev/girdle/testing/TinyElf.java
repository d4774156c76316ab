package dev.girdle.testing;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Writes ELF files that say what they are linked with and do nothing: a header, segments, a dynamic
 * table and its texts; no sections, as in code that was stripped of them.
 */
public final class TinyElf {
  private static final long LOADED_AT = 0x10000;

  private final boolean wide;
  private final ByteOrder order;
  private final int machine;
  private final List<long[]> entries = new ArrayList<>();
  private final ByteArrayOutputStream texts = new ByteArrayOutputStream();
  private final Map<String, String[]> versions = new LinkedHashMap<>();
  private String interpreter = "";

  private TinyElf(boolean wide, ByteOrder order, int machine) {
    this.wide = wide;
    this.order = order;
    this.machine = machine;
    texts.write(0);
  }

  /** For x86-64. */
  public static TinyElf x64() {
    return new TinyElf(true, ByteOrder.LITTLE_ENDIAN, 0x3e);
  }

  /** Of any kind: 32 or 64 bits, either byte order. */
  public static TinyElf of(boolean wide, ByteOrder order) {
    return new TinyElf(wide, order, 0x14);
  }

  /** One entry of the dynamic table whose value is a text: 1 needed, 14 own name, 29 run path. */
  public TinyElf with(int tag, String text) {
    entries.add(new long[] {tag, text(text)});
    return this;
  }

  public TinyElf interpretedBy(String path) {
    interpreter = path;
    return this;
  }

  /** Versions of symbols of a library. */
  public TinyElf version(String library, String... names) {
    versions.put(library, names);
    return this;
  }

  private int text(String text) {
    int at = texts.size();
    texts.writeBytes((text + "\0").getBytes(StandardCharsets.UTF_8));
    return at;
  }

  private void word(ByteBuffer out, long value) {
    if (wide) {
      out.putLong(value);
    } else {
      out.putInt((int) value);
    }
  }

  private byte[] versions() {
    ByteBuffer out = ByteBuffer.allocate(16 * 64).order(order);
    int left = versions.size();
    for (Map.Entry<String, String[]> library : versions.entrySet()) {
      int count = library.getValue().length;
      out.putShort((short) 1).putShort((short) count).putInt(text(library.getKey())).putInt(16);
      out.putInt(--left == 0 ? 0 : 16 + 16 * count);
      for (int i = 0; i < count; i++) {
        out.putInt(0).putShort((short) 0).putShort((short) (i + 2));
        out.putInt(text(library.getValue()[i])).putInt(i + 1 == count ? 0 : 16);
      }
    }
    return java.util.Arrays.copyOf(out.array(), out.position());
  }

  /** The whole file. */
  public byte[] bytes() {
    byte[] needs = versions();
    int head = wide ? 64 : 52;
    int segment = wide ? 56 : 32;
    int start = head + 3 * segment;
    int size = wide ? 16 : 8;
    int dynamic = start + 256;
    int table = dynamic + size * (entries.size() + 4);
    int strings = table + needs.length;
    ByteBuffer out = ByteBuffer.allocate(strings + texts.size()).order(order);
    out.putInt(0).put((byte) (wide ? 2 : 1)).put((byte) (order == ByteOrder.BIG_ENDIAN ? 2 : 1));
    out.order(ByteOrder.BIG_ENDIAN).putInt(0, 0x7f454c46).order(order);
    out.position(16).putShort((short) 3).putShort((short) machine).putInt(1);
    word(out, 0);
    word(out, head);
    word(out, 0);
    out.putInt(0).putShort((short) head).putShort((short) segment);
    out.putShort((short) (interpreter.isEmpty() ? 2 : 3));
    out.position(head);
    segment(out, 1, 0, LOADED_AT, out.capacity());
    segment(out, 2, dynamic, LOADED_AT + dynamic, (long) size * (entries.size() + 4));
    segment(out, 3, start, LOADED_AT + start, interpreter.length() + 1);
    out.position(start).put((interpreter + "\0").getBytes(StandardCharsets.UTF_8));
    out.position(dynamic);
    for (long[] entry : entries) {
      word(out, entry[0]);
      word(out, entry[1]);
    }
    word(out, 5);
    word(out, LOADED_AT + strings);
    word(out, 0x6ffffffeL);
    word(out, LOADED_AT + table);
    word(out, 0x6fffffffL);
    word(out, versions.size());
    out.position(table).put(needs);
    out.position(strings).put(texts.toByteArray());
    return out.array();
  }

  private void segment(ByteBuffer out, int type, long offset, long address, long size) {
    if (wide) {
      out.putInt(type).putInt(4).putLong(offset).putLong(address).putLong(address);
      out.putLong(size).putLong(size).putLong(8);
    } else {
      out.putInt(type).putInt((int) offset).putInt((int) address).putInt((int) address);
      out.putInt((int) size).putInt((int) size).putInt(4).putInt(4);
    }
  }
}
