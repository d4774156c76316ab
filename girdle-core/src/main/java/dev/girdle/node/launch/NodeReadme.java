package dev.girdle.node.launch;

import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import java.util.stream.Collectors;

/** What tells the receiver how to start it. */
final class NodeReadme {
  private NodeReadme() {}

  static String text(LayoutRequest request, RuntimeNeed need) {
    String title = request.application().identity().title();
    String bin = request.programFolder() + "bin/";
    String others =
        request.starts().stream()
            .skip(1)
            .map(s -> "  also           " + bin + s.label() + "\n")
            .collect(Collectors.joining());
    LaunchSpec main = request.main();
    String variable = NodeStarter.variable(request.application().identity());
    return """
        %s
        %s

        What this is
          The program %s with everything that it needs but Node.js itself. Keep the
          folder together; it may lie anywhere, and may be moved as a whole.

        What it needs
          %s.

        How to start it
          Linux, macOS   %s%s
        %s  Arguments are passed on as they are. To start it from anywhere, make a symbolic link
          to the starter, or put the bin folder on the PATH.

        If it does not find the right Node.js
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
                need.text(),
                bin,
                main.label(),
                others,
                variable,
                variable,
                request.programFolder(),
                request.programFolder())
        + request.receiverNotes().stream().map(n -> "\n" + n).collect(Collectors.joining());
  }
}
