package dev.girdle.probe;

import java.text.NumberFormat;
import java.util.Locale;

/** A number is written and read. */
final class Numbers implements Probe {
  @Override
  public void run() throws Exception {
    NumberFormat format = NumberFormat.getInstance(Locale.US);
    if (format.parse(format.format(1234.5)).doubleValue() != 1234.5) {
      throw new IllegalStateException(format.format(1234.5));
    }
  }
}
