package dev.girdle.depot.pieces;

import dev.girdle.io.Content;
import dev.girdle.io.InOrder;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Predicate;

/**
 * Cuts files on one thread and makes the pieces ready on all processors. They come in the order in
 * which they lie in the files; a few MiB are in memory at a time.
 */
public final class ParallelCutter implements AutoCloseable {
  private static final int BATCH = 1 << 20;

  private final Predicate<String> isKnown;
  private final InOrder<List<Ready>> work;
  private List<Raw> batch = new ArrayList<>();
  private int batched;

  /** Gets the pieces. */
  public interface Taker {
    /**
     * One piece.
     *
     * @param file the number of its file
     * @param piece the piece
     * @throws IOException if it cannot be taken
     */
    void piece(int file, CutPiece piece) throws IOException;
  }

  private record Raw(int file, byte[] bytes) {}

  private record Ready(int file, CutPiece piece) {}

  /**
   * Prepares to cut.
   *
   * @param isKnown whether the bytes of a piece are not needed, by its digest; asked on any thread
   * @param taker gets the pieces
   */
  public ParallelCutter(Predicate<String> isKnown, Taker taker) {
    this.isKnown = isKnown;
    this.work =
        new InOrder<>(
            "pieces",
            ready -> {
              for (Ready one : ready) {
                taker.piece(one.file, one.piece);
              }
            });
  }

  /**
   * Cuts a file.
   *
   * @param number which one it is
   * @param content its bytes
   * @param isAll whether it is the whole artifact, in whose names the release may stand
   * @throws IOException if they cannot be read, or pieces cannot be taken
   */
  public void cut(int number, Content content, boolean isAll) throws IOException {
    try (InputStream in = content.open()) {
      Cutter cutter = Cutter.forSize(content.size());
      (isAll ? cutter.splittingHeads() : cutter)
          .cut(
              in,
              (buffer, from, length) -> {
                batch.add(new Raw(number, Arrays.copyOfRange(buffer, from, from + length)));
                batched += length;
                if (batched >= BATCH) {
                  hand();
                }
              });
    }
  }

  private void hand() throws IOException {
    List<Raw> handed = batch;
    batch = new ArrayList<>();
    batched = 0;
    work.add(
        () -> handed.stream().map(r -> new Ready(r.file, CutPiece.of(r.bytes, isKnown))).toList());
  }

  /**
   * Waits until all pieces are taken.
   *
   * @throws IOException if they cannot be
   */
  public void finish() throws IOException {
    hand();
    work.finish();
  }

  @Override
  public void close() {
    work.close();
  }
}
