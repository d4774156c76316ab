package dev.girdle.depot.pieces;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.io.Sha256;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Where bytes are cut. */
class CutterTest {
  private static List<byte[]> pieces(byte[] bytes, Cutter cutter) throws IOException {
    List<byte[]> pieces = new ArrayList<>();
    cutter.cut(
        new ByteArrayInputStream(bytes),
        (buffer, from, length) -> pieces.add(Arrays.copyOfRange(buffer, from, from + length)));
    return pieces;
  }

  private static List<byte[]> pieces(byte[] bytes) throws IOException {
    return pieces(bytes, Cutter.forSize(bytes.length));
  }

  private static byte[] noise(int seed, int length) {
    byte[] bytes = new byte[length];
    new Random(seed).nextBytes(bytes);
    return bytes;
  }

  private static byte[] joined(List<byte[]> pieces) {
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    pieces.forEach(all::writeBytes);
    return all.toByteArray();
  }

  /** How many bytes of the newer pieces are not among the older ones. */
  private static long fresh(List<byte[]> older, List<byte[]> newer) {
    Set<String> known = new HashSet<>();
    older.forEach(p -> known.add(Sha256.of(p)));
    return newer.stream().filter(p -> !known.contains(Sha256.of(p))).mapToLong(p -> p.length).sum();
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 4095, 4096, 4097, 65_536, 1_000_000})
  void piecesTogetherAreTheBytes(int length) throws IOException {
    byte[] bytes = noise(length, length);
    List<byte[]> pieces = pieces(bytes);
    assertThat(joined(pieces)).isEqualTo(bytes);
    assertThat(pieces).allMatch(p -> p.length > 0 && p.length <= 64 << 10);
  }

  @Test
  void zerosAreCutByLength() throws IOException {
    assertThat(pieces(new byte[300_000])).allMatch(p -> p.length <= 64 << 10).hasSizeLessThan(80);
  }

  @Test
  void whatIsPutInChangesOnlyWhatIsAroundIt() throws IOException {
    byte[] bytes = noise(3, 4 << 20);
    List<byte[]> older = pieces(bytes);
    assertThat(older).hasSizeBetween(150, 400);
    for (int place : new int[] {0, 777_777, 2_000_000, bytes.length}) {
      ByteArrayOutputStream more = new ByteArrayOutputStream();
      more.write(bytes, 0, place);
      more.writeBytes(noise(4, 1001));
      more.write(bytes, place, bytes.length - place);
      assertThat(fresh(older, pieces(more.toByteArray())))
          .describedAs("put in at %d", place)
          .isLessThan(3 * (64 << 10));
    }
  }

  /** Where it cuts is part of the format: a receiver's older pieces are found by it. */
  @Test
  void itCutsWhereItAlwaysDid() throws IOException {
    StringBuilder lengths = new StringBuilder();
    for (byte[] piece : pieces(noise(1, 200_000))) {
      lengths.append(piece.length).append(' ');
    }
    assertThat(lengths.toString().strip()).isEqualTo(LENGTHS);
  }

  private static final String LENGTHS =
      "16411 19503 16746 20393 16975 17253 18675 19282 19365 30608 4789";

  private static byte[] zip(String top, int changed) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      for (int i = 0; i < 40; i++) {
        ZipEntry entry = new ZipEntry(top + "/part-" + i);
        entry.setTime(0);
        byte[] content = noise(i == changed ? 1000 + i : i, 9000);
        CRC32 crc = new CRC32();
        crc.update(content);
        entry.setMethod(ZipEntry.STORED);
        entry.setSize(content.length);
        entry.setCrc(crc.getValue());
        zip.putNextEntry(entry);
        zip.write(content);
      }
    }
    return bytes.toByteArray();
  }

  @Test
  void oneChangedEntryOfAnArchiveIsOnePiece() throws IOException {
    long fresh = fresh(pieces(zip("a", -1)), pieces(zip("a", 17)));
    assertThat(fresh).isLessThan(9000 + 2 * 4096 + 6000); // and the directory at the end
  }

  @Test
  void entriesWhoseFolderHasAnotherNameAreFoundAgain() throws IOException {
    byte[] older = zip("mast-1.0.0", -1);
    byte[] newer = zip("mast-1.0.1", -1);
    Cutter splitting = Cutter.forSize(older.length).splittingHeads();
    assertThat(fresh(pieces(older, splitting), pieces(newer, splitting))).isLessThan(15_000);
    assertThat(fresh(pieces(older), pieces(newer))).isGreaterThan(100_000);
  }
}
