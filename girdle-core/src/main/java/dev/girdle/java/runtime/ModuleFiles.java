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

  /** What is of use only to those who develop programs, or belongs to the image of the whole. */
  static boolean isForDevelopment(String path) {
    return path.equals("src.zip")
        || path.equals("lib/src.zip")
        || path.equals("lib/ct.sym")
        || path.startsWith("jmods/")
        || path.startsWith("include/")
        || path.startsWith("man/")
        || path.startsWith("demo/")
        || path.startsWith("sample/")
        || path.startsWith("docs/")
        || path.startsWith("lib/missioncontrol/")
        || path.endsWith(".debuginfo")
        || path.endsWith(".diz")
        || path.endsWith(".pdb");
  }

  /** What a program needs no more once the image is another. */
  static boolean isOfWholeOnly(String path) {
    boolean isTool = path.startsWith("bin/") && !STARTERS.matcher(path).matches();
    boolean isLibrary = NATIVE.matcher(path).matches() || path.startsWith("bin/server/");
    return path.equals("lib/modules")
        || path.equals("release")
        || path.equals("lib/classlist")
        || path.equals("lib/jar.binfmt")
        || path.endsWith(".jsa")
        || isTool && !isLibrary && !path.endsWith(".dll");
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
