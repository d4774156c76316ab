package dev.girdle.python.launch;

import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.io.Template;
import dev.girdle.launch.BatchWords;
import dev.girdle.launch.ShellWords;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The starters: POSIX {@code sh} and batch files for {@code cmd.exe}. They look for a Python of the
 * right release and say what they found if there is none; one that goes along is taken if the user
 * names no other.
 */
final class PythonStarter {
  private static final int NEWEST_MINOR = 15;
  private static final int NO_LIMIT = 999;

  private PythonStarter() {}

  /** The variable that names the Python to start with. */
  static String variable(Identity identity) {
    return identity.variablePrefix() + "_PYTHON";
  }

  private static String before(RuntimeNeed need) {
    return need.range().before().orElse("");
  }

  private static int minor(String release) {
    String[] parts = release.split("\\.");
    return parts.length < 2 ? NO_LIMIT : Integer.parseInt(parts[1]);
  }

  static String unix(
      Identity identity,
      LaunchSpec start,
      StartedModule started,
      RuntimeNeed need,
      boolean isBundled) {
    Map<String, String> values = common(identity, start, need);
    values.put("NEEDS", need.range().least());
    values.put("BEFORE", before(need));
    List<String> names = new ArrayList<>();
    int last = before(need).isEmpty() ? NEWEST_MINOR : minor(before(need)) - 1;
    for (int minor = last; minor >= minor(need.range().least()); minor--) {
      names.add("python3." + minor);
    }
    names.add("python");
    values.put("NAMES", String.join(" ", names));
    values.put(
        "BUNDLED", isBundled ? "[ -n \"$python\" ] || python=$home/runtime/bin/python3\n" : "");
    values.put("LABEL", start.label());
    values.put("ENTRY", ShellWords.behind(started.words()).substring(1));
    values.put("FIXED_OPTIONS", ShellWords.behind(start.options()));
    values.put("FIXED_ARGUMENTS", ShellWords.behind(start.arguments()));
    values.put("ENVIRONMENT", ShellWords.environment(start));
    values.put("UNIX_HEAD", Template.unixHead());
    return Template.fill(PythonStarter.class, "starter.sh", values);
  }

  /** What the program itself starts as its interpreter. */
  static String interpreter(Identity identity, LaunchSpec start, boolean isBundled) {
    Map<String, String> values = new HashMap<>();
    values.put("TITLE", identity.title());
    values.put("LABEL", start.label());
    String named = "${" + variable(identity) + "-}";
    values.put(
        "PYTHON", isBundled ? "${" + variable(identity) + "-$home/runtime/bin/python3}" : named);
    return Template.fill(PythonStarter.class, "interpreter.sh", values);
  }

  static String windows(
      Identity identity,
      LaunchSpec start,
      StartedModule started,
      RuntimeNeed need,
      boolean isBundled) {
    Map<String, String> values = common(identity, start, need);
    values.put("NEED_MINOR", String.valueOf(minor(need.range().least())));
    values.put(
        "BEFORE_MINOR", String.valueOf(before(need).isEmpty() ? NO_LIMIT : minor(before(need))));
    values.put("LABEL", start.label());
    values.put("ENTRY", BatchWords.behind(started.words()).substring(1));
    values.put("FIXED_OPTIONS", BatchWords.behind(start.options()));
    values.put("FIXED_ARGUMENTS", BatchWords.behind(start.arguments()));
    values.put("ENVIRONMENT", BatchWords.environment(start));
    // a program that is started by "start" outlives the console that started it
    values.put("START", start.opensWindow() ? "start \"\" /b " : "");
    values.put(
        "BUNDLED",
        isBundled
            ? "if not defined G_PYTHON set \"G_PYTHON=%G_HOME%\\runtime\\python.exe\"\n"
            : "");
    return Template.fill(PythonStarter.class, "starter.cmd", values).replace("\n", "\r\n");
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
