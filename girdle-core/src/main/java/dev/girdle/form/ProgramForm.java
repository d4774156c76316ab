package dev.girdle.form;

import dev.girdle.binary.pe.PeChecksum;
import dev.girdle.binary.pe.PeProgram;
import dev.girdle.io.Sha256;
import dev.girdle.io.ZipWriter;
import dev.girdle.layout.Layout;
import dev.girdle.layout.Orders;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Function;
import java.util.function.LongConsumer;

/**
 * Writes one program for Windows: a head that unpacks and starts, and behind it the folder as a zip
 * archive whose offsets count from the start of the file, so that every reader of such archives
 * reads it. Where the archive lies stands in the head, in numbers of fixed length.
 */
public final class ProgramForm implements Form {
  private static final int SHORT = 16;
  private static final int BUFFER = 1 << 16;

  /** What Windows loads as a program ends here (PE Format: offsets of four bytes). */
  private static final long LARGEST = 0xffffffffL;

  private final Pack pack;
  private final String name;
  private final Head head;

  /** Makes the head. */
  @FunctionalInterface
  public interface Head {
    /**
     * The program that stands before the archive.
     *
     * @param payload where in the file the archive lies
     * @return a program, of the same length for all numbers of the same length
     */
    PeProgram of(Orders payload);
  }

  /**
   * Creates the form.
   *
   * @param pack how the folder is packed; without a top folder
   * @param name of the application, fit for file names
   * @param head makes the head
   */
  public ProgramForm(Pack pack, String name, Head head) {
    this.pack = pack;
    this.name = name;
    this.head = head;
  }

  @Override
  public void write(
      Layout layout,
      Path place,
      Function<List<WrittenFile>, byte[]> accounts,
      LongConsumer progress)
      throws IOException {
    byte[] first = head.of(orders(0, 0, 0, 0, "0".repeat(64))).bytes();
    ZipWriter.Directory directory =
        new ArchiveForm(pack, first).archive(layout, place, accounts, progress);
    long size = Files.size(place);
    if (size > LARGEST) {
      Files.delete(place);
      throw new IOException(
          "the program would have " + size + " bytes, and Windows starts none of over 4 GiB");
    }
    long offset = first.length;
    String digest = digest(place, offset);
    PeProgram program =
        head.of(orders(offset, size - offset, directory.place(), directory.entries(), digest));
    if (program.bytes().length != first.length) {
      throw new IllegalStateException("the head changed its length");
    }
    try (RandomAccessFile file = new RandomAccessFile(place.toFile(), "rw")) {
      file.write(program.bytes());
      file.seek(program.checksumPlace());
      file.writeInt(Integer.reverseBytes(checksum(place, program.checksumPlace())));
    }
    Permissions.executable(place);
  }

  private Orders orders(long offset, long size, long directory, int entries, String digest) {
    return Orders.NONE
        .and("offset", number(offset))
        .and("size", number(size))
        .and("directory", number(directory))
        .and("entries", number(entries))
        .and("digest", digest)
        .and("program", name)
        .and("folder", name + "-" + digest.substring(0, SHORT));
  }

  private static String number(long number) {
    return "%012d".formatted(number);
  }

  private static String digest(Path place, long offset) throws IOException {
    try (InputStream in = Files.newInputStream(place)) {
      in.skipNBytes(offset);
      return Sha256.copy(in, OutputStream.nullOutputStream());
    }
  }

  private static int checksum(Path place, int at) throws IOException {
    PeChecksum sum = new PeChecksum(at);
    try (InputStream in = Files.newInputStream(place)) {
      byte[] buffer = new byte[BUFFER];
      for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
        sum.add(buffer, 0, count);
      }
    }
    return sum.value();
  }
}
