package dev.girdle.java;

import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.ZipTree;
import dev.girdle.start.Index;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Writes the index that {@link Index} reads and describes. */
final class NestIndex {
  private static final long MAX32 = 0xffffffffL;

  private final EntryTable entries;
  private final RuntimeNeed need;
  private final List<String> jars = new ArrayList<>();
  private final List<Slot> slots = new ArrayList<>();

  private record Slot(String name, int jar, int release, ZipTree.Place place) {}

  NestIndex(EntryTable entries, RuntimeNeed need) {
    this.entries = entries;
    this.need = need;
  }

  void add(String path, Content content, boolean multiRelease) throws IOException {
    int number = jars.size();
    jars.add(path);
    List<Slot> ofJar = new ArrayList<>();
    try (ZipTree tree = ZipTree.open(content, path)) {
      for (ZipTree.Place place : tree.places()) {
        if (place.data() + place.packed() > MAX32 || place.size() > Integer.MAX_VALUE) {
          throw GirdleException.application(
              path + " is too large for a nested archive; use --archive merged or --form folder");
        }
        ofJar.add(new Slot(place.name(), number, 0, place));
        if (place.name().endsWith("/")) {
          String plain = place.name().substring(0, place.name().length() - 1);
          ofJar.add(new Slot(plain, number, 0, place));
        }
        Versioned versioned = Versioned.of(place.name());
        if (multiRelease && versioned.release() > 0 && !versioned.path().startsWith("META-INF/")) {
          ofJar.add(new Slot(versioned.path(), number, versioned.release(), place));
        }
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
    out.writeInt(need.release());
    out.writeBoolean(need.exactly());
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
      ZipTree.Place place = slot.place;
      int method = place.deflated() ? 8 : 0;
      table.position(at * Index.SLOT_BYTES);
      table.putInt(hash);
      table.putInt(slot.jar + 1 | method << 16 | slot.release << 24);
      table.putInt((int) place.header());
      table.putInt((int) (place.data() - place.header()));
      table.putInt((int) place.packed());
      table.putInt((int) place.size());
    }
    return table.array();
  }
}
