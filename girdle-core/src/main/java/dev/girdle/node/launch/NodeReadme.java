package dev.girdle.node.launch;

import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.ecosystem.WaysToStart;
import java.util.stream.Collectors;

/** What tells the receiver how to start it. */
final class NodeReadme {
  private NodeReadme() {}

  static String text(LayoutRequest request, RuntimeNeed need) {
    String title = request.application().identity().title();
    boolean own = request.runtime().isBundled();
    String variable = NodeStarter.variable(request.application().identity());
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

        %s
          %s   the program to start it with; looked at first
          %s_OPTS   more options for it, separated by spaces

        What is inside
          %sbin/   the starters
          %sapp/   the program and its packages
          licences/   the licences of what is in it
        """
            .formatted(
                title,
                "=".repeat(title.length()),
                title,
                own ? "" : " but Node.js itself",
                own ? "Nothing: a Node.js comes with it" : need.text(),
                WaysToStart.lines(request.starts(), request),
                own
                    ? "If it has to be started with another Node.js"
                    : "If it does not find the right Node.js",
                variable,
                variable,
                request.programFolder(),
                request.programFolder())
        + request.receiverNotes().stream().map(n -> "\n" + n).collect(Collectors.joining());
  }
}
