package dev.girdle.io;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class FewTest {
  @Test
  void tellsTheFirstAndHowManyMore() {
    assertThat(Few.of(List.of(), 2)).isEmpty();
    assertThat(Few.of(List.of("a"), 2)).isEqualTo("a");
    assertThat(Few.of(List.of("a", "b"), 2)).isEqualTo("a, b");
    assertThat(Few.of(List.of("a", "b", "c"), 2)).isEqualTo("a, b and 1 more");
    assertThat(Few.of(List.of("a", "b", "c", "d"), 1)).isEqualTo("a and 3 more");
  }
}
