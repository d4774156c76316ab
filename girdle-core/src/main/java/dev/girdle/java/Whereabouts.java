package dev.girdle.java;

import dev.girdle.app.Absent;
import dev.girdle.app.Application;
import dev.girdle.ecosystem.Progress;
import dev.girdle.java.library.LibraryIndex;
import dev.girdle.java.maven.LocalFolders;
import dev.girdle.java.maven.Version;
import java.io.IOException;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Tells where missing classes can be had. */
final class Whereabouts {
  private static final int TOLD = 2;

  private final Map<String, Absent> absent = new HashMap<>();

  /** A jar in the layout of a repository. */
  private record Found(String library, String version) {
    static Optional<Found> at(String path) {
      String[] parts = path.split("/");
      int n = parts.length;
      if (n < 4) {
        return Optional.empty();
      }
      String group = String.join(".", List.of(parts).subList(0, n - 3));
      return Optional.of(new Found(group + ":" + parts[n - 3], parts[n - 2]));
    }
  }

  Whereabouts(Application application) {
    application.absent().forEach(a -> absent.put(a.library(), a));
  }

  Map<String, String> of(Collection<String> names, Progress progress) {
    Map<String, String> told = new HashMap<>();
    if (names.isEmpty()) {
      return told;
    }
    Map<String, String> environment = System.getenv();
    try {
      LibraryIndex index =
          LibraryIndex.of(
              LocalFolders.repository(environment), LocalFolders.cache(environment), progress);
      index.find(names).forEach((name, jars) -> told.put(name, sentence(jars)));
      return told;
    } catch (IOException e) {
      return told; // without the index, it is not known where they can be had
    }
  }

  private String sentence(List<String> jars) {
    Map<String, String> newest = new LinkedHashMap<>();
    jars.stream()
        .flatMap(j -> Found.at(j).stream())
        .forEach(f -> newest.merge(f.library, f.version, Whereabouts::newer));
    for (String library : newest.keySet()) {
      Absent left = absent.get(library);
      if (left != null) {
        return "it is in "
            + library
            + (left.release().isEmpty() ? "" : " " + left.release())
            + ", which is left out: "
            + left.why();
      }
    }
    // the shortest name is most likely the library itself, and not one that others were put into
    List<String> best =
        newest.keySet().stream()
            .sorted(Comparator.comparingInt(String::length).thenComparing(c -> c))
            .limit(TOLD)
            .map(l -> l + ":" + newest.get(l))
            .toList();
    String more = newest.size() > TOLD ? " and " + (newest.size() - TOLD) + " more" : "";
    return "on this machine in " + String.join(", ", best) + more;
  }

  private static String newer(String a, String b) {
    return Version.of(a).compareTo(Version.of(b)) >= 0 ? a : b;
  }
}
