package dev.girdle.java;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;

/** The starter for Unix systems: POSIX {@code sh}, nothing else needed but {@code readlink}. */
final class UnixStarter {
  private UnixStarter() {}

  static String script(Starter starter) throws IOException {
    StringBuilder classPath = new StringBuilder();
    for (String jar : starter.jars()) {
      classPath.append(classPath.length() == 0 ? "" : ":").append("$home/lib/");
      classPath.append(inDoubleQuotes(jar));
    }
    return fill(
        "starter.sh",
        Map.of(
            "NAME", starter.identity().name(),
            "TITLE", starter.identity().title(),
            "NEEDS", Integer.toString(starter.need().release()),
            "EXACTLY", starter.need().exactly() ? "yes" : "",
            "NEED_TEXT", starter.need().text(),
            "VARIABLE", starter.identity().variablePrefix(),
            "OPTIONS", starter.allOptions(),
            "FIRST_JAR", inDoubleQuotes(starter.jars().get(0)),
            "CLASS_PATH", classPath.toString(),
            "MAIN", inDoubleQuotes(starter.mainClass())));
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
