package dev.girdle.fault;

/** Whose matter a failure is; each has its exit status. */
public enum Fault {
  /** The application or artifact is at fault: damaged, incomplete, hostile. */
  APPLICATION(1),
  /** What was asked for is at fault: words, options, a plan. */
  REQUEST(2),
  /** The machine or network is at fault: no space, no permission. */
  MACHINE(3);

  private final int exitStatus;

  Fault(int exitStatus) {
    this.exitStatus = exitStatus;
  }

  /**
   * The exit status of a command that ends with this fault.
   *
   * @return 1, 2 or 3
   */
  public int exitStatus() {
    return exitStatus;
  }
}
