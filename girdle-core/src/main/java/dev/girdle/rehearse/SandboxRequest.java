package dev.girdle.rehearse;

/**
 * How a stranger's machine is to be.
 *
 * @param network whether it has a network
 * @param bare whether it has nothing but a shell, the C library, and what the artifact says it
 *     needs
 */
public record SandboxRequest(boolean network, boolean bare) {
  /** A machine as most are. */
  public static final SandboxRequest USUAL = new SandboxRequest(true, false);
}
