package dev.girdle.java.runtime;

import dev.girdle.io.Lines;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Which files of a Java runtime are for development, and to which module the others belong. */
final class ModuleFiles {
  private static final Pattern NATIVE =
      Pattern.compile("(?:lib/lib|bin/|lib/)([A-Za-z0-9_-]+)\\.(?:so|dylib|dll)");
  private static final Pattern STARTERS =
      Pattern.compile("bin/(?:java|javaw)(?:\\.exe)?|lib/(?:jspawnhelper|jexec)");

  private final Map<String, String> natives = new HashMap<>();
  private final Map<String, String> files = new HashMap<>();

  ModuleFiles() {
    for (String line : Lines.of(ModuleFiles.class, "files-of-modules.txt")) {
      String[] words = line.split(" ");
      if (words.length == 3) {
        natives.put(words[2], words[0]);
      } else {
        files.put(words[1], words[0]);
      }
    }
  }

  /**
   * Why a file of a Java does not travel with any program unless the user wants it: it is of use
   * only to those who develop programs.
   */
  static Optional<String> forDevelopment(String path) {
    if (path.equals("src.zip") || path.equals("lib/src.zip")) {
      return Optional.of("sources of Java");
    }
    if (path.equals("lib/ct.sym")) {
      return Optional.of("for compilers that compile for older releases");
    }
    if (path.startsWith("jmods/")) {
      return Optional.of("modules to make other runtimes of");
    }
    if (path.startsWith("include/")) {
      return Optional.of("for compilers of native code");
    }
    if (path.startsWith("man/") || path.startsWith("docs/")) {
      return Optional.of("documentation");
    }
    if (path.startsWith("demo/") || path.startsWith("sample/")) {
      return Optional.of("examples");
    }
    if (path.startsWith("lib/missioncontrol/")) {
      return Optional.of("a tool to look at programs");
    }
    return path.matches(".*\\.(debuginfo|diz|pdb)")
        ? Optional.of("for debuggers of native code")
        : Optional.empty();
  }

  /** Why a file of a Java does not go along once the image is another. */
  static Optional<String> ofWholeOnly(String path) {
    boolean isTool = path.startsWith("bin/") && !STARTERS.matcher(path).matches();
    boolean isLibrary = NATIVE.matcher(path).matches() || path.startsWith("bin/server/");
    if (isTool && !isLibrary && !path.endsWith(".dll")) {
      return Optional.of("a tool that is started by hand");
    }
    boolean isOfImage =
        path.equals("lib/modules")
            || path.equals("release")
            || path.equals("lib/classlist")
            || path.equals("lib/jar.binfmt")
            || path.endsWith(".jsa");
    return isOfImage ? Optional.of("belongs to the whole image") : Optional.empty();
  }

  /** Whether it is native code that is loaded by a program. */
  static boolean isLibrary(String path) {
    return NATIVE.matcher(path).matches() || path.matches("(?:lib|bin)/server/.*");
  }

  /** The module that a file belongs to; empty if it goes along with any. */
  Optional<String> moduleOf(String path) {
    if (path.startsWith("legal/")) {
      String rest = path.substring("legal/".length());
      return rest.indexOf('/') > 0
          ? Optional.of(rest.substring(0, rest.indexOf('/')))
          : Optional.empty();
    }
    Matcher matcher = NATIVE.matcher(path);
    if (matcher.matches()) {
      return Optional.ofNullable(natives.get(matcher.group(1)));
    }
    String folder = path.substring(0, path.lastIndexOf('/') + 1);
    return Optional.ofNullable(files.getOrDefault(path, files.get(folder)));
  }
}
