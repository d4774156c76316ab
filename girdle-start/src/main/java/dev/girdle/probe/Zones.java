package dev.girdle.probe;

import java.time.LocalDateTime;
import java.time.ZoneId;

/** A time zone knows its summer time. */
final class Zones implements Probe {
  @Override
  public void run() throws Exception {
    ZoneId zone = ZoneId.of("America/New_York");
    int seconds = zone.getRules().getOffset(LocalDateTime.of(2026, 7, 1, 12, 0)).getTotalSeconds();
    if (seconds != -4 * 3600) {
      throw new IllegalStateException(zone + " is off by " + seconds);
    }
  }
}
