package dev.girdle.binary.elf;

import dev.girdle.binary.DamagedCodeException;
import dev.girdle.binary.elf.ElfTables.Entry;
import dev.girdle.io.Content;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Works out what of a file changes. New strings, and a dynamic table that has grown, go into a
 * segment of their own behind all others. The table of segments stays where it is: kernels before
 * 5.18 find it by the first segment that is loaded. So the new one takes the place of an entry that
 * nothing needs at run time (a note), or, where there is none, the table moves with it, to a place
 * that such a kernel finds.
 */
final class ElfWriter {
  private static final int AARCH64 = 0xb7;
  private static final long VERSIONS = 0x6ffffffe;
  private static final int MOST_LIBRARIES = 65_536;
  private static final long MOST_PADDING = 64L << 20;

  private final ElfTables tables;
  private final ElfEdit edit;
  private final ByteArrayOutputStream strings = new ByteArrayOutputStream();
  private final TreeMap<Long, byte[]> changed = new TreeMap<>();
  private final Map<String, Long> added = new HashMap<>();
  private final long page;

  ElfWriter(ElfTables tables, ElfEdit edit) {
    this.tables = tables;
    this.edit = edit;
    this.strings.writeBytes(tables.strings);
    this.page = tables.machine == AARCH64 ? 1 << 16 : 1 << 12;
  }

  Optional<EditedElf> edited(Content source) throws IOException {
    boolean hasLoader = edit.ownLoader().isPresent();
    if (hasLoader && tables.first(Segment.INTERPRETER).isEmpty()) {
      return Optional.empty(); // a library, or a program that needs no loader
    }
    List<Entry> dynamic = newDynamic();
    Segment oldDynamic = tables.first(Segment.DYNAMIC).orElseThrow();
    boolean moves = (dynamic.size() + 1) * 16L > oldDynamic.fileSize();
    int wanted = hasLoader && moves ? 2 : 1;
    List<Segment> kept = new ArrayList<>(tables.segments);
    if (hasLoader) {
      kept.removeIf(s -> s.type() == Segment.INTERPRETER);
    }
    boolean isRoom = makeRoom(kept, wanted);
    Place place = isRoom ? place() : placeWithTable();
    if (place.offset - tables.fileSize > MOST_PADDING) {
      return Optional.empty();
    }
    Tail tail = new Tail(place);
    int tableSize = (kept.size() + wanted) * Segment.SIZE;
    if (!isRoom) {
      tail.put(new byte[tableSize]); // filled in below
    }
    long stringsAt = tail.put(strings.toByteArray());
    long tableAt = moves ? tail.put(bytes(at(dynamic, stringsAt))) : oldDynamic.address();
    List<Segment> made = new ArrayList<>();
    int flags = Segment.READ | (moves ? Segment.WRITE : 0);
    if (hasLoader && !moves) {
      flags |= Segment.EXECUTE;
    }
    long entry = tables.entry;
    if (hasLoader && moves) {
      made.add(tail.segment(place, flags, page));
      place = tail.nextPage(page);
      flags = Segment.READ | Segment.EXECUTE;
    }
    if (hasLoader) {
      byte[] code = edit.ownLoader().get().code();
      entry = tail.put(code);
      Segment last = Segment.loaded(flags, place.offset, place.address, 0, page);
      List<Segment> own = movedDynamic(tables.segments, moves, tail, tableAt, dynamic);
      tail.put(orders(entry + code.length, inserted(own, with(made, last)), last, tail, place));
    }
    made.add(tail.segment(place, flags, page));
    List<Segment> all = inserted(movedDynamic(kept, moves, tail, tableAt, dynamic), made);
    if (isRoom) {
      while (all.size() < tables.segments.size()) {
        all.add(new Segment(Segment.NULL, 0, 0, 0, 0, 0, 0, 0));
      }
      changed.put(tables.segmentsAt, table(all));
    } else {
      Segment whole = made.get(0);
      all.replaceAll(
          s -> s.type() == Segment.TABLE ? s.at(whole.offset(), whole.address(), tableSize) : s);
      tail.replace(0, table(all));
      changed.put(0x20L, longs(whole.offset()));
      changed.put(0x38L, shorts(all.size()));
    }
    if (!moves) {
      changed.put(
          oldDynamic.offset(), padded(bytes(at(dynamic, stringsAt)), oldDynamic.fileSize()));
    }
    if (hasLoader) {
      changed.put(0x18L, longs(entry));
    }
    sections(tail, stringsAt, tableAt, moves, dynamic);
    versions();
    requireApart();
    return Optional.of(
        new EditedElf(
            source, changed, tail.start.offset - tables.fileSize, tail.bytes.toByteArray()));
  }

