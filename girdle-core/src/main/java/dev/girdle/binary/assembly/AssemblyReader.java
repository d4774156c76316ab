package dev.girdle.binary.assembly;

import dev.girdle.binary.CodeBytes;
import dev.girdle.binary.DamagedCodeException;
import dev.girdle.binary.PeSections;
import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import java.io.IOException;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;

/**
 * Reads assemblies: files for Windows by their outside (ECMA-335, II.25), of which a table leads to
 * metadata (II.24).
 */
public final class AssemblyReader {
  private static final int CLI_HEADER = 14;
  private static final int SIGNATURE = 0x424a5342;
  private static final int ONLY_IL = 1;
  private static final int MOST_STREAMS = 64;
  private static final String FRAMEWORK = "TargetFrameworkAttribute";

  private final CodeBytes bytes;
  private final long flags;
  private final long entry;
  private final long readyCode;
  private final CodeBytes metadata;
  private final Map<String, CodeBytes> streams = new HashMap<>();

  private AssemblyReader(PeSections file, long header) throws IOException {
    this.bytes = file.bytes();
    this.flags = bytes.u32(header + 16);
    this.entry = bytes.u32(header + 20);
    this.readyCode = bytes.u32(header + 64); // made ahead of time beside that which is in IL
    this.metadata = bytes.part(file.place(bytes.u32(header + 8)), bytes.u32(header + 12));
    if (metadata.i32(0) != SIGNATURE) {
      throw new DamagedCodeException("its metadata do not begin as they should");
    }
    long at = 16 + metadata.u32(12);
    int count = metadata.u16(at + 2);
    if (count > MOST_STREAMS) {
      throw new DamagedCodeException("the parts of its metadata cannot be counted");
    }
    at += 4;
    for (int i = 0; i < count; i++) {
      String name = metadata.text(at + 8);
      streams.put(name, metadata.part(metadata.u32(at), metadata.u32(at + 4)));
      at += 8 + (name.length() / 4 + 1) * 4L;
    }
  }

  private static Optional<AssemblyReader> of(SeekableByteChannel file) throws IOException {
    CodeBytes bytes = new CodeBytes(file, ByteOrder.LITTLE_ENDIAN);
    if (!PeSections.isOne(bytes)) {
      return Optional.empty();
    }
    PeSections sections = new PeSections(bytes);
    long header = sections.directory(CLI_HEADER);
    return header == 0
        ? Optional.empty()
        : Optional.of(new AssemblyReader(sections, sections.place(header)));
  }

  /**
   * Reads what an assembly says of itself.
   *
   * @param content any file
   * @return empty if it is none, or a module that is no assembly by itself
   * @throws DamagedCodeException if it looks like one and cannot be one
   * @throws IOException if it cannot be read
   */
  public static Optional<Assembly> read(Content content) throws IOException {
    try (SeekableByteChannel file = Channels.seekable(content)) {
      Optional<AssemblyReader> reader = of(file);
      return reader.isEmpty() ? Optional.empty() : reader.get().assembly();
    }
  }

  /**
   * Reads the texts that its code holds as constants (the heap of user strings, II.24.2.4).
   *
   * @param content any file
   * @param found gets each of them
   * @throws DamagedCodeException if it looks like an assembly and cannot be one
   * @throws IOException if it cannot be read
   */
  public static void texts(Content content, Consumer<String> found) throws IOException {
    try (SeekableByteChannel file = Channels.seekable(content)) {
      Optional<AssemblyReader> reader = of(file);
      if (reader.isPresent() && reader.get().streams.containsKey("#US")) {
        userStrings(reader.get().streams.get("#US"), found);
      }
    }
  }

  private static void userStrings(CodeBytes heap, Consumer<String> found) throws IOException {
    long at = 1;
    while (at < heap.size()) {
      long[] length = length(heap, at);
      long start = at + length[1];
      StringBuilder text = new StringBuilder();
      for (long i = 0; i + 1 < length[0]; i += 2) {
        text.append((char) heap.u16(start + i));
      }
      if (!text.isEmpty()) {
        found.accept(text.toString());
      }
      at = start + length[0];
    }
  }

  /** A length in front of a blob, and how many bytes it takes itself (II.24.2.4). */
  private static long[] length(CodeBytes heap, long at) throws IOException {
    int first = heap.u8(at);
    if ((first & 0x80) == 0) {
      return new long[] {first, 1};
    }
    if ((first & 0x40) == 0) {
      return new long[] {(first & 0x3f) << 8 | heap.u8(at + 1), 2};
    }
    long rest = heap.u8(at + 1) << 16 | heap.u8(at + 2) << 8 | heap.u8(at + 3);
    return new long[] {(long) (first & 0x1f) << 24 | rest, 4};
  }

