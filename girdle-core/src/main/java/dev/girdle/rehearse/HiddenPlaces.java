package dev.girdle.rehearse;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * What of this machine's system is not on a stranger's: runtimes and tool chains. Homes, sources
 * and all else outside of the system's own folders are not there in any case.
 */
final class HiddenPlaces {
  private static final List<String> FOLDERS =
      List.of(
          "/usr/local",
          "/usr/lib/jvm",
          "/usr/lib64/jvm",
          "/usr/java",
          "/usr/lib/node_modules",
          "/usr/share/nodejs",
          "/usr/lib/nodejs",
          "/usr/share/maven",
          "/usr/share/maven-repo",
          "/usr/share/java",
          "/usr/share/gradle",
          "/usr/lib/gcc",
          "/usr/lib/python3",
          "/usr/lib/ruby",
          "/usr/lib/go",
          "/usr/lib/rustlib",
          "/usr/include",
          "/usr/src");
  private static final List<String> TOOLS =
      List.of(
          "java", "javac", "jar", "jlink", "mvn", "gradle", "ant", "node", "nodejs", "npm", "npx",
          "yarn", "deno", "bun", "python", "python3", "pip", "pip3", "ruby", "go", "gcc", "g++",
          "cc", "c++", "clang", "make", "cmake", "rustc", "cargo", "git", "docker", "dotnet",
          "php");

  private HiddenPlaces() {}

  static List<String> all() {
    List<String> hidden = new ArrayList<>();
    FOLDERS.stream().filter(f -> Files.isDirectory(Path.of(f))).forEach(hidden::add);
    for (String folder : List.of("/usr/bin/", "/bin/", "/usr/sbin/")) {
      TOOLS.stream()
          .map(t -> folder + t)
          .filter(t -> Files.isRegularFile(Path.of(t)))
          .forEach(hidden::add);
    }
    return hidden;
  }
}
