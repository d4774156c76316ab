package dev.girdle.nativeprogram.launch;

import dev.girdle.nativeprogram.linkage.Spot;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * The list that the library of places reads ({@code places.c}): what lies under {@code system} in
 * the artifact, by as few folders as can be, and where relative paths count from.
 */
final class Places {
  /**
   * Below {@code /usr/share/x}, so that nothing is led elsewhere that the artifact only has a part
   * of.
   */
  private static final int LEAST_DEPTH = 3;

  private Places() {}

  /**
   * Writes it.
   *
   * @param files paths in the system that go along, with a slash in front
   * @param root the system that they come from
   * @param folders the folders in the artifact that relative paths count from
   */
  static byte[] of(Collection<String> files, Path root, List<String> folders) {
    StringBuilder lines = new StringBuilder();
    folders.forEach(f -> lines.append(". ").append(f).append('\n'));
    TreeMap<String, Integer> counts = new TreeMap<>();
    for (String file : files) {
      for (int slash = file.lastIndexOf('/'); slash > 0; slash = file.lastIndexOf('/', slash - 1)) {
        counts.merge(file.substring(0, slash), 1, Integer::sum);
      }
    }
    TreeSet<String> told = new TreeSet<>(Places::byBytes);
    Map<String, Boolean> whole = new HashMap<>();
    for (String file : new TreeSet<>(files)) {
      String place = file;
      for (int slash = file.lastIndexOf('/'); slash > 0; slash = file.lastIndexOf('/', slash - 1)) {
        String above = file.substring(0, slash);
        int its = counts.get(above);
        if (depth(above) < LEAST_DEPTH
            || !whole.computeIfAbsent(above, a -> hasNoMore(root, a, its))) {
          break;
        }
        place = above;
      }
      told.add(place);
    }
    told.forEach(p -> lines.append("+ ").append(p).append('\n'));
    TreeSet<String> above = new TreeSet<>(Places::byBytes);
    for (String place : told) {
      for (String up = parent(place); depth(up) >= LEAST_DEPTH - 1; up = parent(up)) {
        above.add(up);
      }
    }
    above.forEach(p -> lines.append("- ").append(p).append('\n'));
    return lines.toString().getBytes(StandardCharsets.UTF_8);
  }

  private static int byBytes(String one, String other) {
    return Arrays.compareUnsigned(
        one.getBytes(StandardCharsets.UTF_8), other.getBytes(StandardCharsets.UTF_8));
  }

  private static String parent(String path) {
    return path.substring(0, path.lastIndexOf('/'));
  }

  private static long depth(String path) {
    return path.chars().filter(c -> c == '/').count();
  }

  /** Whether a folder of the system holds no more files than so many. */
  private static boolean hasNoMore(Path root, String folder, int count) {
    Path there = root.resolve(folder.substring(1));
    if (!Files.exists(there)) {
      return true;
    }
    try (Stream<Path> all = Files.walk(there)) {
      return all.filter(f -> !Files.isDirectory(f)).limit(count + 1L).count() <= count;
    } catch (IOException | UncheckedIOException e) {
      return false;
    }
  }

  /** Where a file of the system lies in the artifact. */
  static String inArtifact(String path) {
    return Spot.SYSTEM + path.substring(1);
  }
}
