package dev.girdle.java.runtime;

import java.io.ByteArrayOutputStream;

/**
 * Where something lies in an image, and what it is called, as attributes of a kind and a value each
 * (OpenJDK, {@code jdk.internal.jimage.ImageLocation}).
 *
 * @param name the full name, {@code /module/parent/base.extension}
 * @param size bytes
 */
record ImageLocation(String name, long size) {
  private static final int MODULE = 1;
  private static final int PARENT = 2;
  private static final int BASE = 3;
  private static final int EXTENSION = 4;
  private static final int OFFSET = 5;
  private static final int UNCOMPRESSED = 7;

  /** The attributes; {@code offset} is that of the content, from the end of the index. */
  byte[] bytes(ImageStrings strings, long offset) {
    int start = 0;
    String module = "";
    int second = name.indexOf('/', 1);
    if (second > 0) {
      module = name.substring(1, second);
      start = second + 1;
    }
    int slash = name.lastIndexOf('/');
    String parent = slash > start ? name.substring(start, slash) : "";
    int base = slash >= start && second > 0 ? slash + 1 : start;
    int dot = name.lastIndexOf('.');
    boolean isFolder = module.equals("modules") || module.equals("packages");
    boolean hasExtension = dot > base && !isFolder;
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    put(out, MODULE, strings.offset(module));
    put(out, PARENT, strings.offset(parent));
    put(out, BASE, strings.offset(name.substring(base, hasExtension ? dot : name.length())));
    put(out, EXTENSION, hasExtension ? strings.offset(name.substring(dot + 1)) : 0);
    put(out, OFFSET, offset);
    put(out, UNCOMPRESSED, size);
    out.write(0);
    return out.toByteArray();
  }

  /** What is zero is left out; other values take as many bytes as they need, the highest first. */
  private static void put(ByteArrayOutputStream out, int kind, long value) {
    if (value == 0) {
      return;
    }
    int last = 63 - Long.numberOfLeadingZeros(value) >> 3;
    out.write(kind << 3 | last);
    for (int i = last; i >= 0; i--) {
      out.write((int) (value >> (i << 3)));
    }
  }
}
