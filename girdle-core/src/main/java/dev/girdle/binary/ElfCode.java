package dev.girdle.binary;

import dev.girdle.binary.LinkedCode.Needed;
import dev.girdle.binary.LinkedCode.When;
import java.io.IOException;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * What an ELF file is linked with, by its program headers and its dynamic table, which are there in
 * stripped files too (System V ABI, edition 4.1, "Program Header" and "Dynamic Section"; versions
 * of symbols: Linux Standard Base Core 5.0, "Symbol Version Requirements").
 */
final class ElfCode {
  static final int MAGIC = 0x7f454c46;

  private static final int LOAD = 1;
  private static final int DYNAMIC = 2;
  private static final int INTERPRETER = 3;
  private static final int MOST_SEGMENTS = 4096;
  private static final int MOST_ENTRIES = 65_536;

  private static final int NEEDED = 1;
  private static final int STRINGS = 5;
  private static final int OWN_NAME = 14;
  private static final int RPATH = 15;
  private static final int RUNPATH = 29;
  private static final int DEFINED = 0x6ffffffc;
  private static final int DEFINED_COUNT = 0x6ffffffd;
  private static final int VERSIONS = 0x6ffffffe;
  private static final int VERSIONS_COUNT = 0x6fffffff;

  private final CodeBytes bytes;
  private final boolean wide;
  private final List<Segment> segments = new ArrayList<>();

  private record Segment(int type, boolean isRun, long offset, long address, long size) {}

  private record Entry(long tag, long value) {}

  private ElfCode(CodeBytes bytes, boolean wide) {
    this.bytes = bytes;
    this.wide = wide;
  }

  static LinkedCode read(CodeBytes file) throws IOException {
    int kind = file.u8(4);
    int order = file.u8(5);
    if (kind < 1 || kind > 2 || order < 1 || order > 2) {
      throw new DamagedCodeException("its header is of no known kind");
    }
    CodeBytes bytes = file.in(order == 2 ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN);
    ElfCode elf = new ElfCode(bytes, kind == 2);
    elf.readSegments();
    return elf.linked();
  }

  /** An address or offset: as wide as the file is. */
  private long word(long at) throws IOException {
    return wide ? bytes.i64(at) : bytes.u32(at);
  }

  private void readSegments() throws IOException {
    long start = word(wide ? 0x20 : 0x1c);
    int size = bytes.u16(wide ? 0x36 : 0x2a);
    int count = bytes.u16(wide ? 0x38 : 0x2c);
    if (count > MOST_SEGMENTS || count > 0 && size < (wide ? 56 : 32)) {
      throw new DamagedCodeException("its table of segments cannot be read");
    }
    for (int i = 0; i < count; i++) {
      long at = start + (long) i * size;
      segments.add(
          new Segment(
              bytes.i32(at),
              (bytes.i32(at + (wide ? 4 : 24)) & 1) != 0,
              word(at + (wide ? 8 : 4)),
              word(at + (wide ? 16 : 8)),
              word(at + (wide ? 32 : 16))));
    }
  }

  private Optional<Segment> first(int type) {
    return segments.stream().filter(s -> s.type == type).findFirst();
  }

  /** Where in the file lies what is loaded to an address. */
  private long place(long address) throws DamagedCodeException {
    for (Segment segment : segments) {
      if (segment.type == LOAD
          && address >= segment.address
          && address - segment.address < segment.size) {
        return segment.offset + (address - segment.address);
      }
    }
    throw new DamagedCodeException("an address in it lies in no segment");
  }

  private LinkedCode linked() throws IOException {
    Optional<Segment> loader = first(INTERPRETER);
    Optional<String> interpreter =
        loader.isPresent() ? Optional.of(bytes.text(loader.get().offset)) : Optional.empty();
    List<Entry> table = table();
    Optional<Long> strings = value(table, STRINGS);
    if (strings.isEmpty()) {
      return new LinkedCode(
          Optional.empty(),
          List.of(),
          List.of(),
          List.of(),
          interpreter,
          Map.of(),
          Set.of(),
          Optional.empty(),
          Optional.empty());
    }
    long names = place(strings.get());
    List<Needed> needed = new ArrayList<>();
    for (Entry entry : table) {
      if (entry.tag == NEEDED) {
        needed.add(new Needed(bytes.text(names + entry.value), When.AT_START));
      }
    }
    return new LinkedCode(
        text(table, OWN_NAME, names),
        needed,
        paths(table, RPATH, names),
        paths(table, RUNPATH, names),
        interpreter,
        versions(table, names),
        defined(table, names),
        Optional.empty(),
        Optional.empty());
  }

