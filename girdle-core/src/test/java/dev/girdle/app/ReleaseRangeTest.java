package dev.girdle.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ReleaseRangeTest {
  @ParameterizedTest
  @CsvSource({
    ">=17, 17, true",
    ">=17, 16.9.9, false",
    ">=17, 21-ea, true",
    "=21, 21.0.4, true",
    "=21, 22, false",
    "=21.0.1, 21, false",
    ">=18.17 <21, 18.9, false",
    ">=18.17 <21, 20.11.1, true",
    ">=18.17 <21, 21, false",
    ">=18.17 <21, 21.0.0, false",
    ">=1, v20, false",
    ">=1, 99999999999999999999, false"
  })
  void accepts(String range, String release, boolean does) {
    assertThat(ReleaseRange.of(range).accepts(release)).isEqualTo(does);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "17", ">=", ">= 17", ">17", ">=17,<21", ">=1.x", "^1.2"})
  void whatIsNoRangeIsRefused(String text) {
    assertThatThrownBy(() -> ReleaseRange.of(text)).isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void readsWell() {
    assertThat(ReleaseRange.of(">=17").words()).isEqualTo("17 or newer");
    assertThat(ReleaseRange.of("=21").words()).isEqualTo("21 exactly");
    assertThat(ReleaseRange.of(">=18.17 <21").words()).isEqualTo("18.17 or newer, older than 21");
    assertThat(ReleaseRange.of(" >=18.17   <21")).hasToString(">=18.17 <21");
  }

  @Test
  void theEndOfARangeIsToldIfItHasOne() {
    assertThat(ReleaseRange.of(">=3.11 <3.12").before()).contains("3.12");
    assertThat(ReleaseRange.from("17").before()).isEmpty();
    assertThat(ReleaseRange.of("=21").before()).isEmpty();
  }
}
