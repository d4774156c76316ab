package dev.girdle.node.install;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.io.Content;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class LockFileTest {
  private static final String PACKAGES =
      """
      "packages": {
        "": {"name": "board"},
        "node_modules/ropes": {"version": "1.2.0", "integrity": "sha512-AAEC"},
        "node_modules/ropes/node_modules/hemp": {"version": "2.0.0"},
        "node_modules/hemp": {"version": "1.0.3"},
        "node_modules/checker": {"version": "3.0.0", "dev": true},
        "node_modules/radio": {"version": "1.0.0", "optional": true},
        "node_modules/core": {"resolved": "packages/core", "link": true}}}
      """;

  private static Optional<LockFile> read(String text) throws IOException {
    return LockFile.of(Content.of(text.getBytes(StandardCharsets.UTF_8)));
  }

  @Test
  void readsBothKindsThatTellPlaces() throws IOException {
    for (int kind : new int[] {2, 3}) {
      LockFile lock = read("{\"lockfileVersion\": %d, ".formatted(kind) + PACKAGES).orElseThrow();
      assertThat(lock.packages())
          .containsOnlyKeys(
              "node_modules/checker",
              "node_modules/hemp",
              "node_modules/radio",
              "node_modules/ropes",
              "node_modules/ropes/node_modules/hemp");
      assertThat(lock.called("hemp").orElseThrow().version()).isEqualTo("1.0.3");
      assertThat(lock.called("emp")).isEmpty();
      assertThat(lock.packages().get("node_modules/checker").isForDevelopment()).isTrue();
      assertThat(lock.packages().get("node_modules/radio").isOptional()).isTrue();
    }
  }

  @Test
  void anOlderKindTellsNoPlacesAndWhatIsNoJsonSaysSo() throws IOException {
    assertThat(read("{\"lockfileVersion\": 1, \"dependencies\": {}}")).isEmpty();
    assertThat(read("{}")).isEmpty();
    assertThatThrownBy(() -> read("{oops")).isInstanceOf(IOException.class);
  }

  @Test
  void theCacheIsAskedByDigests(@TempDir Path dir) throws IOException {
    NpmCache cache = new NpmCache(dir);
    assertThat(cache.holds("sha512-AAEC")).isFalse();
    Path place = Files.createDirectories(dir.resolve("_cacache/content-v2/sha512/00/01"));
    Files.writeString(place.resolve("02"), "package");
    assertThat(cache.holds("sha512-AAEC")).isTrue();
    assertThat(cache.holds("sha1-xxxx sha512-AAEC?x")).isTrue();
    assertThat(cache.holds("sha512-AAED")).isFalse();
    for (String wrong :
        new String[] {"", "sha512-", "sha512-A", "md5", "sha512-!!!", "../../x-AAEC"}) {
      assertThat(cache.holds(wrong)).isFalse();
    }
  }
}
