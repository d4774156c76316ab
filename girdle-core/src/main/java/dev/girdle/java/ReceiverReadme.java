package dev.girdle.java;

import java.util.List;
import java.util.stream.Collectors;

/** The text for whoever receives the folder. */
final class ReceiverReadme {
  private ReceiverReadme() {}

  static String text(List<Starter> starters) {
    Starter starter = starters.get(0);
    String name = starter.start().label();
    String title = starter.identity().title();
    return """
        %s
        %s

        What this is
          The program %s with everything that it needs but Java itself. Keep the folder
          together; it may lie anywhere, and may be moved as a whole.

        What it needs
          %s.

        How to start it
          Linux, macOS   bin/%s
          Windows        bin\\%s.cmd
        %s  Arguments are passed on as they are. To start it from anywhere, make a symbolic link
          to the starter, or put the bin folder on the PATH.

        If it does not find the right Java
          %s   the folder of the Java to start it with; looked at first
          %s   more options for Java, separated by spaces
          The starter looks at these variables, then at JAVA_HOME, at the PATH, and in the usual
          places, and takes the first Java that is new enough.

        What is inside
          bin/                  the starters
          lib/                  the program and its libraries
          girdle-record.json    every file with its size, digest and reason
        """
        .formatted(
            title,
            "=".repeat(title.length()),
            title,
            starter.need().text(),
            name,
            name,
            others(starters),
            starter.javaHomeVariable(),
            starter.javaOptionsVariable());
  }

  /** The other starters, each on a line of its own. */
  private static String others(List<Starter> starters) {
    return starters.stream()
        .skip(1)
        .map(s -> "  also           bin/" + s.start().label() + "\n")
        .collect(Collectors.joining());
  }
}
