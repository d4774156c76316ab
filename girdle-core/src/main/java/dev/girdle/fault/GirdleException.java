package dev.girdle.fault;

import java.util.List;

/**
 * The work cannot go on. The lines are for the user: what is wrong, where, and what to do about it;
 * several problems of one kind are reported by one exception.
 */
public final class GirdleException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final Fault fault;
  private final transient List<String> lines;

  /**
   * Creates a failure.
   *
   * @param fault whose matter it is
   * @param lines what the user is told; at least one line
   */
  public GirdleException(Fault fault, List<String> lines) {
    super(String.join("\n", lines));
    this.fault = fault;
    this.lines = List.copyOf(lines);
  }

  /**
   * Creates a failure that has a technical cause.
   *
   * @param fault whose matter it is
   * @param cause shown only when the user asks for details
   * @param lines what the user is told
   */
  public GirdleException(Fault fault, Throwable cause, String... lines) {
    this(fault, List.of(lines));
    initCause(cause);
  }

  /**
   * The application or artifact is at fault.
   *
   * @param lines what the user is told
   * @return the failure
   */
  public static GirdleException application(String... lines) {
    return new GirdleException(Fault.APPLICATION, List.of(lines));
  }

  /**
   * What was asked for is at fault.
   *
   * @param lines what the user is told
   * @return the failure
   */
  public static GirdleException request(String... lines) {
    return new GirdleException(Fault.REQUEST, List.of(lines));
  }

  /**
   * The machine is at fault.
   *
   * @param lines what the user is told
   * @return the failure
   */
  public static GirdleException machine(String... lines) {
    return new GirdleException(Fault.MACHINE, List.of(lines));
  }

  /**
   * Whose matter the failure is.
   *
   * @return never null
   */
  public Fault fault() {
    return fault;
  }

  /**
   * What the user is told.
   *
   * @return at least one line, without line ends
   */
  public List<String> lines() {
    return lines;
  }
}
