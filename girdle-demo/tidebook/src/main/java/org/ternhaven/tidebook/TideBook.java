package org.ternhaven.tidebook;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Locale;
import java.util.zip.Checksum;
import org.ternhaven.almanac.Almanac;
import org.ternhaven.almanac.Turn;

/** The tide book: {@code tidebook [BERTH] [DATE]}. */
public final class TideBook {
  private TideBook() {}

  /**
   * Prints the page of one day.
   *
   * @param args the berth (north-quay if not given) and the date (today if not given)
   * @throws IOException if a part of the program is missing
   */
  public static void main(String[] args) throws IOException {
    try {
      Berth berth = Berth.named(args.length > 0 ? args[0] : "north-quay");
      LocalDate day = args.length > 1 ? LocalDate.parse(args[1]) : LocalDate.now();
      print(berth, day, System.out);
    } catch (IllegalArgumentException | DateTimeParseException e) {
      System.err.println("tidebook: " + e.getMessage());
      System.exit(2);
    }
  }

  static void print(Berth berth, LocalDate day, PrintStream out) throws IOException {
    Checksum checksum = Settings.checksum();
    line(out, checksum, "Tide book of Ternhaven, " + berth.name() + ", " + day);
    for (Turn turn : Almanac.open().turns(day)) {
      line(
          out,
          checksum,
          String.format(
              Locale.ROOT,
              "  %tR  %-4s  %5.2f m  %s",
              turn.time(),
              turn.high() ? "high" : "low",
              turn.metres(),
              berth.warning(turn).map(Paint::warning).orElse("")));
    }
    out.printf(Locale.ROOT, "page sum %08x%n", checksum.getValue());
  }

  private static void line(PrintStream out, Checksum checksum, String text) {
    checksum.update(text.getBytes(StandardCharsets.UTF_8));
    out.println(text.stripTrailing());
  }
}
