package dev.girdle.probe;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.Locale;

/** A date is written and read. */
final class Dates implements Probe {
  @Override
  public void run() throws Exception {
    DateTimeFormatter format =
        DateTimeFormatter.ofLocalizedDate(FormatStyle.LONG).withLocale(Locale.US);
    LocalDate day = LocalDate.of(2026, 11, 26);
    if (!LocalDate.parse(format.format(day), format).equals(day)) {
      throw new IllegalStateException(format.format(day));
    }
  }
}
