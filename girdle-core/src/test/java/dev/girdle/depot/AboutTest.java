package dev.girdle.depot;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.image.Annotations;
import dev.girdle.image.Descriptor;
import dev.girdle.image.MediaTypes;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What is said of releases. */
class AboutTest {
  private static Descriptor said(String time) {
    return Descriptor.of("x", time.getBytes(StandardCharsets.UTF_8))
        .about(MediaTypes.ABOUT)
        .annotated(Map.of(Annotations.SAID, time));
  }

  /** As texts, the first of these would be the later one. */
  @Test
  void theLastWordCountsWhetherItsTimeHasAFractionOrNot() {
    Descriptor early = said("2026-11-27T10:00:05Z");
    Descriptor late = said("2026-11-27T10:00:05.25Z");
    Descriptor strange = said("tomorrow");
    Descriptor without = Descriptor.of("x", new byte[0]).about(MediaTypes.ABOUT);
    assertThat(About.last(List.of(late, strange, early, without))).contains(late);
    assertThat(About.last(List.of(strange, early))).contains(early);
    assertThat(About.last(List.of())).isEmpty();
  }
}
