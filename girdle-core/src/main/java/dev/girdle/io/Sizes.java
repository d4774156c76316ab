package dev.girdle.io;

import java.util.Locale;

/** Sizes as people read them: powers of ten, as disks are sold. */
public final class Sizes {
  private Sizes() {}

  /**
   * Writes a size.
   *
   * @param bytes 0 or more
   * @return for example {@code 12.3 MB}
   */
  public static String of(long bytes) {
    if (bytes < 1000) {
      return bytes + " B";
    }
    String[] units = {"kB", "MB", "GB", "TB"};
    double value = bytes / 1000.0;
    int unit = 0;
    while (value >= 999.95 && unit < units.length - 1) {
      value /= 1000;
      unit++;
    }
    return String.format(Locale.ROOT, "%.1f %s", value, units[unit]);
  }

  /**
   * Writes a share.
   *
   * @param part a part
   * @param whole the whole; 0 counts as nothing
   * @return for example {@code 42 %}
   */
  public static String share(long part, long whole) {
    return whole == 0 ? "0 %" : Math.round(100.0 * part / whole) + " %";
  }
}
