package dev.girdle.fault;

import java.util.List;
import java.util.function.Supplier;

/**
 * The work cannot go on. The lines are for the user: what is wrong, where, and what to do about it;
 * several problems of one kind are reported by one exception.
 */
public class GirdleException extends RuntimeException {
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
   * The failure that a failed reading or writing comes down to: that of bytes that cannot be read,
   * or of Girdle, if one of them is behind it; else another one.
   *
   * @param failure what went wrong
   * @param otherwise what it is if nobody has said more
   * @return never null
   */
  public static GirdleException because(Exception failure, Supplier<GirdleException> otherwise) {
    for (Throwable at = failure; at != null; at = at.getCause()) {
      if (at instanceof GirdleException known) {
        return known;
      }
      if (at instanceof UnreadableException unreadable) {
        return new GirdleException(unreadable.fault(), failure, unreadable.getMessage());
      }
    }
    return otherwise.get();
  }

  /**
   * The same; if nobody has said more, it is a matter of the machine.
   *
   * @param failure what went wrong
   * @param what of the user's could not be done: "cannot read x"; the failure's own words follow
   * @return never null
   */
  public static GirdleException because(Exception failure, String what) {
    return because(
        failure,
        () -> new GirdleException(Fault.MACHINE, failure, what + ": " + failure.getMessage()));
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
