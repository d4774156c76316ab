package dev.girdle.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class ReleaseOrderTest {
  @Test
  void releasesAreOrderedAsPeopleDo() {
    List<String> ordered =
        List.of(
            "0.9",
            "1.0-alpha",
            "1.0-beta2",
            "1.0-beta10",
            "1.0-rc1",
            "1.0",
            "1.0.1",
            "1.2",
            "1.10",
            "2.0-SNAPSHOT",
            "2.0",
            "2026.3",
            "20260314123456789012345678");
    List<String> shuffled = new ArrayList<>(ordered);
    Collections.shuffle(shuffled, new Random(7));
    shuffled.sort(new ReleaseOrder());
    assertThat(shuffled).isEqualTo(ordered);
  }

  @Test
  void onlyTheSameReleaseIsTheSame() {
    assertThat(new ReleaseOrder().compare("1.0", "1.0")).isZero();
    assertThat(new ReleaseOrder().compare("1.0", "1-0")).isNotZero();
    assertThat(new ReleaseOrder().compare("", "1")).isNegative();
  }
}
