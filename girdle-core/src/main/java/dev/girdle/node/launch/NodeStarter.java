package dev.girdle.node.launch;

import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.io.Template;
import dev.girdle.launch.BatchWords;
import dev.girdle.launch.ShellWords;
import java.util.HashMap;
import java.util.Map;

/**
 * The starters: POSIX {@code sh} and batch files for {@code cmd.exe}. They look for a Node that is
 * new enough and say what they found if there is none; one that goes along is taken if the user
 * names no other.
 */
final class NodeStarter {
  private NodeStarter() {}

  /** The variable that names the Node to start with. */
  static String variable(Identity identity) {
    return identity.variablePrefix() + "_NODE";
  }

  static String unix(
      Identity identity,
      LaunchSpec start,
      StartOptions options,
      RuntimeNeed need,
      boolean isBundled) {
    Map<String, String> values = common(identity, start, need);
    values.put("NEEDS", need.range().least());
    values.put("BUNDLED", isBundled ? "[ -n \"$node\" ] || node=$home/runtime/bin/node\n" : "");
    values.put("ENTRY", ShellWords.inDoubleQuotes(start.entry().name()));
    values.put("FIXED_OPTIONS", options.forShell());
    values.put("FIXED_ARGUMENTS", ShellWords.behind(start.arguments()));
    values.put("ENVIRONMENT", ShellWords.environment(start));
    values.put("UNIX_HEAD", Template.unixHead());
    return Template.fill(NodeStarter.class, "starter.sh", values);
  }

  static String windows(
      Identity identity,
      LaunchSpec start,
      StartOptions options,
      RuntimeNeed need,
      boolean isBundled) {
    Map<String, String> values = common(identity, start, need);
    String[] least = (need.range().least() + ".0.0").split("[.]");
    values.put("NEED_MAJOR", least[0]);
    values.put("NEED_MINOR", least[1]);
    values.put("NEED_PATCH", least[2]);
    values.put("ENTRY", start.entry().name().replace('/', '\\').replace("%", "%%"));
    values.put("FIXED_OPTIONS", options.forBatch());
    values.put("FIXED_ARGUMENTS", BatchWords.behind(start.arguments()));
    values.put("ENVIRONMENT", BatchWords.environment(start));
    // a program that is started by "start" outlives the console that started it
    values.put("START", start.opensWindow() ? "start \"\" /b " : "");
    values.put(
        "BUNDLED",
        isBundled ? "if not defined G_NODE set \"G_NODE=%G_HOME%\\runtime\\bin\\node.exe\"\n" : "");
    return Template.fill(NodeStarter.class, "starter.cmd", values).replace("\n", "\r\n");
  }

  private static Map<String, String> common(Identity identity, LaunchSpec start, RuntimeNeed need) {
    Map<String, String> values = new HashMap<>();
    values.put("NAME", start.label());
    values.put("TITLE", identity.title());
    values.put("VARIABLE", identity.variablePrefix());
    values.put("NEED_TEXT", need.text());
    return values;
  }
}
