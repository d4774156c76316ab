package dev.girdle.cli.view;

import dev.girdle.ecosystem.RuntimeNeed;
import java.util.Map;
import java.util.Optional;

/** The runtime that is needed, as all commands write it. */
final class NeedJson {
  private NeedJson() {}

  /** Empty if none is needed; then the key is left out. */
  static Optional<Map<String, Object>> of(Optional<RuntimeNeed> need) {
    return need.map(
        n ->
            Json.object(
                "language", n.language(), "needs", n.range().toString(), "because", n.because()));
  }
}
