package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.WaysToStart;
import java.util.Optional;
import java.util.stream.Collectors;

/** What tells the receiver how to start it. */
final class NativeReadme {
  private NativeReadme() {}

  static String text(LayoutRequest request, Target target, Optional<String> runtime) {
    String title = request.application().identity().title();
    String needs =
        runtime
            .map(r -> "Nothing: " + r + " comes with it")
            .orElseGet(
                () ->
                    "A "
                        + system(target)
                        + request.need().map(n -> " with " + n.text()).orElse(""));
    boolean isLinux = target.system().equals("linux");
    return """
        %s
        %s

        What this is
          The program %s with the libraries and files that it needs. Keep the
          folder together; it may lie anywhere, and may be moved as a whole.

        What it needs
          %s.

        How to start it
        %s  Arguments are passed on as they are. To start it from anywhere, make a symbolic link
          to the starter, or put the bin folder on the PATH.

        What is inside
          %sbin/   the starters
          %sapp/   the program and its files
        %s  licences/   the licences of what is in it
        """
            .formatted(
                title,
                "=".repeat(title.length()),
                title,
                needs,
                WaysToStart.lines(request.starts(), request),
                request.programFolder(),
                request.programFolder(),
                isLinux ? "  lib/, system/   what it needs of a system\n" : "")
        + request.receiverNotes().stream().map(n -> "\n" + n).collect(Collectors.joining());
  }

  private static String system(Target target) {
    String system =
        switch (target.system()) {
          case "windows" -> "Windows";
          case "macos" -> "macOS";
          default -> "Linux";
        };
    return system + " for " + target.processor() + " processors";
  }
}
