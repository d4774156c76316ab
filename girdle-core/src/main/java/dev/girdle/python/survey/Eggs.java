package dev.girdle.python.survey;

import dev.girdle.fault.GirdleException;
import dev.girdle.io.FileTree;
import dev.girdle.io.TreeFile;
import dev.girdle.io.ZipTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Eggs, zipped or as folders (setuptools, "The Internal Structure of Python Eggs"): each is a place
 * of its own that modules are looked for in, if a path file names it. What is in them is shown as
 * if it had been installed like all else, so that no code has to be read out of an archive.
 */
final class Eggs {
  private static final Pattern EGG = Pattern.compile("([^/]+)\\.egg(?:/(.+))?");
  private static final String INFO = "EGG-INFO/";

  private final List<TreeFile> files = new ArrayList<>();
  private final Map<String, ZipTree> archives = new LinkedHashMap<>();
  private final List<String> notices = new ArrayList<>();
  private final Set<String> taken = new HashSet<>();

  /**
   * Opens those of a folder that packages were installed into.
   *
   * @param all its files
   * @throws IOException if one cannot be read
   */
  Eggs(List<TreeFile> all) throws IOException {
    Set<String> named = named(all);
    List<TreeFile> inEggs = new ArrayList<>();
    for (TreeFile file : all) {
      Matcher egg = EGG.matcher(file.path());
      if (egg.matches() && named.contains(egg.group(1) + ".egg")) {
        inEggs.add(file);
      } else {
        files.add(file);
        taken.add(file.path());
      }
    }
    for (TreeFile file : inEggs) {
      Matcher egg = EGG.matcher(file.path());
      egg.matches();
      if (egg.group(2) != null) {
        add(egg.group(1), egg.group(2), file);
      } else {
        open(egg.group(1), file);
      }
    }
  }

  /** Eggs that path files name, by their names; others are not found by imports. */
  private static Set<String> named(List<TreeFile> all) {
    Set<String> named = new HashSet<>();
    for (TreeFile file : all) {
      if (file.path().indexOf('/') < 0 && file.path().endsWith(".pth")) {
        Distributions.text(file.content())
            .orElse("")
            .lines()
            .map(l -> l.strip().replaceFirst("^\\./", ""))
            .forEach(named::add);
      }
    }
    return named;
  }

  private void open(String name, TreeFile file) throws IOException {
    ZipTree archive;
    try {
      archive = ZipTree.open(file.content(), file.path());
    } catch (GirdleException e) {
      notices.add(
          file.path() + " cannot be read as an archive, and Python will not find it either");
      files.add(file);
      return;
    }
    archives.put(name + ".egg-info", archive);
    for (TreeFile one : archive.files()) {
      add(name, one.path(), one);
    }
  }

  /** Of several eggs that bring one file, the first counts, as it does for Python. */
  private void add(String name, String path, TreeFile file) {
    boolean isCompiled = path.startsWith("__pycache__/") || path.contains("/__pycache__/");
    String place =
        path.startsWith(INFO) ? name + ".egg-info/" + path.substring(INFO.length()) : path;
    if (!isCompiled && taken.add(place)) {
      files.add(new TreeFile(place, file.content()));
    }
  }

  /** All files, those of eggs where they would have been installed otherwise. */
  List<TreeFile> files() {
    return files;
  }

  /** What cannot be read. */
  List<String> notices() {
    return notices;
  }

  /** A part of the files, which holds archives open as long as it is used. */
  FileTree tree(List<TreeFile> part) {
    List<ZipTree> open = new ArrayList<>();
    for (TreeFile file : part) {
      String top = file.path().replaceFirst("/.*", "");
      ZipTree archive = archives.remove(top);
      if (archive != null) {
        open.add(archive);
      }
    }
    return new Opened(part, open);
  }

  /** Lets go of the archives of which nothing was taken. */
  void close() throws IOException {
    for (ZipTree archive : archives.values()) {
      archive.close();
    }
  }

  /** Files, and the archives that they lie in. */
  private record Opened(List<TreeFile> files, List<ZipTree> archives) implements FileTree {
    @Override
    public List<String> folders() {
      return List.of();
    }

    @Override
    public void close() throws IOException {
      for (ZipTree archive : archives) {
        archive.close();
      }
    }
  }
}