  /** Versions of symbols name the library that has them (LSB Core 5.0, "Version Requirements"). */
  private void versions() throws IOException {
    Optional<Entry> table = tables.dynamic.stream().filter(e -> e.tag() == VERSIONS).findFirst();
    if (table.isEmpty() || edit.renamed().isEmpty()) {
      return;
    }
    long at = tables.place(table.get().value());
    for (int i = 0; i < MOST_LIBRARIES; i++) {
      ByteBuffer one = tables.bytes(at, 16);
      String other = edit.renamed().get(tables.text(one.getInt(4) & 0xffffffffL));
      if (other != null) {
        changed.put(at + 4, little(4).putInt((int) nameOf(other)).array());
      }
      if (one.getInt(12) == 0) {
        return;
      }
      at += one.getInt(12) & 0xffffffffL;
    }
    throw new DamagedCodeException("its table of versions does not end");
  }

  /** Where a name stands that the dynamic table has got. */
  private long nameOf(String name) throws DamagedCodeException {
    Long at = added.get(name);
    if (at == null) {
      throw new DamagedCodeException(
          "it asks for versions of a library that it is not linked with");
    }
    return at;
  }

  /** In a file that is whole, none of its tables lies in another. */
  private void requireApart() throws DamagedCodeException {
    long end = 0;
    for (var one : changed.entrySet()) {
      if (one.getKey() < end) {
        throw new DamagedCodeException("its tables lie one over the other");
      }
      end = one.getKey() + one.getValue().length;
    }
    if (end > tables.fileSize) {
      throw new DamagedCodeException("a table in it lies beyond its end");
    }
  }

  /** Where something lies: in the file, and in memory. */
  private record Place(long offset, long address) {}

  /** What stands behind the end of the file. */
  private static final class Tail {
    private final Place start;
    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    private long shift;

    Tail(Place start) {
      this.start = start;
    }

    /** Adds at a multiple of 16; the address that it is loaded to. */
    long put(byte[] more) {
      bytes.writeBytes(new byte[(int) (-(start.offset + bytes.size()) & 15)]);
      long at = address();
      bytes.writeBytes(more);
      return at;
    }

    private long address() {
      return start.address + bytes.size() + shift;
    }

    /** What was added since a place, as a segment that is loaded. */
    Segment segment(Place from, int flags, long page) {
      long size = start.offset + bytes.size() - from.offset;
      return Segment.loaded(flags, from.offset, from.address, size, page);
    }

    /** From here on on a page of its own in memory; in the file, right behind. */
    Place nextPage(long page) {
      put(new byte[0]);
      shift += page;
      return new Place(start.offset + bytes.size(), address());
    }

    void replace(int at, byte[] with) {
      byte[] all = bytes.toByteArray();
      System.arraycopy(with, 0, all, at, with.length);
      bytes.reset();
      bytes.writeBytes(all);
    }

    long offsetOf(long address, boolean isBehindShift) {
      return address - start.address + start.offset - (isBehindShift ? shift : 0);
    }
  }

  private List<Entry> newDynamic() throws DamagedCodeException {
    List<Entry> entries = new ArrayList<>();
    for (String name : edit.first()) {
      entries.add(new Entry(ElfTables.NEEDED, string(name)));
    }
    boolean hasPath = edit.runpath().isEmpty();
    for (Entry entry : tables.dynamic) {
      if (entry.tag() == ElfTables.RPATH || entry.tag() == ElfTables.RUNPATH) {
        continue;
      }
      if (entry.tag() != ElfTables.NEEDED) {
        if (!hasPath) { // behind the libraries, where linkers put it
          hasPath = true;
          entries.add(runpath());
        }
        entries.add(entry);
        continue;
      }
      String name = tables.text(entry.value());
      if (edit.first().contains(name)) {
        continue;
      }
      String other = edit.renamed().getOrDefault(name, name);
      entries.add(other.equals(name) ? entry : new Entry(ElfTables.NEEDED, string(other)));
    }
    if (!hasPath) {
      entries.add(runpath());
    }
    return entries;
  }

  private Entry runpath() {
    return new Entry(ElfTables.RUNPATH, string(String.join(":", edit.runpath())));
  }

  private long string(String text) {
    added.putIfAbsent(text, (long) strings.size());
    long at = strings.size();
    strings.writeBytes(text.getBytes(StandardCharsets.UTF_8));
    strings.write(0);
    return at;
  }

  /** The dynamic table, once it is known where the strings are. */
  private List<Entry> at(List<Entry> entries, long stringsAt) {
    List<Entry> all = new ArrayList<>();
    for (Entry entry : entries) {
      if (entry.tag() == ElfTables.STRINGS) {
        all.add(new Entry(entry.tag(), stringsAt));
      } else if (entry.tag() == ElfTables.STRINGS_SIZE) {
        all.add(new Entry(entry.tag(), strings.size()));
      } else {
        all.add(entry);
      }
    }
    all.add(new Entry(0, 0));
    return all;
  }

  private static byte[] bytes(List<Entry> entries) {
    ByteBuffer to = little(entries.size() * 16);
    entries.forEach(e -> to.putLong(e.tag()).putLong(e.value()));
    return to.array();
  }

