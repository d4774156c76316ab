package dev.girdle.start;

import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;

/**
 * The index of a nested archive: what can be started, the jars in class-path order, and one hash
 * table over all files of all jars, so that no jar has to be asked in vain for a file.
 *
 * <p>Format of {@value #PATH} (all numbers big-endian):
 *
 * <pre>
 * int   MAGIC
 *       the entries, as {@link Entries} describes them
 * int   Java feature release needed;  boolean: exactly that release, with preview features
 * int   number of jars;  then for each: UTF path of the folder that holds its files, empty for
 *       one whose files lie in the archive itself
 * int   slots in the table, a power of two;  then for each slot {@value #SLOT_BYTES} bytes:
 *   int   String.hashCode() of the name
 *   int   0 for a free slot, else (jar number + 1) | Java release &lt;&lt; 24
 * </pre>
 *
 * A slot with a Java release other than 0 stands for the file {@code
 * META-INF/versions/release/name} under its plain name. Slots are filled by linear probing in
 * class-path order, newer releases before older ones, so the first slot that fits is the one that
 * the class path would give.
 */
public final class Index {
  /** Where the index lies in the archive. */
  public static final String PATH = "META-INF/girdle/index";

  /** The first four bytes. */
  public static final int MAGIC = 0x47524434;

  /** The size of a slot of the table, in bytes. */
  public static final int SLOT_BYTES = 8;

  /** A slot has 16 bits for the number of a jar, and one number stands for no jar. */
  private static final int MOST_JARS = 0xffff - 1;

  private final Entries entries;
  private final int java;
  private final boolean preview;
  private final String[] jars;
  private final ByteBuffer slots;
  private final int mask;

  private Index(DataInputStream in, byte[] bytes) throws IOException {
    check(in.readInt() == MAGIC, "it is none, or one of another Girdle");
    entries = Entries.read(in);
    java = in.readInt();
    preview = in.readBoolean();
    int count = in.readInt();
    check(count >= 0 && count <= MOST_JARS && count <= in.available(), "number of jars");
    jars = new String[count];
    for (int i = 0; i < jars.length; i++) {
      jars[i] = in.readUTF();
    }
    int size = in.readInt();
    check(size > 0 && (size & size - 1) == 0, "size of the table");
    check((long) size * SLOT_BYTES == in.available(), "length of the table");
    mask = size - 1;
    int length = size * SLOT_BYTES;
    slots = ByteBuffer.wrap(bytes, bytes.length - length, length).slice();
    checkSlots();
  }

  /** No slot stands for a jar that there is not, and a search for what is not there ends. */
  private void checkSlots() throws IOException {
    boolean hasFree = false;
    for (int slot = 0; slot <= mask; slot++) {
      hasFree |= isFree(slot);
      check(isFree(slot) || jar(slot) >= 0 && jar(slot) < jars.length, "slot " + slot);
    }
    check(hasFree, "it is full");
  }

  private static void check(boolean isRight, String what) throws IOException {
    if (!isRight) {
      throw new IOException(what);
    }
  }

  /**
   * Reads an index.
   *
   * @param bytes all of it, and nothing else
   * @return an index that can be asked for any name
   * @throws IOException if the bytes are not one, with the place that is wrong
   */
  static Index read(byte[] bytes) throws IOException {
    try {
      return new Index(new DataInputStream(new ByteArrayInputStream(bytes)), bytes);
    } catch (EOFException e) {
      throw damaged("it ends too early", e);
    } catch (IOException e) {
      throw damaged(e.getMessage(), e);
    }
  }

  private static IOException damaged(String what, IOException cause) {
    return new IOException(
        "the archive is damaged, get it again (" + PATH + ": " + what + ")", cause);
  }

  Entries entries() {
    return entries;
  }

  String[] jars() {
    return jars;
  }

  boolean runsOn(int feature) {
    return preview ? feature == java : feature >= java;
  }

  String neededJava() {
    return preview
        ? "exactly Java " + java + " with --enable-preview"
        : "Java " + java + " or newer";
  }

  /** The slot to look at first for names with this hash. */
  int first(int hash) {
    return hash & mask;
  }

  int next(int slot) {
    return (slot + 1) & mask;
  }

  boolean isFree(int slot) {
    return slots.getInt(slot * SLOT_BYTES + 4) == 0;
  }

  int hash(int slot) {
    return slots.getInt(slot * SLOT_BYTES);
  }

  int jar(int slot) {
    return (slots.getInt(slot * SLOT_BYTES + 4) & 0xffff) - 1;
  }

  /** The Java release that the file is for, 0 for all. */
  int release(int slot) {
    return slots.getInt(slot * SLOT_BYTES + 4) >>> 24;
  }
}
