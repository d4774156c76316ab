package dev.girdle.io;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LinksTest {
  @ParameterizedTest
  @CsvSource({
    "lib/a, b, lib/b",
    "lib/a, ../b, b",
    "lib/a, .., ''",
    "lib/a, ./x//y/./z, lib/x/y/z",
    "a, ../b, ",
    "lib/a, ../../b, ",
    "lib/a, /etc/passwd, ",
    "lib/a, x/../../../b, ",
    "lib/a, '', "
  })
  void leadsWhere(String path, String target, String expected) {
    assertThat(Links.target(path, target).orElse(null)).isEqualTo(expected);
  }

  @Test
  void whatStaysInsideAndIsThereIsFine() {
    Map<String, String> links =
        Map.of("bin/tool", "../lib/tool.sh", "current", "lib", "lib/again", "../current/tool.sh");
    assertThat(Links.wrong(links, Set.of("lib/tool.sh"))).isEmpty();
  }

  @Test
  void ringsAndLinksToNothingAreNamed() {
    Map<String, String> links =
        Map.of(
            "a", "b", "b", "a", "self", "self/x", "gone", "lib/none", "out", "lib/up/../../../x");
    assertThat(Links.wrong(links, Set.of("lib/tool.sh")))
        .containsOnlyKeys("a", "b", "self", "gone", "out")
        .containsEntry("a", "leads around in a ring")
        .containsEntry("self", "leads around in a ring")
        .containsEntry("gone", "leads to nothing")
        .containsEntry("out", "leads out");
  }

  /** Each link stays inside by its own words, and both together lead out. */
  @Test
  void twoLinksTogetherDoNotLeadOutEither() {
    Map<String, String> links = Map.of("d/up", "..", "d/e/over", "../up/../x");
    // as a file system goes: d/up is the top, so d/up/.. is above it
    assertThat(Links.wrong(links, Set.of("x", "d/e/f"))).containsKey("d/e/over");
  }
}
