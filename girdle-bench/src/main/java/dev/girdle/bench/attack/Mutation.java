package dev.girdle.bench.attack;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Random;

/** Ways to damage a file, each with all its choices made by a generator of random numbers. */
enum Mutation {
  /** One bit is another. */
  BIT {
    @Override
    byte[] change(byte[] bytes, Random random) {
      bytes[random.nextInt(bytes.length)] ^= (byte) (1 << random.nextInt(8));
      return bytes;
    }
  },
  /** One byte is an extreme one. */
  BYTE {
    @Override
    byte[] change(byte[] bytes, Random random) {
      byte[] extremes = {0, -1, 127, -128, '\n', '/', '.', '"', 1};
      bytes[random.nextInt(bytes.length)] = extremes[random.nextInt(extremes.length)];
      return bytes;
    }
  },
  /** The rest is missing. */
  CUT {
    @Override
    byte[] change(byte[] bytes, Random random) {
      return Arrays.copyOf(bytes, random.nextInt(bytes.length));
    }
  },
  /** A part is missing. */
  DROP {
    @Override
    byte[] change(byte[] bytes, Random random) {
      int from = random.nextInt(bytes.length);
      int length = Math.min(bytes.length - from, 1 + random.nextInt(64));
      return splice(bytes, from, length, new byte[0]);
    }
  },
  /** A part is there again. */
  REPEAT {
    @Override
    byte[] change(byte[] bytes, Random random) {
      int from = random.nextInt(bytes.length);
      int length = Math.min(bytes.length - from, 1 + random.nextInt(512));
      byte[] part = Arrays.copyOfRange(bytes, from, from + length);
      return splice(bytes, random.nextInt(bytes.length), 0, part);
    }
  },
  /** A part is zero. */
  ZERO {
    @Override
    byte[] change(byte[] bytes, Random random) {
      int from = random.nextInt(bytes.length);
      Arrays.fill(bytes, from, Math.min(bytes.length, from + 1 + random.nextInt(64)), (byte) 0);
      return bytes;
    }
  },
  /** A number is an extreme one. */
  NUMBER {
    @Override
    byte[] change(byte[] bytes, Random random) {
      long[] extremes = {-1, 0, 1, 0x7fff, 0x7fffffff, 0x80000000L, 0xfffffffeL, Long.MAX_VALUE};
      long value = extremes[random.nextInt(extremes.length)];
      int size = 2 << random.nextInt(3);
      if (bytes.length < size) {
        return bytes;
      }
      ByteBuffer all = ByteBuffer.wrap(bytes);
      all.order(random.nextBoolean() ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
      int at = random.nextInt(bytes.length - size + 1);
      switch (size) {
        case 2 -> all.putShort(at, (short) value);
        case 4 -> all.putInt(at, (int) value);
        default -> all.putLong(at, value);
      }
      return bytes;
    }
  },
  /** A text that means something elsewhere stands in place of a part, or between two. */
  WORD {
    @Override
    byte[] change(byte[] bytes, Random random) {
      byte[] word = WORDS[random.nextInt(WORDS.length)].getBytes(StandardCharsets.ISO_8859_1);
      int from = random.nextInt(bytes.length);
      int length = random.nextBoolean() ? 0 : Math.min(bytes.length - from, word.length);
      return splice(bytes, from, length, word);
    }
  };

  private static final String[] WORDS = {
    "../../../escape",
    "/escape",
    "..\\..\\escape",
    "\0",
    "\u001b[2J\u001b]0;taken\u0007",
    "\r\n",
    "@NAME@",
    "${x}",
    "$(touch escape)",
    "`touch escape`",
    "'; touch escape; '",
    "%n%s",
    "null",
    "-1",
    "99999999999999999999",
    "1e999999999",
    "\u00ff\u00fe",
    "{}",
    "[[[[[[[[[[[[[[[[",
    "&a [*a, *a]",
    "<!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/passwd\">]>",
    "A".repeat(5000),
    "/".repeat(300),
    "META-INF/MANIFEST.MF",
  };

  /** Damages bytes, which may be changed in place; there is at least one of them. */
  abstract byte[] change(byte[] bytes, Random random);

  /** Damages a file once to three times. */
  static byte[] mutant(byte[] whole, Random random) {
    byte[] bytes = whole.clone();
    int times = 1 + random.nextInt(3);
    for (int i = 0; i < times && bytes.length > 0; i++) {
      bytes = values()[random.nextInt(values().length)].change(bytes, random);
    }
    return bytes;
  }

  private static byte[] splice(byte[] bytes, int from, int length, byte[] with) {
    ByteBuffer all = ByteBuffer.allocate(bytes.length - length + with.length);
    all.put(bytes, 0, from).put(with).put(bytes, from + length, bytes.length - from - length);
    return all.array();
  }
}
