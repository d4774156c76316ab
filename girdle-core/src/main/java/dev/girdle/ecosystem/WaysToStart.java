package dev.girdle.ecosystem;

import dev.girdle.app.LaunchSpec;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What a receiver is told of the starters of a folder: on which system which is theirs. */
public final class WaysToStart {
  private WaysToStart() {}

  /**
   * A line for each system, and one for each further starter.
   *
   * @param starts the ways to start it, the main one first
   * @param request what is laid out
   * @return lines that end with a line feed
   */
  public static String lines(List<LaunchSpec> starts, LayoutRequest request) {
    boolean linux = request.isFor("linux");
    boolean macos = request.isFor("macos");
    boolean windows = request.isFor("windows");
    String bin = request.programFolder() + "bin/";
    String main = starts.get(0).label();
    Map<String, String> ways = new LinkedHashMap<>();
    if (linux || macos) {
      ways.put(linux && macos ? "Linux, macOS" : linux ? "Linux" : "macOS", bin + main);
    }
    if (windows) {
      ways.put("Windows", main + ".exe, or bin\\" + main + ".cmd from scripts");
    }
    StringBuilder lines = new StringBuilder();
    ways.forEach((system, way) -> lines.append("  %-12s   %s%n".formatted(system, way)));
    for (LaunchSpec start : starts.subList(1, starts.size())) {
      String program = start.label() + ".exe";
      String way =
          !linux && !macos ? program : bin + start.label() + (windows ? ", " + program : "");
      lines.append("  also           ").append(way).append('\n');
    }
    return lines.toString().replace("\r\n", "\n");
  }
}
