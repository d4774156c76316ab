package dev.girdle.java;

/** The text for whoever receives the folder. */
final class ReceiverReadme {
  private ReceiverReadme() {}

  static String text(Starter starter) {
    String name = starter.identity().name();
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
          Arguments are passed on as they are. To start it from anywhere, make a symbolic link
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
            starter.javaHomeVariable(),
            starter.javaOptionsVariable());
  }
}
