package dev.girdle.image;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import dev.girdle.app.Target;
import java.util.Map;
import java.util.Optional;

/**
 * What an image runs on (OCI Image Format Specification 1.1, "Image Index", {@code platform}).
 *
 * @param architecture as Go calls it: {@code amd64}, {@code arm64}
 * @param os {@code linux}
 * @param osVersion null where it does not matter
 * @param variant null where it does not matter
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Platform(
    String architecture, String os, @JsonProperty("os.version") String osVersion, String variant) {
  private static final Map<String, String> PROCESSORS = Map.of("x64", "amd64", "arm64", "arm64");

  /**
   * The platform of a target.
   *
   * @param target for Linux
   * @return the platform
   */
  public static Platform of(Target target) {
    return new Platform(PROCESSORS.get(target.processor()), target.system(), null, null);
  }

  /**
   * The target that it is.
   *
   * @return empty if it is none that Girdle seals for
   */
  public Optional<Target> target() {
    return PROCESSORS.entrySet().stream()
        .filter(e -> e.getValue().equals(architecture))
        .map(e -> Target.of(os + "-" + e.getKey()))
        .findFirst();
  }
}
