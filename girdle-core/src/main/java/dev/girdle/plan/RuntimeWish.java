package dev.girdle.plan;

import java.nio.file.Path;
import java.util.List;

/**
 * Which runtime is wanted.
 *
 * @param kind what of it goes along
 * @param from folders of runtimes, of which the one for the target is taken; empty for the one that
 *     Girdle runs on
 */
public record RuntimeWish(RuntimeKind kind, List<Path> from) {
  /** The receiver's own. */
  public static final RuntimeWish HOST = new RuntimeWish(RuntimeKind.HOST, List.of());

  /** Copies the list. */
  public RuntimeWish {
    from = List.copyOf(from);
  }

  /**
   * Whether any of it goes along.
   *
   * @return false if the receiver's own is used
   */
  public boolean isBundled() {
    return kind != RuntimeKind.HOST;
  }
}
