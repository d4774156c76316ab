package dev.girdle.io;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;

/**
 * The one time that all files of an artifact bear, so that the same input gives the same bytes:
 * what {@code SOURCE_DATE_EPOCH} says (seconds since 1970, UTC), else the start of 1980, the first
 * that a zip archive can express.
 *
 * @param time in UTC, between 1980 and 2107, the range of a zip archive
 */
public record SourceDate(LocalDateTime time) {
  private static final LocalDateTime EARLIEST = LocalDateTime.of(1980, 1, 1, 0, 0);
  private static final LocalDateTime LATEST = LocalDateTime.of(2107, 12, 31, 23, 59, 56);

  /**
   * Reads the time from the variable's value.
   *
   * @param epochSeconds the value of {@code SOURCE_DATE_EPOCH}; null or not a number means unset
   * @return the time, moved into the range of a zip archive
   */
  public static SourceDate of(String epochSeconds) {
    if (epochSeconds == null || !epochSeconds.matches("[0-9]{1,11}")) {
      return new SourceDate(EARLIEST);
    }
    LocalDateTime time =
        LocalDateTime.ofInstant(
            Instant.ofEpochSecond(Long.parseLong(epochSeconds)), ZoneOffset.UTC);
    return new SourceDate(
        time.isBefore(EARLIEST) ? EARLIEST : time.isAfter(LATEST) ? LATEST : time);
  }

  /**
   * The time for file systems.
   *
   * @return the instant
   */
  public Instant instant() {
    return time.toInstant(ZoneOffset.UTC);
  }

  /** The next time that a zip archive can tell from this one. */
  SourceDate later() {
    return new SourceDate(time.plusSeconds(2));
  }

  /** MS-DOS date and time as a zip archive has them: date in the upper 16 bits, time below. */
  int dos() {
    int date = (time.getYear() - 1980) << 9 | time.getMonthValue() << 5 | time.getDayOfMonth();
    int clock = time.getHour() << 11 | time.getMinute() << 5 | time.getSecond() / 2;
    return date << 16 | clock;
  }
}
