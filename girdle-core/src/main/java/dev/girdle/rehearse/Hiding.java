package dev.girdle.rehearse;

/** How well the builder's machine was hidden from a program. */
public enum Hiding {
  /** Other mounts, other processes: what is hidden is not there. */
  NAMESPACES("in a root of its own, where nothing of this machine's users and tools is"),
  /** The same, and of this machine's system nothing is there that another may not have. */
  BARE(
      "on a bare machine, a root of its own with a shell and the C library, and nothing else of this"
          + " system"),
  /** Another home, working folder and environment only: what is hidden can still be found. */
  ENVIRONMENT(
      "with a fresh home and an empty environment only; this system gives no namespaces, so what lies"
          + " elsewhere on this machine could still be found"),
  /** Wine, with drives of its own: no true Windows, and nothing of this machine in sight. */
  WINE("under Wine, in a Windows of its own; what Wine does not show, only a true Windows does");

  private final String text;

  Hiding(String text) {
    this.text = text;
  }

  /**
   * How well this machine was hidden, in words.
   *
   * @return completes "it was rehearsed …"
   */
  public String text() {
    return text;
  }
}
