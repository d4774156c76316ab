package dev.girdle.binary.pe;

/**
 * The checksum of a program for Windows: the sum of all its words of sixteen bits, with what does
 * not fit added again, and its length; its own four bytes count as zero (PE Format: "Optional
 * Header Windows-Specific Fields", CheckSum; as {@code CheckSumMappedFile} counts).
 */
public final class PeChecksum {
  private static final int OWN = 4;

  private final int place;
  private long sum;
  private long length;

  /**
   * Begins.
   *
   * @param place where in the file the checksum stands, an even number
   */
  public PeChecksum(int place) {
    this.place = place;
  }

  /**
   * Goes on with the next bytes of the file.
   *
   * @param bytes what they lie in
   * @param from where they begin
   * @param count how many
   */
  public void add(byte[] bytes, int from, int count) {
    for (int i = 0; i < count; i++, length++) {
      if (length < place || length >= place + OWN) {
        sum += (bytes[from + i] & 0xffL) << ((length & 1) == 0 ? 0 : 8);
      }
    }
    sum = (sum & 0xffff) + (sum >>> 16);
  }

  /**
   * The checksum of all bytes so far.
   *
   * @return as it stands in the file
   */
  public int value() {
    long folded = sum;
    while (folded > 0xffff) {
      folded = (folded & 0xffff) + (folded >>> 16);
    }
    return (int) (folded + length);
  }
}
