package dev.girdle.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Map;
import org.junit.jupiter.api.Test;

class TemplateTest {
  private static final String NAME = "template.txt";

  private static String fill(Map<String, String> values) {
    return Template.fill(TemplateTest.class, NAME, values);
  }

  @Test
  void whatIsFilledInIsNeverFilledItself() {
    assertThat(fill(Map.of("NAME", "a@TITLE@b", "TITLE", "$1 \\ @NAME@")))
        .isEqualTo("a@TITLE@b is $1 \\ @NAME@, $@a@TITLE@b@b.\n");
  }

  @Test
  void aPlaceWithoutAValueAndAValueWithoutAPlaceAreErrors() {
    assertThatThrownBy(() -> fill(Map.of("NAME", "a"))).hasMessageContaining("@TITLE@");
    assertThatThrownBy(() -> fill(Map.of("NAME", "a", "TITLE", "b", "MORE", "c")))
        .hasMessageContaining("MORE");
  }
}
