package dev.girdle.depot;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.util.ArrayList;
import java.util.List;

/** What a depot would not or could not do. */
public final class DepotException extends GirdleException {
  private static final long serialVersionUID = 1;

  private final int status;

  private DepotException(Fault fault, int status, List<String> lines) {
    super(fault, lines);
    this.status = status;
  }

  /**
   * A depot answers with a status that is not the wished one.
   *
   * @param status of HTTP
   * @param depot how people call it
   * @param what was to be done: "take tidebook"
   * @param said what the depot says of it; may be empty
   * @param hasLogin whether a name and password were sent
   * @return the error
   */
  static DepotException answered(
      int status, String depot, String what, String said, boolean hasLogin) {
    List<String> lines = new ArrayList<>();
    String why =
        switch (status) {
          case 401 ->
              hasLogin
                  ? "it does not accept this name with this password"
                  : "it wants a name and a password";
          case 403 ->
              hasLogin ? "who this is may not do that" : "nobody without a name may do that";
          case 404 -> "there is no such thing";
          case 413 -> "it is too large for it";
          case 429 -> "it is asked too often";
          default -> status >= 500 ? "it fails itself" : "it refuses";
        };
    lines.add(depot + " does not " + what + ": " + why + " (status " + status + ")");
    if (!said.isEmpty()) {
      lines.add("  It says: " + said);
    }
    if (status == 401) {
      lines.add(
          "  Set GIRDLE_DEPOT_USER and GIRDLE_DEPOT_PASSWORD, name a file with --login FILE, or"
              + " --login ask");
    }
    return new DepotException(
        status == 401 || status == 403 || status == 404 ? Fault.REQUEST : Fault.MACHINE,
        status,
        lines);
  }

  /**
   * A depot cannot be spoken with.
   *
   * @param depot how people call it
   * @param why what is wrong
   * @return the error
   */
  public static DepotException unreachable(String depot, String why) {
    return new DepotException(Fault.MACHINE, 0, List.of(depot + " " + why));
  }

  /**
   * What it answered.
   *
   * @return a status of HTTP; 0 if nothing came
   */
  public int status() {
    return status;
  }
}
