package dev.girdle.binary.assembly;

import dev.girdle.binary.CodeBytes;
import dev.girdle.binary.DamagedCodeException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The tables of an assembly's metadata (ECMA-335, II.22 for their columns, II.24.2.6 for how they
 * lie in the file).
 */
final class MetadataTables {
  static final int TYPE_REF = 0x01;
  static final int MEMBER_REF = 0x0a;
  static final int CUSTOM_ATTRIBUTE = 0x0c;
  static final int MODULE_REF = 0x1a;
  static final int IMPL_MAP = 0x1c;
  static final int ASSEMBLY = 0x20;
  static final int ASSEMBLY_REF = 0x23;
  static final int FILE = 0x26;

  /**
   * Columns, by table: a digit is a number of so many bytes; s, g, b an index into the heap of
   * strings, GUIDs, blobs; a number in brackets the index of a row of that table; a capital letter
   * one that can be of several tables, which {@link #CODED} holds.
   */
  private static final String[] COLUMNS = {
    "2sggg",
    "Rss",
    "4ssT[04][06]",
    "[04]",
    "2sb",
    "[06]",
    "422sb[08]",
    "[08]",
    "22s",
    "[02]T",
    "Psb",
    "2Cb",
    "AMb",
    "Fb",
    "2Db",
    "24[02]",
    "4[04]",
    "b",
    "[02][14]",
    "[14]",
    "2sT",
    "[02][17]",
    "[17]",
    "2sb",
    "2[06]S",
    "[02]EE",
    "s",
    "b",
    "2Is[1a]",
    "4[04]",
    "44",
    "4",
    "422224bss",
    "4",
    "444",
    "22224bssb",
    "4[23]",
    "444[23]",
    "4sb",
    "44ssL",
    "44sL",
    "[02][02]",
    "22Gs",
    "Eb",
    "[2a]T"
  };

  private static final String[] CODED = {
    "T:02 01 1b", // TypeDefOrRef
    "C:04 08 17", // HasConstant
    "A:06 04 01 02 08 09 0a 00 0e 17 14 11 1a 1b 20 23 26 27 28 2a 2c 2b", // HasCustomAttribute
    "F:04 08", // HasFieldMarshal
    "D:02 06 20", // HasDeclSecurity
    "P:02 01 1a 06 1b", // MemberRefParent
    "S:14 17", // HasSemantics
    "E:06 0a", // MethodDefOrRef
    "I:04 06", // MemberForwarded
    "L:26 23 27", // Implementation
    "M:-- -- 06 0a --", // CustomAttributeType
    "R:00 1a 23 01", // ResolutionScope
    "G:02 06" // TypeOrMethodDef
  };

  private static final int MOST_ROWS = 1 << 24;

  private final CodeBytes bytes;
  private final int heapSizes;
  private final long[] rows = new long[64];
  private final long[] starts = new long[64];
  private final int[][] sizes = new int[COLUMNS.length][];
  private final int[] rowSizes = new int[COLUMNS.length];

  MetadataTables(CodeBytes bytes) throws IOException {
    this.bytes = bytes;
    this.heapSizes = bytes.u8(6);
    long valid = bytes.i64(8);
    long at = 24;
    for (int table = 0; table < 64; table++) {
      if ((valid >>> table & 1) != 0) {
        rows[table] = bytes.u32(at);
        if (rows[table] > MOST_ROWS) {
          throw new DamagedCodeException("the rows of its tables cannot be counted");
        }
        at += 4;
      }
    }
    if ((heapSizes & 0x40) != 0) {
      at += 4; // data that compilers put there while they work
    }
    for (int table = 0; table < COLUMNS.length; table++) {
      sizes[table] = sizes(table);
      rowSizes[table] = Arrays.stream(sizes[table]).sum();
      starts[table] = at;
      at += rows[table] * rowSizes[table];
    }
    if (at > bytes.size()) {
      throw new DamagedCodeException("it ends before its tables do");
    }
  }

  int rows(int table) {
    return (int) rows[table];
  }

  /**
   * One cell.
   *
   * @param table which
   * @param row from 1 on
   * @param column from 0 on
   */
  long cell(int table, long row, int column) throws IOException {
    if (row < 1 || row > rows[table]) {
      throw new DamagedCodeException("it names a row of a table that is not there");
    }
    long at = starts[table] + (row - 1) * rowSizes[table];
    for (int i = 0; i < column; i++) {
      at += sizes[table][i];
    }
    return switch (sizes[table][column]) {
      case 1 -> bytes.u8(at);
      case 2 -> bytes.u16(at);
      default -> bytes.u32(at);
    };
  }

  private int[] sizes(int table) {
    List<Integer> found = new ArrayList<>();
    String columns = COLUMNS[table];
    for (int i = 0; i < columns.length(); i++) {
      char c = columns.charAt(i);
      if (c == '[') {
        found.add(rows[Integer.parseInt(columns.substring(i + 1, i + 3), 16)] < 1 << 16 ? 2 : 4);
        i += 3;
      } else {
        found.add(size(c));
      }
    }
    return found.stream().mapToInt(s -> s).toArray();
  }

  private int size(char column) {
    return switch (column) {
      case 's' -> (heapSizes & 1) != 0 ? 4 : 2;
      case 'g' -> (heapSizes & 2) != 0 ? 4 : 2;
      case 'b' -> (heapSizes & 4) != 0 ? 4 : 2;
      default -> Character.isDigit(column) ? column - '0' : coded(column);
    };
  }

  private int coded(char letter) {
    for (String line : CODED) {
      if (line.charAt(0) == letter) {
        String[] tables = line.substring(2).split(" ");
        long most = 0;
        for (String one : tables) {
          most = one.equals("--") ? most : Math.max(most, rows[Integer.parseInt(one, 16)]);
        }
        int bits = 32 - Integer.numberOfLeadingZeros(tables.length - 1);
        return most < 1L << 16 - bits ? 2 : 4;
      }
    }
    throw new IllegalStateException("no such column: " + letter);
  }
}