  private Optional<Assembly> assembly() throws IOException {
    CodeBytes stream = streams.getOrDefault("#~", streams.get("#-"));
    if (stream == null) {
      throw new DamagedCodeException("its metadata have no tables");
    }
    MetadataTables tables = new MetadataTables(stream);
    if (tables.rows(MetadataTables.ASSEMBLY) == 0) {
      return Optional.empty();
    }
    AssemblyName own = name(tables, MetadataTables.ASSEMBLY, 1, 1, 7);
    List<AssemblyName> references = new ArrayList<>();
    for (int row = 1; row <= tables.rows(MetadataTables.ASSEMBLY_REF); row++) {
      references.add(name(tables, MetadataTables.ASSEMBLY_REF, row, 0, 6));
    }
    List<String> modules = new ArrayList<>();
    for (int row = 1; row <= tables.rows(MetadataTables.FILE); row++) {
      modules.add(string(tables.cell(MetadataTables.FILE, row, 1)));
    }
    return Optional.of(
        new Assembly(
            own,
            references,
            natives(tables),
            modules,
            framework(tables),
            entry != 0,
            (flags & ONLY_IL) != 0 || readyCode != 0));
  }

  private AssemblyName name(MetadataTables tables, int table, int row, int version, int name)
      throws IOException {
    StringBuilder numbers = new StringBuilder();
    for (int i = 0; i < 4; i++) {
      numbers.append(i == 0 ? "" : ".").append(tables.cell(table, row, version + i));
    }
    return new AssemblyName(
        string(tables.cell(table, row, name)),
        numbers.toString(),
        string(tables.cell(table, row, name + 1)));
  }

  /** The libraries whose functions are called, and not those that are only mentioned. */
  private List<String> natives(MetadataTables tables) throws IOException {
    Set<String> names = new LinkedHashSet<>();
    for (int row = 1; row <= tables.rows(MetadataTables.IMPL_MAP); row++) {
      long scope = tables.cell(MetadataTables.IMPL_MAP, row, 3);
      if (scope != 0) {
        names.add(string(tables.cell(MetadataTables.MODULE_REF, scope, 0)));
      }
    }
    names.remove("");
    return List.copyOf(names);
  }

  /** The attribute that compilers write of what they compile for. */
  private Optional<String> framework(MetadataTables tables) throws IOException {
    for (int row = 1; row <= tables.rows(MetadataTables.CUSTOM_ATTRIBUTE); row++) {
      long parent = tables.cell(MetadataTables.CUSTOM_ATTRIBUTE, row, 0);
      long type = tables.cell(MetadataTables.CUSTOM_ATTRIBUTE, row, 1);
      boolean isOfAssembly = (parent & 0x1f) == 14; // HasCustomAttribute: Assembly
      boolean isByReference = (type & 7) == 3; // CustomAttributeType: MemberRef
      if (isOfAssembly && isByReference) {
        long owner = tables.cell(MetadataTables.MEMBER_REF, type >> 3, 0);
        boolean isOutside = (owner & 7) == 1; // MemberRefParent: TypeRef
        if (isOutside
            && string(tables.cell(MetadataTables.TYPE_REF, owner >> 3, 1)).equals(FRAMEWORK)) {
          return Optional.of(argument(tables.cell(MetadataTables.CUSTOM_ATTRIBUTE, row, 2)));
        }
      }
    }
    return Optional.empty();
  }

  /** The first argument of an attribute, which is a text (II.23.3). */
  private String argument(long blob) throws IOException {
    CodeBytes heap = heap("#Blob");
    long start = blob + length(heap, blob)[1] + 2;
    long[] length = length(heap, start);
    StringBuilder text = new StringBuilder();
    for (long i = 0; i < length[0]; i++) {
      text.append((char) heap.u8(start + length[1] + i));
    }
    return new String(
        text.toString().getBytes(StandardCharsets.ISO_8859_1), StandardCharsets.UTF_8);
  }

  private String string(long at) throws IOException {
    return at == 0 ? "" : heap("#Strings").text(at);
  }

  private CodeBytes heap(String name) throws DamagedCodeException {
    CodeBytes heap = streams.get(name);
    if (heap == null) {
      throw new DamagedCodeException("its metadata have no part " + name);
    }
    return heap;
  }
}
