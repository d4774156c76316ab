package dev.girdle.java.launcher;

import dev.girdle.launch.BatchWords;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.jar.Attributes;
import java.util.jar.Manifest;

/** The starter for Windows: a batch file for {@code cmd.exe}, with the line ends it wants. */
public final class WindowsStarter {
  /** Stands for all jars where they are too many for a command line. */
  public static final String CLASS_PATH_JAR = "windows-class-path.jar";

  /** What {@code cmd.exe} takes, less what stands on the line besides the class path. */
  private static final int LONGEST = 7000;

  /** How long the path of the folder may well be. */
  private static final int FOLDER = 120;

  private WindowsStarter() {}

  /**
   * Whether the class path is too long for a command line.
   *
   * @param starter what is started
   * @return true if a jar has to name the others
   */
  public static boolean needsClassPathJar(Starter starter) {
    return starter.jars().stream().mapToInt(j -> FOLDER + j.length()).sum() > LONGEST;
  }

  /**
   * The manifest of the jar that names the others.
   *
   * @param starter what is started
   * @return its bytes
   * @throws IOException if something cannot be read
   */
  public static byte[] classPathManifest(Starter starter) throws IOException {
    Manifest manifest = new Manifest();
    manifest.getMainAttributes().put(Attributes.Name.MANIFEST_VERSION, "1.0");
    List<String> addresses = new ArrayList<>();
    for (String jar : starter.jars()) {
      addresses.add(URLEncoder.encode(jar, StandardCharsets.UTF_8).replace("+", "%20"));
    }
    manifest.getMainAttributes().put(Attributes.Name.CLASS_PATH, String.join(" ", addresses));
    return LaunchOptions.bytes(manifest);
  }

  /**
   * The batch file that starts an entry.
   *
   * @param starter what is started
   * @return a batch file with the line ends of Windows
   * @throws IOException if something cannot be read
   */
  public static String script(Starter starter) throws IOException {
    StringBuilder classPath = new StringBuilder();
    List<String> jars = needsClassPathJar(starter) ? List.of(CLASS_PATH_JAR) : starter.jars();
    for (String jar : jars) {
      classPath.append(classPath.length() == 0 ? "" : ";").append("%G_HOME%\\lib\\");
      classPath.append(jar.replace("%", "%%"));
    }
    Map<String, String> values = new HashMap<>();
    values.put("NAME", starter.start().label());
    values.put("TITLE", starter.identity().title());
    values.put("NEEDS", starter.need().range().least());
    values.put("COMPARE", starter.need().range().isExact() ? "EQU" : "GEQ");
    values.put("NEED_TEXT", starter.need().text());
    values.put("VARIABLE", starter.identity().variablePrefix());
    values.put("OPTIONS", starter.allOptions());
    values.put("FIXED_OPTIONS", BatchWords.behind(starter.start().options()));
    values.put("FIXED_ARGUMENTS", BatchWords.behind(starter.start().arguments()));
    // a program that is started by "start" outlives the console that started it
    values.put("START", starter.start().opensWindow() ? "start \"\" " : "");
    values.put("LAUNCHER", starter.start().opensWindow() ? "javaw.exe" : "java.exe");
    values.put(
        "BUNDLED",
        starter
            .bundled()
            .map(
                h ->
                    "if not defined G_JAVA set \"G_RELEASE="
                        + h.feature()
                        + "\"\nif not defined G_JAVA set \"G_JAVA=%G_HOME%\\runtime\\bin\\"
                        + values.get("LAUNCHER")
                        + "\"\n")
            .orElse(""));
    values.put("ENVIRONMENT", BatchWords.environment(starter.start()));
    values.put("FIRST_JAR", starter.jars().get(0).replace("%", "%%"));
    values.put("PATH_OPTION", starter.start().isOfModule() ? "-p" : "-cp");
    values.put("CLASS_PATH", classPath.toString());
    values.put(
        "MAIN",
        (starter.start().isOfModule() ? " -m" : "") + BatchWords.behind(starter.mainWords()));
    return UnixStarter.fill("starter.cmd", values).replace("\n", "\r\n");
  }
}
