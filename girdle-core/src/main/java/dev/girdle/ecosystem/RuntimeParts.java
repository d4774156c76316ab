package dev.girdle.ecosystem;

import java.util.Map;

/**
 * Parts of a runtime.
 *
 * @param chosen those that a trimmed one has, each with the reason
 * @param leftOut those that only services or reflection would ask for, each with the reason why it
 *     stays behind
 */
public record RuntimeParts(Map<String, String> chosen, Map<String, String> leftOut) {
  /** Copies the maps. */
  public RuntimeParts {
    chosen = Map.copyOf(chosen);
    leftOut = Map.copyOf(leftOut);
  }
}
