package dev.girdle.java.linkage;

import dev.girdle.app.Absent;
import dev.girdle.app.Application;
import dev.girdle.io.Few;
import dev.girdle.java.maven.Version;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;

/** Tells where missing classes can be had. */
public final class Whereabouts {
  private static final int TOLD = 2;

  private final Map<String, Absent> absent = new HashMap<>();
  private final LocalLibraries libraries;
  private final Declarations declarations;

  /**
   * Prepares to look.
   *
   * @param application tells what was left out of it
   * @param libraries those of this machine
   * @param declarations tell which releases are asked for
   */
  public Whereabouts(Application application, LocalLibraries libraries, Declarations declarations) {
    application.absent().forEach(a -> absent.put(a.library(), a));
    this.libraries = libraries;
    this.declarations = declarations;
  }

  /**
   * Where classes can be had.
   *
   * @param names full names of classes that are missing
   * @return for each class of which something is known, a few words
   */
  public Map<String, String> of(Collection<String> names) {
    Map<String, String> told = new HashMap<>();
    if (!names.isEmpty()) {
      libraries
          .index()
          .ifPresent(i -> i.find(names).forEach((name, jars) -> told.put(name, sentence(jars))));
    }
    return told;
  }

  private String sentence(List<String> jars) {
    Map<String, TreeSet<String>> releases = new LinkedHashMap<>();
    jars.stream()
        .flatMap(j -> Published.at(j).stream())
        .forEach(
            p ->
                releases
                    .computeIfAbsent(
                        p.library(), l -> new TreeSet<>(Comparator.comparing(Version::of)))
                    .add(p.release()));
    for (String library : releases.keySet()) {
      Absent left = absent.get(library);
      if (left != null) {
        return "it is in "
            + library
            + (left.release().isEmpty() ? "" : " " + left.release())
            + ", which is left out: "
            + left.why();
      }
    }
    return asked(releases).orElseGet(() -> anyOf(releases));
  }

  /** The library that somebody asks for, by the release that is asked for. */
  private Optional<String> asked(Map<String, TreeSet<String>> releases) {
    return releases.keySet().stream()
        .flatMap(l -> declarations.wanted(l).map(w -> "it is in " + l + ":" + w).stream())
        .findFirst();
  }

  /** The shortest name is most likely the library itself, and not one that others were put into. */
  private static String anyOf(Map<String, TreeSet<String>> releases) {
    List<String> best =
        releases.keySet().stream()
            .sorted(Comparator.comparingInt(String::length).thenComparing(c -> c))
            .map(l -> l + ":" + releases.get(l).last())
            .toList();
    return "a class of that name is in "
        + Few.of(best, TOLD)
        + " of the local repository, perhaps of another release";
  }
}
