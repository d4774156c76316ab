package dev.girdle.rehearse;

/**
 * How a stranger's machine is to be.
 *
 * @param network whether it has a network
 * @param bare whether it has nothing but a shell, the C library, and what the artifact says it
 *     needs
 */
public record StageWish(boolean network, boolean bare) {
  /** A machine as most are. */
  public static final StageWish USUAL = new StageWish(true, false);
}
