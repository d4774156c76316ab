package dev.girdle.system;

import dev.girdle.app.Target;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Where a system looks for libraries ({@code ld.so(8)}, {@code ldconfig(8)}): the folders that
 * loaders know by themselves, and those that its settings name.
 */
public final class LibraryFolders {
  private static final Map<String, String> TRIPLETS =
      Map.of("x64", "x86_64-linux-gnu", "arm64", "aarch64-linux-gnu");
  private static final String SETTINGS = "/etc/ld.so.conf";
  private static final int DEEPEST = 5;

  private LibraryFolders() {}

  /**
   * Those that are found without settings.
   *
   * @param target whose system it is
   * @return the first to be looked at first
   */
  public static List<String> known(Target target) {
    String triplet = TRIPLETS.get(target.processor());
    return List.of(
        "/lib/" + triplet, "/usr/lib/" + triplet, "/lib", "/usr/lib", "/lib64", "/usr/lib64");
  }

  /**
   * All of them.
   *
   * @param root the system
   * @param target whose system it is
   * @return the first to be looked at first
   */
  public static Set<String> all(RootFolder root, Target target) {
    Set<String> all = new LinkedHashSet<>(known(target));
    all.add("/usr/local/lib"); // where Alpine's loader looks, too
    read(root, SETTINGS, all, 0);
    return all;
  }

  /**
   * What {@code $LIB} stands for in paths where libraries are looked for ({@code ld.so(8)}), which
   * differs by distribution.
   *
   * @param target whose system it is
   * @return all that it may be
   */
  public static List<String> lib(Target target) {
    return List.of("lib/" + TRIPLETS.get(target.processor()), "lib64", "lib");
  }

  private static void read(RootFolder root, String path, Set<String> to, int depth) {
    for (String line : root.text(path).orElse("").split("\n")) {
      String words = line.replaceFirst("#.*$", "").strip();
      if (words.startsWith("include ") && depth < DEEPEST) {
        included(root, words.substring(8).strip()).forEach(file -> read(root, file, to, depth + 1));
      } else if (words.startsWith("/")) {
        to.add(words);
      }
    }
  }

  /** The files of one folder that a pattern means. */
  private static List<String> included(RootFolder root, String pattern) {
    String whole = pattern.startsWith("/") ? pattern : "/etc/" + pattern;
    String folder = whole.substring(0, whole.lastIndexOf('/'));
    String name = whole.substring(folder.length() + 1);
    String matching = "\\Q" + name.replace("*", "\\E.*\\Q") + "\\E";
    List<String> found = new ArrayList<>();
    Optional<Path> there = root.find(folder);
    try (Stream<Path> files = there.isEmpty() ? Stream.empty() : Files.list(there.get())) {
      files
          .map(f -> f.getFileName().toString())
          .filter(f -> f.matches(matching))
          .sorted()
          .forEach(f -> found.add(folder + "/" + f));
    } catch (IOException e) {
      found.clear(); // a folder that cannot be listed holds nothing for anybody
    }
    return found;
  }
}
