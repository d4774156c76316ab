package org.ternhaven.almanac;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.xerial.snappy.Snappy;

class AlmanacTest {
  @Test
  void theTideTurnsThreeOrFourTimesADayAndHighFollowsLow() throws IOException {
    Almanac almanac = Almanac.open();
    for (int day = 1; day <= 31; day++) {
      List<Turn> turns = almanac.turns(LocalDate.of(2026, 3, day));
      assertThat(turns).hasSizeBetween(3, 4);
      for (int i = 1; i < turns.size(); i++) {
        assertThat(turns.get(i).high()).isNotEqualTo(turns.get(i - 1).high());
      }
    }
  }

  @Test
  void thePackedConstituentsAreThoseOfTheTable() throws IOException {
    try (InputStream table = getClass().getResourceAsStream("/constituents.csv");
        InputStream packed = Almanac.class.getResourceAsStream("constituents.snappy")) {
      assertThat(Snappy.uncompress(packed.readAllBytes())).isEqualTo(table.readAllBytes());
    }
  }
}
