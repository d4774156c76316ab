package dev.girdle.io;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Symbolic links in trees, without asking a file system. */
public final class Links {
  /** As Linux does: more are taken for a ring. */
  private static final int MOST = 40;

  private Links() {}

  /**
   * Where a link leads.
   *
   * @param path where the link lies in its tree, with slashes
   * @param target what it says
   * @return a path in the same tree, without links taken into account; the empty text for its top;
   *     empty if it leads out of the tree
   */
  public static Optional<String> target(String path, String target) {
    if (target.isEmpty() || target.startsWith("/") || target.indexOf('\0') >= 0) {
      return Optional.empty();
    }
    Deque<String> parts = new ArrayDeque<>();
    for (String part : (Paths.folder(path) + target).split("/")) {
      if (part.equals("..")) {
        if (parts.isEmpty()) {
          return Optional.empty();
        }
        parts.removeLast();
      } else if (!part.isEmpty() && !part.equals(".")) {
        parts.addLast(part);
      }
    }
    return Optional.of(String.join("/", parts));
  }

  /**
   * What is wrong with the links of a tree.
   *
   * @param links where each leads, by its path
   * @param files the paths of all files
   * @return for each link that cannot stay, why, a few words; empty if all can
   */
  public static Map<String, String> wrong(Map<String, String> links, Set<String> files) {
    Set<String> there = new HashSet<>(Set.of(""));
    for (String path : files) {
      addWithFolders(path, there);
    }
    links.keySet().forEach(path -> addWithFolders(path, there));
    Map<String, String> wrong = new java.util.TreeMap<>();
    links.forEach(
        (path, target) -> problem(path, links, there).ifPresent(why -> wrong.put(path, why)));
    return wrong;
  }

  private static void addWithFolders(String path, Set<String> there) {
    there.add(path);
    for (int slash = path.lastIndexOf('/'); slash > 0; slash = path.lastIndexOf('/', slash - 1)) {
      there.add(path.substring(0, slash));
    }
  }

  private static Optional<String> problem(
      String link, Map<String, String> links, Set<String> there) {
    String path = link;
    for (int steps = 0; steps < MOST; steps++) {
      String through = firstLinkOn(path, links);
      if (through == null) {
        return there.contains(path) ? Optional.empty() : Optional.of("leads to nothing");
      }
      Optional<String> target = target(through, links.get(through));
      if (target.isEmpty()) {
        return Optional.of("leads out");
      }
      String rest = path.substring(through.length());
      path = target.get().isEmpty() && !rest.isEmpty() ? rest.substring(1) : target.get() + rest;
    }
    return Optional.of("leads around in a ring");
  }

  /** The first part of a path that is itself a link; null if none is. */
  private static String firstLinkOn(String path, Map<String, String> links) {
    for (int slash = path.indexOf('/'); slash > 0; slash = path.indexOf('/', slash + 1)) {
      if (links.containsKey(path.substring(0, slash))) {
        return path.substring(0, slash);
      }
    }
    return links.containsKey(path) ? path : null;
  }
}
