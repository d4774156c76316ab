package dev.girdle.start;

import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
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

  private final Entries entries;
  private final int java;
  private final boolean preview;
  private final String[] jars;
  private final ByteBuffer slots;
  private final int mask;

  private Index(DataInputStream in, byte[] bytes) throws IOException {
    if (in.readInt() != MAGIC) {
      throw new IOException("the archive's index is damaged");
    }
    entries = Entries.read(in);
    java = in.readInt();
    preview = in.readBoolean();
    jars = new String[in.readInt()];
    for (int i = 0; i < jars.length; i++) {
      jars[i] = in.readUTF();
    }
    mask = in.readInt() - 1;
    int length = (mask + 1) * SLOT_BYTES;
    slots = ByteBuffer.wrap(bytes, bytes.length - length, length).slice();
  }

  static Index read(byte[] bytes) throws IOException {
    return new Index(new DataInputStream(new ByteArrayInputStream(bytes)), bytes);
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
