package dev.girdle.java.maven;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Target;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ActivationTest {
  private static Pom.Profile profile(String... conditions) {
    Map<String, String> activation = new LinkedHashMap<>();
    for (int i = 0; i < conditions.length; i += 2) {
      activation.put(conditions[i], conditions[i + 1]);
    }
    return new Pom.Profile(activation, Map.of(), List.of(), List.of(), List.of());
  }

  private static boolean holds(String target, String... conditions) {
    Activation activation = Activation.of(Optional.of(Target.of(target)));
    return !activation.active(List.of(profile(conditions))).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "linux-x64, os.family, unix, true",
    "linux-x64, os.family, windows, false",
    "linux-x64, os.family, !windows, true",
    "macos-arm64, os.family, mac, true",
    "macos-arm64, os.family, unix, true",
    "macos-arm64, os.arch, aarch64, true",
    "windows-x64, os.family, Windows, true",
    "windows-x64, os.arch, amd64, true",
    "windows-x64, os.arch, x86_64, true",
    "linux-arm64, os.arch, x86_64, false",
    "linux-arm64, os.name, Linux, true",
    "linux-x64, jdk, '[1.8,)', true",
    "linux-x64, jdk, '[1.5,1.8)', false",
    "linux-x64, jdk, 1.4, false",
    "linux-x64, jdk, !1.4, true",
    "linux-x64, property.name, release, false",
    "linux-x64, property.name, !release, true",
    "linux-x64, property.name, java.version, true",
    "linux-x64, file.exists, src, false",
  })
  void conditionsHoldForTheTargetAndNotForThisMachine(
      String target, String condition, String value, boolean holds) {
    assertThat(holds(target, condition, value)).isEqualTo(holds);
  }

  @Test
  void allConditionsOfAProfileHaveToHold() {
    assertThat(holds("linux-x64", "os.family", "unix", "os.arch", "amd64")).isTrue();
    assertThat(holds("linux-x64", "os.family", "unix", "os.arch", "aarch64")).isFalse();
    assertThat(holds("linux-x64", "property.name", "os.name", "property.value", "linux")).isTrue();
    assertThat(holds("linux-x64", "property.name", "os.name", "property.value", "!linux"))
        .isFalse();
  }

  @Test
  void whatHoldsByDefaultHoldsOnlyIfNothingElseDoes() {
    Activation linux = Activation.of(Optional.of(Target.of("linux-x64")));
    Pom.Profile usual = profile("activeByDefault", "true");
    Pom.Profile unix = profile("os.family", "unix");
    Pom.Profile windows = profile("os.family", "windows");
    assertThat(linux.active(List.of(usual, windows))).containsExactly(usual);
    assertThat(linux.active(List.of(usual, unix, windows))).containsExactly(unix);
    assertThat(linux.active(List.of(profile()))).isEmpty();
  }
}
