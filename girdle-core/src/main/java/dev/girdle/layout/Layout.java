package dev.girdle.layout;

import dev.girdle.closure.Ballast;
import dev.girdle.io.Content;
import dev.girdle.io.Links;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * The finished tree of output files.
 *
 * @param files in the order in which a form that packs writes them; no path twice
 * @param links symbolic links, all of which stay inside
 * @param folders that are to be named explicitly, with a slash at the end
 * @param recordPath where the record goes
 * @param leftOut what this layout leaves out beyond the closure's ballast
 * @param notices what the user should know about the laying out, one sentence each
 * @param starting how it is started
 * @param runtime the runtime that goes along; empty if none does
 */
public record Layout(
    List<LayoutFile> files,
    List<LayoutLink> links,
    List<String> folders,
    String recordPath,
    List<Ballast> leftOut,
    List<String> notices,
    LayoutStart starting,
    Optional<LayoutRuntime> runtime) {
  /** Copies the lists and checks that no path is there twice, and that no link leads out. */
  public Layout {
    files = List.copyOf(files);
    links = List.copyOf(links);
    folders = List.copyOf(folders);
    leftOut = List.copyOf(leftOut);
    notices = List.copyOf(notices);
    Set<String> paths = new HashSet<>();
    for (LayoutFile file : files) {
      if (!paths.add(file.path())) {
        throw new IllegalArgumentException("two files for " + file.path());
      }
    }
    Map<String, String> targets = new TreeMap<>();
    for (LayoutLink link : links) {
      if (paths.contains(link.path()) || targets.put(link.path(), link.target()) != null) {
        throw new IllegalArgumentException("two things for " + link.path());
      }
    }
    Links.wrong(targets, paths)
        .forEach(
            (path, why) -> {
              throw new IllegalArgumentException("the link " + path + " " + why);
            });
  }

  /**
   * A layout without a runtime and links.
   *
   * @param files in the order in which a form that packs writes them
   * @param folders that are to be named explicitly
   * @param recordPath where the record goes
   * @param leftOut what this layout leaves out beyond the closure's ballast
   * @param notices what the user should know
   * @param start how the artifact is started, with {@code %s} for where it lies
   */
  public Layout(
      List<LayoutFile> files,
      List<String> folders,
      String recordPath,
      List<Ballast> leftOut,
      List<String> notices,
      String start) {
    this(
        files,
        List.of(),
        folders,
        recordPath,
        leftOut,
        notices,
        LayoutStart.by(start),
        Optional.empty());
  }

  /**
   * The same layout, started in another way.
   *
   * @param other how it is started
   * @return a new layout
   */
  public Layout starting(LayoutStart other) {
    return new Layout(files, links, folders, recordPath, leftOut, notices, other, runtime);
  }

  /**
   * The same layout with a runtime.
   *
   * @param bundled the runtime
   * @param itsFiles the runtime's files
   * @return a new layout
   */
  public Layout with(LayoutRuntime bundled, List<LayoutFile> itsFiles) {
    return new Layout(
        both(files, itsFiles),
        links,
        folders,
        recordPath,
        leftOut,
        notices,
        starting,
        Optional.of(bundled));
  }

  /**
   * The same layout with more files behind those that are there.
   *
   * @param more files whose paths are not there yet
   * @return a new layout
   */
  public Layout plus(List<LayoutFile> more) {
    return new Layout(
        both(files, more), links, folders, recordPath, leftOut, notices, starting, runtime);
  }

  /**
   * The same with other bytes in some files.
   *
   * @param contents by path of a file
   * @return a layout
   */
  public Layout replacing(Map<String, Content> contents) {
    List<LayoutFile> all =
        files.stream()
            .map(f -> contents.containsKey(f.path()) ? f.with(contents.get(f.path())) : f)
            .toList();
    return new Layout(all, links, folders, recordPath, leftOut, notices, starting, runtime);
  }

  /**
   * The same layout with other files and links in place of all its own.
   *
   * @param newFiles in the order in which a form that packs writes them
   * @param newLinks symbolic links, all of which stay inside
   * @return a new layout
   */
  public Layout having(List<LayoutFile> newFiles, List<LayoutLink> newLinks) {
    return new Layout(newFiles, newLinks, folders, recordPath, leftOut, notices, starting, runtime);
  }

  /**
   * The same layout with more notices.
   *
   * @param more what the user should know besides, one sentence each
   * @return a new layout
   */
  public Layout noticing(List<String> more) {
    return new Layout(
        files, links, folders, recordPath, leftOut, both(notices, more), starting, runtime);
  }

  /**
   * The same layout, which tells more of what it leaves out.
   *
   * @param more what stays behind besides
   * @return a new layout
   */
  public Layout leavingOut(List<Ballast> more) {
    return new Layout(
        files, links, folders, recordPath, both(leftOut, more), notices, starting, runtime);
  }

  /**
   * The same layout with more symbolic links.
   *
   * @param more links whose paths are not there yet and that stay inside
   * @return a new layout
   */
  public Layout linking(List<LayoutLink> more) {
    return new Layout(
        files, both(links, more), folders, recordPath, leftOut, notices, starting, runtime);
  }

  private static <T> List<T> both(List<T> some, List<T> more) {
    List<T> all = new ArrayList<>(some);
    all.addAll(more);
    return all;
  }
}
