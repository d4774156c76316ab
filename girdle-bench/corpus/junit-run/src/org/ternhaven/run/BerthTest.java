package org.ternhaven.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BerthTest {
  @Test
  @DisplayName("deep()")
  void deep() {
    List<String> ships = mock();
    when(ships.size()).thenReturn(7);
    assertThat(ships).hasSize(7);
  }

  @ParameterizedTest
  @CsvSource({"north,4.2", "fish,2.5"})
  void levels(String quay, double level) {
    assertThat(level).as(quay).isPositive();
  }

  @Test
  void fails() {
    assertThat(List.of("Kittiwake")).containsExactly("Dunlin");
  }
}
