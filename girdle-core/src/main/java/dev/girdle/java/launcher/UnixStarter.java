package dev.girdle.java.launcher;

import dev.girdle.io.Template;
import dev.girdle.launch.ShellWords;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The starter for Unix systems: POSIX {@code sh}, nothing else needed but {@code readlink}. */
public final class UnixStarter {
  private UnixStarter() {}

  /** The starter of a folder, which goes into {@code bin}. */
  public static String script(Starter starter) {
    StringBuilder classPath = new StringBuilder();
    for (String jar : starter.jars()) {
      classPath.append(classPath.length() == 0 ? "" : ":").append("$home/lib/");
      classPath.append(ShellWords.inDoubleQuotes(jar));
    }
    Map<String, String> values = common(starter);
    values.put("ABOUT", "README.txt, beside the folder of this file, tells what it needs.");
    values.put("FIXED_OPTIONS", ShellWords.behind(starter.start().options()));
    values.put("FIXED_ARGUMENTS", ShellWords.behind(starter.start().arguments()));
    values.put("ENVIRONMENT", ShellWords.environment(starter.start()));
    values.put(
        "BUNDLED",
        starter
            .bundled()
            .map(
                h ->
                    "if [ -z \"$java\" ]; then\n  java=$home/runtime/bin/java\n  release="
                        + h.feature()
                        + (starter.isFast()
                            ? "\n  stored=$home/runtime/" + Starter.STORED_CLASSES
                            : "")
                        + "\nfi\n")
            .orElse(""));
    String main =
        (starter.start().isOfModule() ? " -m" : "") + ShellWords.behind(starter.mainWords());
    String pathOption = starter.start().isOfModule() ? "-p" : "-cp";
    // quietly, should the stored classes not fit
    String stored =
        starter.isFast()
            ? "${stored:+-Xlog:cds=off} ${stored:+-Xshare:auto}"
                + " ${stored:+\"-XX:SharedArchiveFile=$stored\"} "
            : "";
    values.put("LAUNCH", stored + pathOption + " \"" + classPath + "\"" + main);
    Map<String, String> place =
        Map.of(
            "TITLE", starter.identity().title(),
            "FIRST_JAR", ShellWords.inDoubleQuotes(starter.jars().get(0)));
    values.put("PLACE", fill("place-in-folder.sh", place));
    return fill("starter.sh", values);
  }

  /**
   * The head of an archive that starts itself. What the archive gives to its entries by its own
   * table is not given twice; options for Java are only given if there is one entry.
   */
  public static String head(Starter starter, boolean isOnly) {
    Map<String, String> values = common(starter);
    values.put("ABOUT", "This file is a program for Unix and a jar at once.");
    List<String> options =
        starter.start().options().stream().filter(o -> isOnly && !o.startsWith("-D")).toList();
    values.put("FIXED_OPTIONS", ShellWords.behind(options));
    values.put("FIXED_ARGUMENTS", "");
    values.put("ENVIRONMENT", isOnly ? ShellWords.environment(starter.start()) : "");
    values.put("BUNDLED", "");
    values.put("LAUNCH", "-jar \"$home\"");
    values.put("PLACE", fill("place-in-archive.sh", Map.of()));
    return fill("starter.sh", values);
  }

  private static Map<String, String> common(Starter starter) {
    Map<String, String> values = new HashMap<>();
    values.put("NAME", starter.start().label());
    values.put("TITLE", starter.identity().title());
    values.put("NEEDS", starter.need().range().least());
    values.put("EXACTLY", starter.need().range().isExact() ? "yes" : "");
    values.put("NEED_TEXT", starter.need().text());
    values.put("VARIABLE", starter.identity().variablePrefix());
    values.put("OPTIONS", starter.allOptions());
    values.put("UNIX_HEAD", Template.unixHead());
    return values;
  }

  static String fill(String template, Map<String, String> values) {
    return Template.fill(UnixStarter.class, template, values);
  }
}
