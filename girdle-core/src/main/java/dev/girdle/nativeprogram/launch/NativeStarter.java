package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.io.Template;
import dev.girdle.launch.BatchWords;
import dev.girdle.launch.ShellWords;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** The starters: POSIX {@code sh} and batch files for {@code cmd.exe}. */
final class NativeStarter {
  /** What a program is told that cannot be edited; its children are told, too. */
  private static final String LIBRARIES =
      "LD_LIBRARY_PATH=$home/lib${LD_LIBRARY_PATH:+:$LD_LIBRARY_PATH}\nexport LD_LIBRARY_PATH\n";

  private final Identity identity;
  private final LaunchSpec start;
  private final StartedProgram program;

  NativeStarter(Identity identity, LaunchSpec start, StartedProgram program) {
    this.identity = identity;
    this.start = start;
    this.program = program;
  }

  /**
   * For systems with {@code sh}.
   *
   * @param needed what has to lie beside it
   * @param isLeftAlone whether the program does not find libraries by itself
   * @param spares libraries which are only used where there are none
   */
  String unix(List<String> needed, boolean isLeftAlone, SpareLibraries spares) {
    Map<String, String> values = values();
    values.put(
        "FILES", needed.stream().map(ShellWords::quoted).collect(Collectors.joining(" \\\n  ")));
    values.put("LIBRARIES", (isLeftAlone ? LIBRARIES : "") + spares.lookedFor());
    values.put(
        "COMMAND",
        program.command(p -> "\"$home/\"" + ShellWords.quoted(p), ShellWords::quoted).stream()
            .collect(Collectors.joining(" ")));
    values.put("WORDS", ShellWords.behind(start.arguments()));
    values.put("ENVIRONMENT", ShellWords.environment(start));
    values.put("UNIX_HEAD", Template.unixHead());
    return Template.fill(NativeStarter.class, "starter.sh", values);
  }

  String windows() {
    Map<String, String> values = values();
    values.put("PROGRAM", program.file().replace('/', '\\').replace("%", "%%"));
    values.put("WORDS", BatchWords.behind(start.arguments()));
    values.put("ENVIRONMENT", BatchWords.environment(start));
    values.put("START", start.opensWindow() ? "start \"\" " : "");
    return Template.fill(NativeStarter.class, "starter.cmd", values).replace("\n", "\r\n");
  }

  private Map<String, String> values() {
    Map<String, String> values = new HashMap<>();
    values.put("NAME", start.label());
    values.put("TITLE", identity.title());
    return values;
  }
}
