package dev.girdle.java;

import dev.girdle.app.Start;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** The starter for Unix systems: POSIX {@code sh}, nothing else needed but {@code readlink}. */
final class UnixStarter {
  private UnixStarter() {}

  static String script(Starter starter) throws IOException {
    StringBuilder classPath = new StringBuilder();
    for (String jar : starter.jars()) {
      classPath.append(classPath.length() == 0 ? "" : ":").append("$home/lib/");
      classPath.append(inDoubleQuotes(jar));
    }
    Map<String, String> values = new HashMap<>();
    values.put("NAME", starter.start().label());
    values.put("TITLE", starter.identity().title());
    values.put("NEEDS", Integer.toString(starter.need().release()));
    values.put("EXACTLY", starter.need().exactly() ? "yes" : "");
    values.put("NEED_TEXT", starter.need().text());
    values.put("VARIABLE", starter.identity().variablePrefix());
    values.put("OPTIONS", starter.allOptions());
    values.put("FIXED_OPTIONS", words(starter.start().options()));
    values.put("FIXED_ARGUMENTS", words(starter.start().arguments()));
    values.put(
        "BUNDLED",
        starter
            .bundled()
            .map(
                h ->
                    "[ -n \"$java\" ] || { java=$home/runtime/bin/java; release="
                        + h.feature()
                        + "; }\n")
            .orElse(""));
    values.put("ENVIRONMENT", environment(starter.start()));
    values.put("FIRST_JAR", inDoubleQuotes(starter.jars().get(0)));
    values.put("PATH_OPTION", starter.start().isOfModule() ? "-p" : "-cp");
    values.put("CLASS_PATH", classPath.toString());
    values.put("MAIN", (starter.start().isOfModule() ? " -m" : "") + words(starter.mainWords()));
    return fill("starter.sh", values);
  }

  /** What the user has set already stays as it is. */
  private static String environment(Start start) {
    StringBuilder lines = new StringBuilder();
    start
        .environment()
        .forEach(
            (name, value) ->
                lines
                    .append("[ -n \"${" + name + "+set}\" ] || " + name + "=" + quoted(value))
                    .append("\nexport " + name + "\n"));
    return lines.toString();
  }

  /** Each word after a space. */
  private static String words(List<String> words) {
    return words.stream().map(w -> " " + quoted(w)).collect(Collectors.joining());
  }

  private static String quoted(String word) {
    return "'" + word.replace("'", "'\\''") + "'";
  }

  private static String inDoubleQuotes(String text) {
    return text.replaceAll("([\\\\\"$`])", "\\\\$1");
  }

  static String fill(String template, Map<String, String> values) throws IOException {
    String text;
    try (InputStream in = UnixStarter.class.getResourceAsStream(template)) {
      text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
    for (Map.Entry<String, String> value : values.entrySet()) {
      text = text.replace("@" + value.getKey() + "@", value.getValue());
    }
    return text;
  }
}
