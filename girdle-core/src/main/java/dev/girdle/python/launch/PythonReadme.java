package dev.girdle.python.launch;

import dev.girdle.binary.LibcNeed;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.ecosystem.WaysToStart;
import java.util.Optional;
import java.util.stream.Collectors;

/** What tells the receiver how to start it. */
final class PythonReadme {
  private PythonReadme() {}

  /**
   * Writes it.
   *
   * @param libc the C library that native code in the artifact asks for; empty if none does
   */
  static String text(LayoutRequest request, RuntimeNeed need, Optional<LibcNeed> libc) {
    String title = request.application().identity().title();
    boolean own = request.runtime().isBundled();
    String variable = PythonStarter.variable(request.application().identity());
    return """
        %s
        %s

        What this is
          The program %s with everything that it needs%s. Keep the
          folder together; it may lie anywhere, and may be moved as a whole.

        What it needs
          %s.

        How to start it
        %s  Arguments are passed on as they are. To start it from anywhere, make a symbolic link
          to the starter, or put the bin folder on the PATH.
          Packages and settings of the Python of this machine make no difference to it.

        %s
          %s   the program to start it with; looked at first
          %s_OPTS   more options for it, separated by spaces

        What is inside
          %sbin/   the starters
          %sapp/   the program
          %spackages/   the packages that it uses
          licences/   the licences of what is in it
        """
            .formatted(
                title,
                "=".repeat(title.length()),
                title,
                own ? "" : " but Python itself",
                needs(own, need, libc),
                WaysToStart.lines(request.starts(), request),
                own
                    ? "If it has to be started with another Python"
                    : "If it does not find the right Python",
                variable,
                variable,
                request.programFolder(),
                request.programFolder(),
                request.programFolder())
        + request.receiverNotes().stream().map(n -> "\n" + n).collect(Collectors.joining());
  }

  private static String needs(boolean own, RuntimeNeed need, Optional<LibcNeed> libc) {
    String library = libc.map(l -> l.text() + " or newer").orElse("");
    if (own) {
      return library.isEmpty()
          ? "Nothing: a Python comes with it"
          : "On Linux, a C library like this: " + library + ". A Python comes with it";
    }
    return need.text() + (library.isEmpty() ? "" : "; on Linux, " + library);
  }
}
