package dev.girdle.java.launcher;

import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.WaysToStart;
import dev.girdle.java.bundle.RuntimeBundler;
import dev.girdle.record.Demands;
import dev.girdle.record.RecordFile;
import dev.girdle.record.Sbom;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** The text for whoever receives the folder. */
public final class ReceiverReadme {
  private static final String OWN_JAVA = "  Without the first, the Java in the folder is taken.";
  private static final String FOUND_JAVA =
      """
        The starter looks at these variables, then at JAVA_HOME, at the PATH, and in the usual
        places, and takes the first Java that is new enough.\
      """;

  private ReceiverReadme() {}

  /**
   * The text of the file: how each entry is started, what is needed, where it finds that.
   *
   * @param starters the starters, the main one first
   * @param request what is laid out
   * @return lines that end with a line feed
   */
  public static String text(List<Starter> starters, LayoutRequest request) {
    Starter starter = starters.get(0);
    String title = starter.identity().title();
    boolean own = starter.bundled().isPresent();
    return """
        %s
        %s

        What this is
          The program %s with everything that it needs%s. Keep the folder
          together; it may lie anywhere, and may be moved as a whole.

        What it needs
          %s.

        How to start it
        %s  Arguments are passed on as they are. To start it from anywhere, make a symbolic link
          to the starter, or put the bin folder on the PATH.

        %s
          %s   the folder of the Java to start it with; looked at first
          %s   more options for Java, separated by spaces
        %s

        What is inside
        %s\
        """
            .formatted(
                title,
                "=".repeat(title.length()),
                title,
                own ? "" : " but Java itself",
                own
                    ? "Nothing: Java " + starter.bundled().get().version() + " comes with it"
                    : starter.need().text(),
                WaysToStart.lines(starters.stream().map(Starter::start).toList(), request),
                own
                    ? "If it has to be started with another Java"
                    : "If it does not find the right Java",
                starter.javaHomeVariable(),
                starter.javaOptionsVariable(),
                own ? OWN_JAVA : FOUND_JAVA,
                contents(request.programFolder(), own))
        + request.receiverNotes().stream().map(n -> "\n" + n).collect(Collectors.joining());
  }

  private static String contents(String programFolder, boolean hasRuntime) {
    Map<String, String> contents = new LinkedHashMap<>();
    contents.put(programFolder + "bin/", "the starters");
    contents.put(programFolder + "lib/", "the program and its libraries");
    if (hasRuntime) {
      contents.put(programFolder + RuntimeBundler.FOLDER, "Java");
    }
    contents.put("licences/", "the licences of what is in it");
    contents.put(Sbom.IN_FOLDER, "its components, for whoever looks for weak ones (CycloneDX)");
    contents.put(RecordFile.IN_FOLDER, "every file with its size, digest and reason");
    contents.put(Demands.IN_FOLDER, "who asks for what is in it");
    int width = contents.keySet().stream().mapToInt(String::length).max().orElse(0);
    StringBuilder lines = new StringBuilder();
    contents.forEach(
        (path, what) ->
            lines.append("  " + path + " ".repeat(width - path.length()) + "  " + what + "\n"));
    return lines.toString();
  }
}
