package dev.girdle.python.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Reached;
import dev.girdle.io.Few;
import dev.girdle.python.pack.Metadata;
import dev.girdle.python.pack.ProjectList;
import dev.girdle.python.pack.ProjectName;
import dev.girdle.python.pack.PythonRelease;
import dev.girdle.python.pack.Requirement;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * What the user's own lists say is to be installed, against what is. A difference is told and stops
 * nothing: what code asks for decides.
 */
public final class OwnLists {
  private static final int LARGEST = 16 << 20;
  private static final int MOST_NAMED = 5;
  private static final String NUMBERS = "\\d+(?:\\.\\d+)*";

  private final Projects projects;
  private final List<Read> lists = new ArrayList<>();

  /** A list, and the file that it stands in; two components can have files of one name. */
  private record Read(String file, ProjectList list) {}

  /**
   * Reads them.
   *
   * @param own components of the user's own
   * @param projects what is installed
   */
  public OwnLists(List<Component> own, Projects projects) {
    this.projects = projects;
    for (Component component : own) {
      for (Item item : component.items()) {
        if (mayBeOne(item)) {
          list(item).ifPresent(l -> lists.add(new Read(item.path(), l)));
        }
      }
    }
  }

  /**
   * What they name that is not installed, or of other releases.
   *
   * @return sentences
   */
  public List<String> differences() {
    List<String> told = new ArrayList<>();
    lists.forEach(l -> told.addAll(differences(l.file, l.list)));
    return told;
  }

  /**
   * What the user's own code imports, and no list of his names, though there are such: it is there
   * by chance, as something else needs it.
   *
   * @param closure the outcome of a walk
   * @return at most one sentence
   */
  public Optional<String> undeclared(Closure closure) {
    Set<String> named = new TreeSet<>();
    lists.forEach(l -> l.list.requirements().forEach(r -> named.add(r.name())));
    boolean isListed =
        lists.stream().anyMatch(l -> !l.list.isLock() && !l.list.requirements().isEmpty());
    Set<String> absent = new TreeSet<>();
    for (Reached reached : closure.reached()) {
      Demand first = reached.first();
      boolean isImported =
          reached.item().component().role() == Role.LIBRARY
              && first.how().equals(PythonThing.IMPORTS)
              && first.asker().filter(i -> i.component().role().isUsers()).isPresent();
      if (isImported) {
        projects
            .of(reached.item().component())
            .flatMap(Metadata::name)
            .map(ProjectName::normal)
            .filter(n -> !named.contains(n))
            .ifPresent(absent::add);
      }
    }
    return !isListed || absent.isEmpty()
        ? Optional.empty()
        : Optional.of("your code imports what no list of yours names: " + some(absent));
  }

  private static boolean mayBeOne(Item item) {
    return item.content().size() <= LARGEST
        && item.path().matches("[^/]+|requirements/[^/]+")
        && item.path().matches(".*\\.(?:txt|toml|cfg|lock|py)");
  }

  private static Optional<ProjectList> list(Item item) {
    try {
      String text = new String(item.content().bytes(LARGEST), StandardCharsets.UTF_8);
      return ProjectList.of(item.path(), text);
    } catch (IOException e) {
      return Optional.empty(); // the walk tells of it
    }
  }

  private List<String> differences(String file, ProjectList list) {
    Set<String> absent = new TreeSet<>();
    Set<String> others = new LinkedHashSet<>();
    for (Requirement wanted : list.requirements()) {
      if (wanted.marker().isForExtra() || !projects.holds(wanted)) {
        continue;
      }
      Optional<Component> there = projects.named(wanted.name());
      if (there.isEmpty()) {
        absent.add(wanted.name());
        continue;
      }
      Optional<String> release = projects.of(there.get()).flatMap(Metadata::version);
      if (release.isPresent() && !accepts(wanted.specifier(), release.get())) {
        others.add(wanted.name() + " " + release.get() + " for " + wanted.specifier());
      }
    }
    List<String> told = new ArrayList<>();
    if (!absent.isEmpty() && !list.isLock()) {
      told.add(file + " names what is not installed: " + some(absent));
    }
    if (!others.isEmpty()) {
      told.add(file + " names other releases than are installed: " + some(others));
    }
    return told;
  }

  /** Only what is sure: releases of numbers, and those that are named as they are. */
  private static boolean accepts(String specifier, String release) {
    String plain = specifier.replaceAll("[\\s()]", "");
    if (plain.equals("==" + release) || plain.isEmpty()) {
      return true;
    }
    String all = plain.replaceAll("[=<>!~]+", "").replace(".*", "");
    boolean isReadable = release.matches(NUMBERS) && all.matches(NUMBERS + "(?:," + NUMBERS + ")*");
    return !isReadable || PythonRelease.accepts(plain, release);
  }

  private static String some(Set<String> all) {
    return Few.of(all, MOST_NAMED);
  }
}
