package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.io.Template;
import dev.girdle.launch.BatchWords;
import dev.girdle.launch.ShellWords;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** The starters: POSIX {@code sh} and batch files for {@code cmd.exe}. */
final class NativeStarter {
  private static final Pattern FOLDER = Pattern.compile("\\\\[^\\\\]*$");

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
   * @param libraries the folder of libraries, if the program does not find them by itself
   * @param hasPlaces whether there is a library that leads paths
   * @param spares libraries which are only used where there are none
   * @param folders where programs lie that it may start by their names
   */
  String unix(
      List<String> needed,
      Optional<String> libraries,
      boolean hasPlaces,
      SpareLibraries spares,
      List<String> folders) {
    Map<String, String> values = values();
    values.put(
        "FILES", needed.stream().map(ShellWords::quoted).collect(Collectors.joining(" \\\n  ")));
    values.put("PATHS", paths(folders));
    values.put("LIBRARIES", spares.lookedFor() + libraries.map(l -> told(l, hasPlaces)).orElse(""));
    values.put(
        "COMMAND",
        program.command(p -> "\"$home/\"" + ShellWords.quoted(p), ShellWords::quoted).stream()
            .collect(Collectors.joining(" ")));
    values.put("WORDS", ShellWords.behind(start.arguments()));
    values.put("ENVIRONMENT", ShellWords.environment(start));
    values.put("UNIX_HEAD", Template.unixHead());
    return Template.fill(NativeStarter.class, "starter.sh", values);
  }

  private static String paths(List<String> folders) {
    String all = folders.stream().map(f -> "$home/" + f + ":").collect(Collectors.joining());
    return all.isEmpty()
        ? ""
        : "case $home in\n  *:*) ;; # which cannot be written in a list\n  *) PATH="
            + all
            + "$PATH ;;\nesac\nexport PATH\n";
  }

  private static String told(String libraries, boolean hasPlaces) {
    Map<String, String> values = new HashMap<>();
    values.put("FOLDER", ShellWords.quoted(libraries.replaceFirst("/$", "")));
    values.put("PLACES", hasPlaces ? Placement.LIB + CodeEdits.PLACES : "");
    return Template.fill(NativeStarter.class, "untouched.sh", values);
  }

  /**
   * For {@code cmd.exe}.
   *
   * @param hasContent whether a program with a window is started where its content lies
   */
  String windows(boolean hasContent) {
    Map<String, String> values = values();
    values.put("PROGRAM", program.file().replace('/', '\\').replace("%", "%%"));
    values.put("WORDS", BatchWords.behind(start.arguments()));
    values.put("ENVIRONMENT", BatchWords.environment(start));
    String folder =
        hasContent
            ? "/D \"%G_HOME%\\" + FOLDER.matcher(values.get("PROGRAM")).replaceFirst("") + "\" "
            : "";
    values.put("START", start.opensWindow() ? "start \"\" " + folder : "");
    return Template.fill(NativeStarter.class, "starter.cmd", values).replace("\n", "\r\n");
  }

  private Map<String, String> values() {
    Map<String, String> values = new HashMap<>();
    values.put("NAME", start.label());
    values.put("TITLE", identity.title());
    return values;
  }
}
