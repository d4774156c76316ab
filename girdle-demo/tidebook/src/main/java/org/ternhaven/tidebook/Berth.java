package org.ternhaven.tidebook;

import java.io.IOException;
import java.util.Optional;
import java.util.Properties;
import org.ternhaven.almanac.Turn;

/**
 * A berth of the harbour.
 *
 * @param name as the pilots call it
 * @param depth below chart datum, in metres
 * @param quay height of the quay above chart datum, in metres
 */
record Berth(String name, double depth, double quay) {
  private static final double DEEPEST_DRAUGHT = 3.0;

  static Berth named(String name) throws IOException {
    Properties berths = Settings.read("/berths.properties");
    String found = berths.getProperty(name);
    if (found == null) {
      throw new IllegalArgumentException(
          "no berth " + name + "; there are " + String.join(", ", berths.stringPropertyNames()));
    }
    String[] metres = found.split(",");
    return new Berth(name, Double.parseDouble(metres[0]), Double.parseDouble(metres[1]));
  }

  Optional<String> warning(Turn turn) {
    if (!turn.high() && turn.metres() + depth < DEEPEST_DRAUGHT) {
      return Optional.of("too shallow for the tender");
    }
    if (turn.high() && quay - turn.metres() < 0.5) {
      return Optional.of("the quay will be wet");
    }
    return Optional.empty();
  }
}
