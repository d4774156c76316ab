package dev.girdle.java;

import java.io.IOException;
import java.util.Map;

/** The starter for Windows: a batch file for {@code cmd.exe}, with the line ends it wants. */
final class WindowsStarter {
  private WindowsStarter() {}

  static String script(Starter starter) throws IOException {
    StringBuilder classPath = new StringBuilder();
    for (String jar : starter.jars()) {
      classPath.append(classPath.length() == 0 ? "" : ";").append("%G_HOME%\\lib\\");
      classPath.append(jar.replace("%", "%%"));
    }
    return UnixStarter.fill(
            "starter.cmd",
            Map.of(
                "NAME", starter.identity().name(),
                "TITLE", starter.identity().title(),
                "NEEDS", Integer.toString(starter.need().release()),
                "COMPARE", starter.need().exactly() ? "EQU" : "GEQ",
                "NEED_TEXT", starter.need().text(),
                "VARIABLE", starter.identity().variablePrefix(),
                "OPTIONS", starter.allOptions(),
                "FIRST_JAR", starter.jars().get(0).replace("%", "%%"),
                "CLASS_PATH", classPath.toString(),
                "MAIN", starter.mainClass()))
        .replace("\n", "\r\n");
  }
}
