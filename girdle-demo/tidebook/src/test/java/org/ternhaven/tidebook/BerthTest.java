package org.ternhaven.tidebook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.time.LocalDateTime;
import org.junit.jupiter.api.Test;
import org.ternhaven.almanac.Turn;

class BerthTest {
  @Test
  void warnsOfLowWaterWhereTheTenderWouldGround() throws IOException {
    Turn low = new Turn(LocalDateTime.of(2026, 3, 14, 6, 0), 0.7, false);
    assertThat(Berth.named("north-quay").warning(low)).contains("too shallow for the tender");
  }

  @Test
  void namesTheBerthsThereAre() {
    assertThatThrownBy(() -> Berth.named("east-quay")).hasMessageContaining("fish-dock");
  }
}
