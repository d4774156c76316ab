package dev.girdle.node.launch;

import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.io.Template;
import dev.girdle.launch.ShellWords;
import java.util.HashMap;
import java.util.Map;

/**
 * The starter for Unix systems: POSIX {@code sh}. It looks for a Node that is new enough and says
 * what it found if there is none.
 */
final class NodeStarter {
  private NodeStarter() {}

  /** The variable that names the Node to start with. */
  static String variable(Identity identity) {
    return identity.variablePrefix() + "_NODE";
  }

  static String script(Identity identity, LaunchSpec start, RuntimeNeed need) {
    Map<String, String> values = new HashMap<>();
    values.put("NAME", start.label());
    values.put("TITLE", identity.title());
    values.put("VARIABLE", identity.variablePrefix());
    values.put("NEEDS", need.range().least());
    values.put("NEED_TEXT", need.text());
    values.put("ENTRY", ShellWords.inDoubleQuotes(start.entry().name()));
    values.put("FIXED_OPTIONS", ShellWords.behind(start.options()));
    values.put("FIXED_ARGUMENTS", ShellWords.behind(start.arguments()));
    values.put("ENVIRONMENT", ShellWords.environment(start));
    values.put("UNIX_HEAD", Template.unixHead());
    return Template.fill(NodeStarter.class, "starter.sh", values);
  }
}
