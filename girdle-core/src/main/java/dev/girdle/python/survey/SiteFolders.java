package dev.girdle.python.survey;

import dev.girdle.io.TreeFile;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Folders of an application that packages were installed into, and environments around them. */
final class SiteFolders {
  private static final Pattern BY_NAME =
      Pattern.compile("((?:.*/)?(?:site-packages|dist-packages))/.*", Pattern.DOTALL);
  private static final Pattern BY_LIST =
      Pattern.compile("((?:.*/)?)[^/]+\\.dist-info/(?:METADATA|RECORD)");

  private final List<String> folders;
  private final Set<String> environments;

  private SiteFolders(Set<String> folders, Set<String> environments) {
    this.folders = new ArrayList<>(folders);
    this.folders.sort(Comparator.comparing(String::length).thenComparing(f -> f));
    this.environments = environments;
  }

  /**
   * Looks for them.
   *
   * @param files of the application
   */
  static SiteFolders among(List<TreeFile> files) {
    Set<String> folders = new TreeSet<>();
    Set<String> environments = new TreeSet<>();
    for (TreeFile file : files) {
      String path = file.path();
      Matcher byName = BY_NAME.matcher(path);
      Matcher byList = BY_LIST.matcher(path);
      if (byName.matches()) {
        folders.add(byName.group(1) + "/");
      } else if (byList.matches()) {
        folders.add(byList.group(1));
      }
      if (path.equals("pyvenv.cfg") || path.endsWith("/pyvenv.cfg")) {
        environments.add(path.substring(0, path.length() - "pyvenv.cfg".length()));
      }
    }
    return new SiteFolders(folders, environments);
  }

  /** The folders, each with a slash at the end or empty for the top, the highest first. */
  List<String> all() {
    return folders;
  }

  /** The folder that a path lies in; null if it lies in none. */
  String of(String path) {
    String best = null;
    for (String folder : folders) {
      if (path.startsWith(folder) && (best == null || folder.length() > best.length())) {
        best = folder;
      }
    }
    return best;
  }

  /** The environment that a path is part of without being a package of it; null for none. */
  String environmentOf(String path) {
    return environments.stream().filter(path::startsWith).findFirst().orElse(null);
  }

  /** Environments, each with a slash at the end or empty for the top. */
  Set<String> environments() {
    return environments;
  }
}
