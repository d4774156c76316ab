package org.ternhaven.almanac;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.xerial.snappy.Snappy;

/** The tides at Ternhaven bar. */
public final class Almanac {
  private static final Logger LOG = LoggerFactory.getLogger(Almanac.class);
  private static final LocalDateTime EPOCH = LocalDateTime.of(2000, 1, 1, 0, 0);
  private static final double MEAN_LEVEL = 3.62;

  private final List<Constituent> constituents;

  private Almanac(List<Constituent> constituents) {
    this.constituents = constituents;
  }

  /**
   * Reads the constituents that come with the almanac.
   *
   * @return the almanac of Ternhaven bar
   * @throws IOException if they cannot be read
   */
  public static Almanac open() throws IOException {
    try (InputStream in = Almanac.class.getResourceAsStream("constituents.snappy")) {
      String table = new String(Snappy.uncompress(in.readAllBytes()), StandardCharsets.UTF_8);
      List<Constituent> constituents = new ArrayList<>();
      for (String line : table.split("\n")) {
        if (!line.startsWith("#")) {
          String[] cells = line.split(",");
          constituents.add(
              new Constituent(
                  cells[0],
                  Double.parseDouble(cells[1]),
                  Double.parseDouble(cells[2]),
                  Double.parseDouble(cells[3])));
        }
      }
      LOG.info("{} constituents for Ternhaven bar", constituents.size());
      return new Almanac(List.copyOf(constituents));
    }
  }

  /**
   * The height of the tide.
   *
   * @param time harbour time
   * @return metres above chart datum
   */
  public double heightAt(LocalDateTime time) {
    double hours = Duration.between(EPOCH, time).toSeconds() / 3600.0;
    return MEAN_LEVEL + constituents.stream().mapToDouble(c -> c.heightAt(hours)).sum();
  }

  /**
   * The turns of the tide on one day.
   *
   * @param day harbour time
   * @return in order of time
   */
  public List<Turn> turns(LocalDate day) {
    List<Turn> turns = new ArrayList<>();
    LocalDateTime time = day.atStartOfDay();
    for (int minute = 0; minute < 24 * 60; minute++, time = time.plusMinutes(1)) {
      double before = heightAt(time.minusMinutes(1));
      double now = heightAt(time);
      double after = heightAt(time.plusMinutes(1));
      if (now >= before && now > after || now <= before && now < after) {
        turns.add(new Turn(time, now, now > after));
      }
    }
    return turns;
  }
}
