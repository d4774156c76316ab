package dev.girdle.report;

import dev.girdle.closure.How;
import java.util.List;

/**
 * An item as the picture shows it.
 *
 * @param part the number of its part, from 0
 * @param path where it lies in its part
 * @param name what its language calls it
 * @param bytes how much room it takes; 0 for what takes none
 * @param disposition what becomes of it
 * @param why why, if no link tells; empty if one does
 * @param link the number of the link that reached it first; -1 if none did
 * @param askers all that ask for it, as far as that is known
 */
public record ReportItem(
    int part,
    String path,
    String name,
    long bytes,
    Disposition disposition,
    String why,
    int link,
    List<Asker> askers) {
  /** Copies the list. */
  public ReportItem {
    askers = List.copyOf(askers);
  }

  /**
   * A piece that is called by its path and of which no links are known.
   *
   * @param part the number of its part, from 0
   * @param path where it lies in its part
   * @param bytes how much room it takes
   * @param disposition what becomes of it
   * @param why why
   * @return the piece
   */
  static ReportItem of(int part, String path, long bytes, Disposition disposition, String why) {
    return new ReportItem(part, path, path, bytes, disposition, why, -1, List.of());
  }

  /**
   * A piece that asks for another.
   *
   * @param piece its number, from 0
   * @param how in which way
   */
  public record Asker(int piece, How how) {}
}