  /** Takes out entries that nothing needs at run time, until there is room for more. */
  private boolean makeRoom(List<Segment> kept, int wanted) {
    while (kept.size() + wanted > tables.segments.size()) {
      Optional<Segment> spare =
          kept.stream()
              .filter(s -> s.type() == Segment.NULL)
              .findFirst()
              .or(() -> noteOfProperties(kept))
              .or(() -> kept.stream().filter(s -> s.type() == Segment.NOTE).findFirst());
      if (spare.isEmpty()) {
        return false;
      }
      kept.remove(spare.get());
    }
    return true;
  }

  /** The note that a loader finds by another entry, too. */
  private static Optional<Segment> noteOfProperties(List<Segment> kept) {
    return kept.stream()
        .filter(s -> s.type() == Segment.NOTE)
        .filter(s -> kept.stream().anyMatch(p -> p.type() == Segment.PROPERTY && p.isSameRange(s)))
        .findFirst();
  }

  private long memoryEnd() {
    return tables.segments.stream()
        .filter(s -> s.type() == Segment.LOAD)
        .mapToLong(s -> s.address() + s.memorySize())
        .max()
        .orElseThrow();
  }

  private Place place() {
    long offset = up(tables.fileSize, 16);
    return new Place(offset, up(memoryEnd(), page) + offset % page);
  }

  /**
   * Address and offset differ as they do in the first segment, so that old kernels find the table.
   */
  private Place placeWithTable() {
    Segment first = tables.first(Segment.LOAD).orElseThrow();
    long difference = first.address() - first.offset();
    long offset = Math.max(up(tables.fileSize, page), up(memoryEnd() - difference, page));
    return new Place(offset, offset + difference);
  }

  private static long up(long value, long to) {
    return (value + to - 1) / to * to;
  }

  private List<Segment> movedDynamic(
      List<Segment> kept, boolean moves, Tail tail, long address, List<Entry> dynamic) {
    List<Segment> all = new ArrayList<>(kept);
    if (moves) {
      long size = (dynamic.size() + 1) * 16L;
      all.replaceAll(
          s ->
              s.type() == Segment.DYNAMIC ? s.at(tail.offsetOf(address, false), address, size) : s);
    }
    return all;
  }

  /** Loaded segments have to stand in the order of their addresses. */
  private static List<Segment> inserted(List<Segment> kept, List<Segment> made) {
    List<Segment> all = new ArrayList<>(kept);
    int last = 0;
    for (int i = 0; i < all.size(); i++) {
      last = all.get(i).type() == Segment.LOAD ? i : last;
    }
    all.addAll(last + 1, made);
    return all;
  }

  private static List<Segment> with(List<Segment> some, Segment more) {
    List<Segment> all = new ArrayList<>(some);
    all.add(more);
    return all;
  }

  private static byte[] table(List<Segment> all) {
    ByteBuffer to = little(all.size() * Segment.SIZE);
    all.forEach(s -> s.write(to));
    return to.array();
  }

  /**
   * What follows the code that maps a loader, as its source says: the segments of the program as
   * they were, but where its dynamic table is now, and those that it got.
   */
  private byte[] orders(long here, List<Segment> all, Segment last, Tail tail, Place from) {
    byte[] path = edit.ownLoader().get().path().getBytes(StandardCharsets.UTF_8);
    int size = 24 + all.size() * Segment.SIZE + path.length + 1;
    long length = tail.start.offset + tail.bytes.size() + size - from.offset;
    ByteBuffer to = little(size);
    to.putLong(here).putLong(tables.entry).putLong(all.size());
    for (Segment one : all) {
      (one == last ? last.at(last.offset(), last.address(), length) : one).write(to);
    }
    to.put(path);
    return to.array();
  }

  /** For whoever reads sections: debuggers and tools that show files. */
  private void sections(Tail tail, long stringsAt, long tableAt, boolean moves, List<Entry> dynamic)
      throws IOException {
    ByteBuffer headers = tables.sections();
    for (int i = 0; i + ElfTables.SECTION <= headers.limit(); i += ElfTables.SECTION) {
      int type = headers.getInt(i + 4);
      long address = headers.getLong(i + 0x10);
      if (type == ElfTables.STRINGS_SECTION && address == tables.stringsAddress && address != 0) {
        place(headers, i, stringsAt, tail.offsetOf(stringsAt, false), strings.size());
      } else if (moves && type == ElfTables.DYNAMIC_SECTION) {
        long size = (dynamic.size() + 1) * 16L;
        place(headers, i, tableAt, tail.offsetOf(tableAt, false), size);
      }
    }
    if (headers.limit() > 0) {
      changed.put(tables.sectionsAt, headers.array());
    }
  }

  private static void place(ByteBuffer headers, int at, long address, long offset, long size) {
    headers.putLong(at + 0x10, address).putLong(at + 0x18, offset).putLong(at + 0x20, size);
  }

  private static ByteBuffer little(int size) {
    return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
  }

  private static byte[] longs(long value) {
    return little(8).putLong(value).array();
  }

  private static byte[] shorts(int value) {
    return little(2).putShort((short) value).array();
  }

  private static byte[] padded(byte[] some, long size) {
    return java.util.Arrays.copyOf(some, (int) size);
  }
}
