package dev.girdle.java.layout;

import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.java.format.JavaRelease;
import dev.girdle.java.format.Versioned;
import dev.girdle.start.Index;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;

/** Writes the index that {@link Index} reads and describes. */
final class NestIndex {
  private final EntryTable entries;
  private final RuntimeNeed need;
  private final List<String> jars = new ArrayList<>();
  private final List<Slot> slots = new ArrayList<>();

  private record Slot(String name, int jar, int release) {}

  NestIndex(EntryTable entries, RuntimeNeed need) {
    this.entries = entries;
    this.need = need;
  }

  /**
   * Adds a jar.
   *
   * @param folder of the archive, in which the jar's files lie, without a slash at its end
   * @param names of its files and folders, these with a slash at their end
   * @param multiRelease whether it says that it has variants for Java releases
   */
  void add(String folder, Collection<String> names, boolean multiRelease) {
    int number = jars.size();
    jars.add(folder);
    List<Slot> ofJar = new ArrayList<>();
    for (String name : names) {
      ofJar.add(new Slot(name, number, 0));
      if (name.endsWith("/")) {
        ofJar.add(new Slot(name.substring(0, name.length() - 1), number, 0));
      }
      Versioned versioned = Versioned.of(name);
      if (multiRelease && versioned.release() > 0 && !versioned.path().startsWith("META-INF/")) {
        ofJar.add(new Slot(versioned.path(), number, versioned.release()));
      }
    }
    ofJar.sort(Comparator.comparingInt(Slot::release).reversed());
    slots.addAll(ofJar);
  }

  byte[] bytes() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(bytes);
    out.writeInt(Index.MAGIC);
    entries.writeTo(out);
    JavaRelease release = JavaRelease.of(need);
    out.writeInt(release.feature());
    out.writeBoolean(release.exactly());
    out.writeInt(jars.size());
    for (String jar : jars) {
      out.writeUTF(jar);
    }
    int size = Integer.highestOneBit(Math.max(slots.size(), 4)) << 1;
    if (size < slots.size() * 4 / 3) {
      size <<= 1;
    }
    out.writeInt(size);
    out.write(table(size));
    return bytes.toByteArray();
  }

  private byte[] table(int size) {
    ByteBuffer table = ByteBuffer.allocate(size * Index.SLOT_BYTES);
    for (Slot slot : slots) {
      int hash = slot.name.hashCode();
      int at = hash & size - 1;
      while (table.getInt(at * Index.SLOT_BYTES + 4) != 0) {
        at = at + 1 & size - 1;
      }
      table.position(at * Index.SLOT_BYTES);
      table.putInt(hash);
      table.putInt(slot.jar + 1 | slot.release << 24);
    }
    return table.array();
  }
}