  /** Empty for code that is linked with nothing while it runs. */
  private List<Entry> table() throws IOException {
    Optional<Segment> dynamic = first(DYNAMIC);
    List<Entry> entries = new ArrayList<>();
    int size = wide ? 16 : 8;
    if (dynamic.isEmpty()) {
      return entries;
    }
    for (long at = dynamic.get().offset; ; at += size) {
      long tag = word(at);
      if (tag == 0) {
        return entries;
      }
      if (entries.size() == MOST_ENTRIES) {
        throw new DamagedCodeException("its dynamic table does not end");
      }
      entries.add(new Entry(tag, word(at + size / 2)));
    }
  }

  private static Optional<Long> value(List<Entry> table, int tag) {
    return table.stream().filter(e -> e.tag == tag).map(Entry::value).findFirst();
  }

  private Optional<String> text(List<Entry> table, int tag, long names) throws IOException {
    Optional<Long> at = value(table, tag);
    return at.isPresent() ? Optional.of(bytes.text(names + at.get())) : Optional.empty();
  }

  private List<String> paths(List<Entry> table, int tag, long names) throws IOException {
    Optional<String> text = text(table, tag, names);
    return text.isEmpty() || text.get().isEmpty() ? List.of() : List.of(text.get().split(":"));
  }

  private Map<String, Set<String>> versions(List<Entry> table, long names) throws IOException {
    Optional<Long> start = value(table, VERSIONS);
    long count = Math.min(value(table, VERSIONS_COUNT).orElse(0L), MOST_ENTRIES);
    Map<String, Set<String>> versions = new LinkedHashMap<>();
    long at = start.isPresent() ? place(start.get()) : 0;
    int read = 0;
    for (long i = 0; start.isPresent() && i < count; i++) {
      Set<String> ofLibrary =
          versions.computeIfAbsent(bytes.text(names + bytes.u32(at + 4)), n -> new TreeSet<>());
      long one = at + bytes.u32(at + 8);
      for (int k = bytes.u16(at + 2); k > 0; k--) {
        if (++read > MOST_ENTRIES) {
          throw new DamagedCodeException("its table of versions does not end");
        }
        ofLibrary.add(bytes.text(names + bytes.u32(one + 8)));
        one += bytes.u32(one + 12);
      }
      at += bytes.u32(at + 12);
    }
    return versions;
  }

  /** The versions that it has for others (LSB Core 5.0, "Symbol Version Definitions"). */
  private Set<String> defined(List<Entry> table, long names) throws IOException {
    Optional<Long> start = value(table, DEFINED);
    long count = Math.min(value(table, DEFINED_COUNT).orElse(0L), MOST_ENTRIES);
    Set<String> defined = new TreeSet<>();
    long at = start.isPresent() ? place(start.get()) : 0;
    for (long i = 0; start.isPresent() && i < count; i++) {
      defined.add(bytes.text(names + bytes.u32(at + bytes.u32(at + 12))));
      if (bytes.u32(at + 16) == 0) {
        break;
      }
      at += bytes.u32(at + 16);
    }
    return defined;
  }

  /**
   * The parts of a file that are loaded and may hold texts, as offsets and lengths, in the order of
   * the table. Linkers put constants apart from code, or, older ones, beside it.
   */
  static List<long[]> loaded(CodeBytes file) throws IOException {
    CodeBytes bytes = file.in(file.u8(5) == 2 ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN);
    ElfCode elf = new ElfCode(bytes, file.u8(4) == 2);
    elf.readSegments();
    List<long[]> parts = new ArrayList<>();
    boolean isApart = elf.segments.stream().filter(s -> s.type == LOAD && !s.isRun).count() > 2;
    for (Segment s : elf.segments) {
      if (s.type == LOAD
          && !(isApart && s.isRun)
          && s.offset >= 0
          && s.size >= 0
          && s.offset <= file.size() - s.size) {
        parts.add(new long[] {s.offset, s.size});
      }
    }
    return parts;
  }
}
