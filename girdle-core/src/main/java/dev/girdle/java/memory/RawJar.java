package dev.girdle.java.memory;

import dev.girdle.closure.How;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * The classes of one jar that were read, held as bytes: each text once, and for each class what it
 * says as numbers. A class is taken apart only when it is asked for, so that not much more is held
 * than what is written.
 *
 * <p>Written are: how many texts, the texts; how many classes, and for each the number of its key,
 * how many bytes follow, and these.
 */
final class RawJar {
  private static final List<How> HOWS = JavaHow.ALL;
  private static final Map<How, Integer> NUMBER_OF = numbered(HOWS);
  private static final List<Thing> THINGS = JavaThing.ALL;
  private static final List<Strength> STRENGTHS = List.of(Strength.values());
  private static final Said.Kind[] KINDS = Said.Kind.values();
  private static final int NONE = 255;
  private static final int MOST = 1 << 22;

  /** Bytes that the machine needs to hold one more thing. */
  private static final int OVERHEAD = 100;

  private final List<String> texts = new ArrayList<>();
  private final Map<String, Integer> numbers = new HashMap<>();
  private final Map<String, byte[]> classes = new HashMap<>();
  private boolean changed;
  private int added;

  private static Map<How, Integer> numbered(List<How> hows) {
    Map<How, Integer> numbers = new HashMap<>();
    hows.forEach(how -> numbers.put(how, numbers.size()));
    return numbers;
  }

  /** Reads what {@link #bytes} made. */
  static RawJar of(byte[] bytes) throws IOException {
    RawJar jar = new RawJar();
    DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes));
    int count = checked(in.readInt());
    for (int i = 0; i < count; i++) {
      jar.texts.add(in.readUTF());
    }
    count = checked(in.readInt());
    for (int i = 0; i < count; i++) {
      String key = jar.texts.get(in.readInt());
      jar.classes.put(key, in.readNBytes(checked(in.readInt())));
    }
    return jar;
  }

  private static int checked(int count) throws IOException {
    if (count < 0 || count > MOST) {
      throw new IOException("there cannot be " + count);
    }
    return count;
  }

  /** Whether something was added. */
  synchronized boolean isChanged() {
    return changed;
  }

  /** The class of a key; null if it was not read before. */
  synchronized RawClass get(String key) {
    byte[] found = classes.get(key);
    return found == null ? null : new Reader(ByteBuffer.wrap(found)).read();
  }

  /**
   * Adds a class.
   *
   * @return how many bytes more are held now, about
   */
  synchronized int add(String key, RawClass one) {
    added = 0;
    if (numbers.isEmpty()) {
      for (int i = 0; i < texts.size(); i++) {
        numbers.put(texts.get(i), i); // wanted only where something is added
      }
    }
    number(key);
    byte[] bytes = new Writer().write(one);
    classes.put(key, bytes);
    changed = true;
    return added + bytes.length + OVERHEAD;
  }

  private int number(String text) {
    Integer known = numbers.get(text);
    if (known == null) {
      known = texts.size();
      added += text.length() + OVERHEAD;
      numbers.put(text, known);
      texts.add(text);
    }
    return known;
  }

  /** All of it, to be read again. */
  synchronized byte[] bytes() throws IOException {
    ByteArrayOutputStream whole = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(whole);
    out.writeInt(texts.size());
    for (String text : texts) {
      out.writeUTF(text);
    }
    out.writeInt(classes.size());
    for (Map.Entry<String, byte[]> one : new TreeMap<>(classes).entrySet()) {
      out.writeInt(numbers.get(one.getKey()));
      out.writeInt(one.getValue().length);
      out.write(one.getValue());
    }
    return whole.toByteArray();
  }

  private final class Writer {
    private final ByteArrayOutputStream out = new ByteArrayOutputStream();

    byte[] write(RawClass one) {
      text(one.self());
      number(one.version() >>> 16);
      number(one.version() & 0xffff);
      texts(one.supertypes());
      texts(one.declared().stream().sorted().toList());
      texts(one.endings());
      number(one.sayings().size());
      for (Said said : one.sayings()) {
        out.write(said.kind().ordinal());
        out.write(said.how() == null ? NONE : NUMBER_OF.get(said.how()));
        out.write(said.thing() == null ? NONE : THINGS.indexOf(said.thing()));
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
      number(RawJar.this.number(text));
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

    private <T> T one(List<T> all) {
      int ordinal = in.get() & 0xff;
      return ordinal == NONE ? null : all.get(ordinal);
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
      return texts.get(number());
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
