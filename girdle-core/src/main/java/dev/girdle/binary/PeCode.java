package dev.girdle.binary;

import dev.girdle.binary.LinkedCode.Needed;
import dev.girdle.binary.LinkedCode.Subsystem;
import dev.girdle.binary.LinkedCode.When;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a Windows program or library is linked with (Microsoft PE Format: "The .idata Section",
 * "Delay-Load Import Tables", "The .edata Section").
 */
final class PeCode {
  static final int MAGIC = 0x4d5a;
  static final int MAGIC_LITTLE = 0x5a4d;

  private static final int EXPORTS = 0;
  private static final int IMPORTS = 1;
  private static final int DELAYED = 13;
  private static final int MOST = 4096;
  private static final int MOST_EXPORTS = 1 << 17;

  private final PeSections sections;
  private final CodeBytes bytes;

  private PeCode(PeSections sections) {
    this.sections = sections;
    this.bytes = sections.bytes();
  }

  static LinkedCode read(CodeBytes file) throws IOException {
    return new PeCode(new PeSections(file)).linked();
  }

  private LinkedCode linked() throws IOException {
    List<Needed> needed = new ArrayList<>();
    read(sections.directory(IMPORTS), 20, 12, When.AT_START, needed);
    read(sections.directory(DELAYED), 32, 4, When.ONCE_CALLED, needed);
    for (String other : forwardedTo()) {
      if (needed.stream().noneMatch(n -> n.name().equalsIgnoreCase(other))) {
        needed.add(new Needed(other, When.ONCE_CALLED));
      }
    }
    return new LinkedCode(
        Optional.empty(),
        needed,
        List.of(),
        List.of(),
        Optional.empty(),
        Map.of(),
        Set.of(),
        Optional.of(subsystem(sections.header(68))),
        Optional.of(sections.header(48) + "." + sections.header(50)));
  }

  private static Subsystem subsystem(int number) {
    return switch (number) {
      case 2 -> Subsystem.WINDOWS;
      case 3 -> Subsystem.CONSOLE;
      default -> Subsystem.OTHER;
    };
  }

  /** A table of libraries, of which the last entry is empty. */
  private void read(long table, int size, int nameAt, When when, List<Needed> needed)
      throws IOException {
    if (table == 0) {
      return;
    }
    long at = sections.place(table);
    for (int i = 0; i < MOST; i++) {
      long name = bytes.u32(at + (long) i * size + nameAt);
      if (name == 0) {
        return;
      }
      needed.add(new Needed(bytes.text(sections.place(name)), when));
    }
    throw new DamagedCodeException("its table of libraries does not end");
  }

  /** Libraries that have functions which this one only hands on: "LIBRARY.function". */
  private Set<String> forwardedTo() throws IOException {
    Set<String> libraries = new LinkedHashSet<>();
    long table = sections.directory(EXPORTS);
    if (table == 0) {
      return libraries;
    }
    long end = table + sections.directorySize(EXPORTS);
    long at = sections.place(table);
    long count = bytes.u32(at + 20);
    long functions = bytes.u32(at + 28);
    if (count > MOST_EXPORTS) {
      throw new DamagedCodeException("its functions cannot be counted");
    }
    long first = count == 0 ? 0 : sections.place(functions);
    for (long i = 0; i < count; i++) {
      long function = bytes.u32(first + 4 * i);
      if (function > table && function < end) { // not code, but the name of what has it
        String name = bytes.text(sections.place(function));
        int dot = name.lastIndexOf('.');
        if (dot > 0) {
          libraries.add(name.substring(0, dot) + ".dll");
        }
      }
    }
    return libraries;
  }
}
