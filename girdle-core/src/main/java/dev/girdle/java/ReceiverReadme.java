package dev.girdle.java;

import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.record.RecordFile;
import dev.girdle.record.Sbom;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** The text for whoever receives the folder. */
final class ReceiverReadme {
  private ReceiverReadme() {}

  static String text(List<Starter> starters, LayoutRequest request) {
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
        %s%s  Arguments are passed on as they are. To start it from anywhere, make a symbolic link
          to the starter, or put the bin folder on the PATH.

        If it does not find the right Java
          %s   the folder of the Java to start it with; looked at first
          %s   more options for Java, separated by spaces
          The starter looks at these variables, then at JAVA_HOME, at the PATH, and in the usual
          places, and takes the first Java that is new enough.

        What is inside
        %s\
        """
            .formatted(
                title,
                "=".repeat(title.length()),
                title,
                starter.need().text(),
                ways(name, request),
                others(starters, request),
                starter.javaHomeVariable(),
                starter.javaOptionsVariable(),
                contents(request.programFolder()))
        + request.receiverNotes().stream().map(n -> "\n" + n).collect(Collectors.joining());
  }

  private static String contents(String programFolder) {
    Map<String, String> contents = new LinkedHashMap<>();
    contents.put(programFolder + "bin/", "the starters");
    contents.put(programFolder + "lib/", "the program and its libraries");
    contents.put("licences/", "the licences of what is in it");
    contents.put(Sbom.IN_FOLDER, "its components, for whoever looks for weak ones (CycloneDX)");
    contents.put(RecordFile.IN_FOLDER, "every file with its size, digest and reason");
    int width = contents.keySet().stream().mapToInt(String::length).max().orElse(0);
    StringBuilder lines = new StringBuilder();
    contents.forEach(
        (path, what) ->
            lines.append("  " + path + " ".repeat(width - path.length()) + "  " + what + "\n"));
    return lines.toString();
  }

  private static String ways(String name, LayoutRequest request) {
    boolean linux = request.isFor("linux");
    boolean macos = request.isFor("macos");
    String unix = linux && macos ? "Linux, macOS" : linux ? "Linux       " : "macOS       ";
    String starter = request.programFolder() + "bin/" + name;
    return (linux || macos ? "  " + unix + "   " + starter + "\n" : "")
        + (request.isFor("windows") ? "  Windows        bin\\" + name + ".cmd\n" : "");
  }

  /** The other starters, each on a line of its own. */
  private static String others(List<Starter> starters, LayoutRequest request) {
    return starters.stream()
        .skip(1)
        .map(s -> "  also           " + request.programFolder() + "bin/" + s.start().label() + "\n")
        .collect(Collectors.joining());
  }
}
