package dev.girdle.java.memory;

import dev.girdle.closure.How;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * The classes of one jar that were read, as bytes: all texts, each once; then for each class its
 * key, the number of bytes that follow, and what it says, as numbers. A class is taken apart only
 * when it is asked for.
 */
final class RawJar {
  private static final How[] HOWS = How.values();
  private static final Thing[] THINGS = Thing.values();
  private static final Strength[] STRENGTHS = Strength.values();
  private static final Said.Kind[] KINDS = Said.Kind.values();
  private static final int NONE = 255;
  private static final int MOST = 1 << 22;

  private final String[] texts;
  private final Map<String, ByteBuffer> classes;

  private RawJar(String[] texts, Map<String, ByteBuffer> classes) {
    this.texts = texts;
    this.classes = classes;
  }

  static RawJar empty() {
    return new RawJar(new String[0], Map.of());
  }

  /** Opens bytes that {@link #bytes} made. */
  static RawJar of(byte[] bytes) throws IOException {
    DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes));
    String[] texts = new String[checked(in.readInt())];
    for (int i = 0; i < texts.length; i++) {
      texts[i] = in.readUTF();
    }
    int count = checked(in.readInt());
    Map<String, ByteBuffer> classes = new HashMap<>(count * 2);
    for (int i = 0; i < count; i++) {
      String key = texts[in.readInt()];
      int length = in.readInt();
      int at = bytes.length - in.available();
      classes.put(key, ByteBuffer.wrap(bytes, at, length).slice());
      in.skipNBytes(length);
    }
    return new RawJar(texts, classes);
  }

  private static int checked(int count) throws IOException {
    if (count < 0 || count > MOST) {
      throw new IOException("no such number of texts or classes: " + count);
    }
    return count;
  }

  /** The class of a key; null if it was not read before. */
  RawClass get(String key) {
    ByteBuffer found = classes.get(key);
    return found == null ? null : new Reader(found.duplicate()).read();
  }

  /** The same classes and some more, as bytes. */
  byte[] bytes(Map<String, RawClass> more) throws IOException {
    Map<String, RawClass> all = new TreeMap<>(more);
    for (String key : classes.keySet()) {
      all.computeIfAbsent(key, this::get);
    }
    Writer writer = new Writer();
    ByteArrayOutputStream body = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(body);
    for (Map.Entry<String, RawClass> one : all.entrySet()) {
      byte[] said = writer.write(one.getValue());
      out.writeInt(writer.numberOf(one.getKey()));
      out.writeInt(said.length);
      out.write(said);
    }
    ByteArrayOutputStream whole = new ByteArrayOutputStream();
    DataOutputStream head = new DataOutputStream(whole);
    head.writeInt(writer.numbers.size());
    for (String text : writer.numbers.keySet()) {
      head.writeUTF(text);
    }
    head.writeInt(all.size());
    body.writeTo(whole);
    return whole.toByteArray();
  }

  private static final class Writer {
    private final Map<String, Integer> numbers = new LinkedHashMap<>();
    private ByteArrayOutputStream out = new ByteArrayOutputStream();

    int numberOf(String text) {
      Integer known = numbers.putIfAbsent(text, numbers.size());
      return known == null ? numbers.size() - 1 : known;
    }

    byte[] write(RawClass one) {
      out = new ByteArrayOutputStream();
      text(one.self());
      number(one.version() >>> 16);
      number(one.version() & 0xffff);
      texts(one.supertypes());
      texts(one.declared().stream().sorted().toList());
      texts(one.endings());
      number(one.sayings().size());
      for (Said said : one.sayings()) {
        out.write(said.kind().ordinal());
        out.write(said.how() == null ? NONE : said.how().ordinal());
        out.write(said.thing() == null ? NONE : said.thing().ordinal());
        out.write(said.strength() == null ? NONE : said.strength().ordinal());
        text(said.name());
        text(said.part());
        text(said.excuse());
        text(said.member());
        number(said.line());
      }
      return out.toByteArray();
    }

    private void texts(List<String> all) {
      number(all.size());
      all.forEach(this::text);
    }

    private void text(String text) {
      number(numberOf(text));
    }

    /** Seven bits in a byte, the lowest first. */
    private void number(int value) {
      int rest = value;
      while (rest > 0x7f) {
        out.write(rest & 0x7f | 0x80);
        rest >>>= 7;
      }
      out.write(rest);
    }
  }

  private final class Reader {
    private final ByteBuffer in;

    Reader(ByteBuffer in) {
      this.in = in;
    }

    RawClass read() {
      String self = text();
      int version = number() << 16 | number();
      List<String> supertypes = many();
      List<String> declared = many();
      List<String> endings = many();
      int count = number();
      List<Said> sayings = new ArrayList<>(count);
      for (int i = 0; i < count; i++) {
        sayings.add(
            new Said(
                KINDS[in.get()],
                one(HOWS),
                one(THINGS),
                one(STRENGTHS),
                text(),
                text(),
                text(),
                text(),
                number()));
      }
      return new RawClass(self, version, supertypes, new HashSet<>(declared), endings, sayings);
    }

    private <T> T one(T[] all) {
      int ordinal = in.get() & 0xff;
      return ordinal == NONE ? null : all[ordinal];
    }

    private List<String> many() {
      int count = number();
      List<String> all = new ArrayList<>(count);
      for (int i = 0; i < count; i++) {
        all.add(text());
      }
      return all;
    }

    private String text() {
      return texts[number()];
    }

    private int number() {
      int value = 0;
      for (int shift = 0; ; shift += 7) {
        int next = in.get();
        value |= (next & 0x7f) << shift;
        if (next >= 0) {
          return value;
        }
      }
    }
  }
}
