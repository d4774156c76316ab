package dev.girdle.java.maven;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The examples of the POM reference, "Version Order Specification", and others like them. */
class VersionTest {
  @ParameterizedTest
  @ValueSource(
      strings = {
        "1 < 1.1",
        "1-snapshot < 1",
        "1 < 1-sp",
        "1-foo2 < 1-foo10",
        "1.foo = 1-foo",
        "1-foo < 1-1",
        "1-1 < 1.1",
        "1.ga = 1-ga",
        "1-ga = 1-0",
        "1-0 = 1.0",
        "1.0 = 1",
        "1-sp > 1-ga",
        "1-a1 = 1-alpha-1",
        "1.0-alpha-1 < 1.0-beta-1",
        "1.0-milestone-2 < 1.0-rc-1",
        "1.0-cr1 = 1.0-rc1",
        "1.0.RELEASE = 1.0",
        "2.0.0.Final = 2",
        "1.10 > 1.9",
        "33.4.0-jre > 33.3.1-jre",
        "1.0-SNAPSHOT < 1.0",
        "6.10.0.202406032230-r > 6.9.0.202403050737-r",
        "99999999999999999999.1 > 1",
      })
  void ordersAsTheSpecificationSays(String rule) {
    String[] words = rule.split(" ");
    int order = Version.of(words[0]).compareTo(Version.of(words[2]));
    int back = Version.of(words[2]).compareTo(Version.of(words[0]));
    assertThat(Integer.signum(order)).isEqualTo("<=>".indexOf(words[1]) - 1);
    assertThat(Integer.signum(back)).isEqualTo(-Integer.signum(order));
  }

  @Test
  void rangesContainWhatTheySay() {
    VersionRange range = VersionRange.of("(,1.0],[1.2,2.0)").orElseThrow();
    assertThat(List.of("0.5", "1.0", "1.2", "1.9.9")).allMatch(range::contains);
    assertThat(List.of("1.1", "2.0", "3")).noneMatch(range::contains);
    assertThat(range.newestOf(List.of("1.3", "1.10", "2.0"))).contains("1.10");
    assertThat(VersionRange.of("[1.5]").orElseThrow().contains("1.5.0")).isTrue();
    assertThat(VersionRange.of("[1.5").isPresent()).isFalse();
  }
}
