package dev.girdle.fault;

import java.io.IOException;
import java.util.Objects;

/**
 * Bytes that cannot be read, from whatever reason, and whose matter that is. Whoever copies bytes
 * meets two kinds of failure: what is read is damaged, or what is written has no room. This is the
 * first kind; every other {@link IOException} of such work is the second.
 */
public final class UnreadableException extends IOException {
  private static final long serialVersionUID = 1L;

  private final Fault fault;
  private final String problem;

  /**
   * Creates the failure.
   *
   * @param fault whose matter it is: the application's if the bytes are damaged, the machine's if
   *     it does not give them
   * @param what names the bytes for the user
   * @param problem what is wrong with them, as the rest of a sentence that starts with their name
   * @param cause what the system said; may be null
   */
  public UnreadableException(Fault fault, String what, String problem, Throwable cause) {
    super(what + " " + problem, cause);
    this.fault = Objects.requireNonNull(fault);
    this.problem = problem;
  }

  /**
   * What is wrong, without a name.
   *
   * @return for example {@code ends too early}
   */
  public String problem() {
    return problem;
  }

  /**
   * What is damaged, for those who go on and tell it with other things.
   *
   * @return the same as {@link #problem}
   * @throws GirdleException if the machine does not give the bytes, so that nobody can go on
   */
  public String damage() {
    if (fault != Fault.APPLICATION) {
      throw new GirdleException(fault, this, getMessage());
    }
    return problem;
  }

  /**
   * Whose matter it is.
   *
   * @return never null
   */
  public Fault fault() {
    return fault;
  }
}
