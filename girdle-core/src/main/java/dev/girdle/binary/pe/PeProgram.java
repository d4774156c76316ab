package dev.girdle.binary.pe;

import dev.girdle.binary.DamagedCodeException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;

/**
 * A program for Windows, as bytes. It is never changed: who wants it otherwise gets another. The
 * same changes of the same program give the same bytes, also if they were made before.
 */
public final class PeProgram {
  /** What a system opens for it when it is started. */
  public enum Kind {
    /** A window of its own, or nothing. */
    WINDOWED(2),
    /** A console, if it is not started from one. */
    CONSOLE(3);

    private final int number;

    Kind(int number) {
      this.number = number;
    }
  }

  private static final byte[] NAME = {'.', 'r', 's', 'r', 'c', 0, 0, 0};
  private static final int INITIALISED_DATA = 0x40;
  private static final int READABLE = 0x40000000;

  private final byte[] bytes;
  private final PeHeaders headers;

  private PeProgram(byte[] bytes) throws DamagedCodeException {
    this.bytes = bytes;
    this.headers = PeHeaders.of(bytes);
  }

  /**
   * Reads a program.
   *
   * @param bytes the whole file, not copied
   * @return the program
   * @throws DamagedCodeException if it is none, or its headers are wrong
   */
  public static PeProgram of(byte[] bytes) throws DamagedCodeException {
    return new PeProgram(bytes);
  }

  /**
   * The file.
   *
   * @return not copied
   */
  public byte[] bytes() {
    return bytes;
  }

  /**
   * All its resources.
   *
   * @return in their order in the file; empty if it has none
   * @throws DamagedCodeException if they cannot be read
   */
  public List<Resource> resources() throws DamagedCodeException {
    long address = resourceAddress();
    for (PeHeaders.Section section : headers.sections()) {
      if (address != 0
          && address >= section.address()
          && address < section.address() + section.length()) {
        int skipped = (int) (address - section.address());
        ByteBuffer content =
            ByteBuffer.wrap(
                    bytes, (int) section.offset() + skipped, (int) section.length() - skipped)
                .slice();
        return ResourceTree.read(content, address);
      }
    }
    if (address != 0) {
      throw new DamagedCodeException("its resources lie in no section");
    }
    return List.of();
  }

  /**
   * Whether somebody has signed it, so that a change would take that away.
   *
   * @return true if it has a table of certificates
   */
  public boolean isSigned() {
    ByteBuffer head = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    return head.getInt(headers.directory(PeHeaders.CERTIFICATES)) != 0;
  }

  /**
   * The same program with other resources. They go into its last section, which is made if they lie
   * elsewhere. A signature is taken away, since it would be of something else; what stands behind
   * the program stays behind it.
   *
   * @param resources in place of all that it has
   * @return a program with the checksum that it has to have
   * @throws DamagedCodeException if there is no room for a section
   */
  public PeProgram with(Collection<Resource> resources) throws DamagedCodeException {
    List<PeHeaders.Section> sections = headers.sections();
    PeHeaders.Section last =
        sections.stream().max(Comparator.comparingLong(PeHeaders.Section::address)).orElseThrow();
    long fileEnd = sections.stream().mapToLong(PeHeaders.Section::end).max().orElseThrow();
    boolean isThere =
        resourceAddress() != 0 && resourceAddress() == last.address() && last.end() == fileEnd;
    long address =
        isThere
            ? last.address()
            : aligned(
                last.address() + Math.max(last.size(), last.length()), headers.sectionAlignment());
    long offset = isThere ? last.offset() : aligned(fileEnd, headers.fileAlignment());
    byte[] content = ResourceTree.write(resources, address);
    long length = aligned(content.length, headers.fileAlignment());
    byte[] behind = behind((int) fileEnd);
    byte[] out = Arrays.copyOf(bytes, Math.toIntExact(offset + length + behind.length));
    Arrays.fill(out, (int) Math.min(offset, fileEnd), out.length, (byte) 0);
    System.arraycopy(content, 0, out, (int) offset, content.length);
    System.arraycopy(behind, 0, out, (int) (offset + length), behind.length);
    ByteBuffer head = ByteBuffer.wrap(out).order(ByteOrder.LITTLE_ENDIAN);
    int header = isThere ? last.header() : newHeader(head);
    head.putInt(header + 8, content.length).putInt(header + 12, (int) address);
    head.putInt(header + 16, (int) length).putInt(header + 20, (int) offset);
    head.putInt(headers.directory(PeHeaders.RESOURCES), (int) address);
    head.putInt(headers.directory(PeHeaders.RESOURCES) + 4, content.length);
    head.putLong(headers.directory(PeHeaders.CERTIFICATES), 0);
    head.putInt(
        headers.imageSize(), (int) aligned(address + content.length, headers.sectionAlignment()));
    return new PeProgram(out).summed();
  }

  /**
   * The same program, opening something else.
   *
   * @param kind what is opened
   * @return with the checksum that it has to have
   */
  public PeProgram as(Kind kind) {
    byte[] out = bytes.clone();
    ByteBuffer.wrap(out)
        .order(ByteOrder.LITTLE_ENDIAN)
        .putShort(headers.subsystem(), (short) kind.number);
    return known(out).summed();
  }

  /**
   * Where in the file its checksum stands, four bytes with the lowest first.
   *
   * @return an offset
   */
  public int checksumPlace() {
    return headers.checksum();
  }

  private PeProgram summed() {
    byte[] out = bytes.clone();
    PeChecksum sum = new PeChecksum(headers.checksum());
    sum.add(out, 0, out.length);
    ByteBuffer.wrap(out).order(ByteOrder.LITTLE_ENDIAN).putInt(headers.checksum(), sum.value());
    return known(out);
  }

  /** Its headers were read before. */
  private static PeProgram known(byte[] bytes) {
    try {
      return new PeProgram(bytes);
    } catch (DamagedCodeException e) {
      throw new IllegalStateException(e);
    }
  }

  private long resourceAddress() {
    return headers.directories() > PeHeaders.RESOURCES
        ? headers.u32(headers.directory(PeHeaders.RESOURCES))
        : 0;
  }

  /** What stands behind the last section, without a signature, which stands last. */
  private byte[] behind(int from) {
    long end = bytes.length;
    if (headers.directories() > PeHeaders.CERTIFICATES) {
      long signature = headers.u32(headers.directory(PeHeaders.CERTIFICATES));
      if (signature >= from && signature < end) {
        end = signature;
      }
    }
    return Arrays.copyOfRange(bytes, from, (int) end);
  }

  private int newHeader(ByteBuffer head) throws DamagedCodeException {
    int at = headers.table + headers.sectionCount() * PeHeaders.SECTION_SIZE;
    long first =
        headers.sections().stream()
            .filter(s -> s.length() > 0)
            .mapToLong(PeHeaders.Section::offset)
            .min()
            .orElse(0);
    if (at + PeHeaders.SECTION_SIZE > Math.min(headers.u32(headers.headerSize()), first)
        || headers.directories() <= PeHeaders.CERTIFICATES) {
      throw new DamagedCodeException("its header has no room for another section");
    }
    head.put(at, NAME);
    head.putInt(at + 36, INITIALISED_DATA | READABLE);
    head.putShort(headers.coff + 2, (short) (headers.sectionCount() + 1));
    return at;
  }

  private static long aligned(long place, long alignment) {
    return (place + alignment - 1) / alignment * alignment;
  }
}
