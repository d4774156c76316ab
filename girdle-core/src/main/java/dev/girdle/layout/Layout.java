package dev.girdle.layout;

import dev.girdle.closure.Ballast;
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
 * @param start how the artifact is started, with {@code %s} for where it lies
 * @param runtime the runtime that goes along; empty if none does
 * @param head what stands before an archive, so that it can be started; empty for nothing
 * @param frame the text that an archive goes into; empty for none
 * @param commands how it is started where there is no shell, the main way first; empty if it has
 *     starters
 */
public record Layout(
    List<LayoutFile> files,
    List<LayoutLink> links,
    List<String> folders,
    String recordPath,
    List<Ballast> leftOut,
    List<String> notices,
    String start,
    Optional<LayoutRuntime> runtime,
    String head,
    Optional<TextFrame> frame,
    List<LayoutCommand> commands) {
  /** Copies the lists and checks that no path is there twice, and that no link leads out. */
  public Layout {
    files = List.copyOf(files);
    links = List.copyOf(links);
    folders = List.copyOf(folders);
    leftOut = List.copyOf(leftOut);
    notices = List.copyOf(notices);
    commands = List.copyOf(commands);
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
   * A layout without a runtime.
   *
   * @param files in the order in which a form that packs writes them
   * @param folders that are to be named explicitly
   * @param recordPath where the record goes
   * @param leftOut what this layout leaves out beyond the closure's ballast
   * @param notices what the user should know
   * @param start how the artifact is started
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
        start,
        Optional.empty(),
        "",
        Optional.empty(),
        List.of());
  }

  /**
   * The same layout with a head.
   *
   * @param newHead what stands before an archive
   * @return a new layout
   */
  public Layout headedBy(String newHead) {
    return new Layout(
        files,
        links,
        folders,
        recordPath,
        leftOut,
        notices,
        start,
        runtime,
        newHead,
        frame,
        commands);
  }

  /**
   * The same layout for an archive in a text.
   *
   * @param text what it goes into
   * @return a new layout
   */
  public Layout framedBy(TextFrame text) {
    return new Layout(
        files,
        links,
        folders,
        recordPath,
        leftOut,
        notices,
        start,
        runtime,
        head,
        Optional.of(text),
        commands);
  }

  /**
   * The same layout with a runtime.
   *
   * @param bundled the runtime
   * @param itsFiles the runtime's files
   * @return a new layout
   */
  public Layout with(LayoutRuntime bundled, List<LayoutFile> itsFiles) {
    List<LayoutFile> all = new ArrayList<>(files);
    all.addAll(itsFiles);
    return new Layout(
        all,
        links,
        folders,
        recordPath,
        leftOut,
        notices,
        start,
        Optional.of(bundled),
        head,
        frame,
        commands);
  }

  /**
   * The same layout with more files behind those that are there.
   *
   * @param more files whose paths are not there yet
   * @return a new layout
   */
  public Layout plus(List<LayoutFile> more) {
    List<LayoutFile> all = new ArrayList<>(files);
    all.addAll(more);
    return new Layout(
        all, links, folders, recordPath, leftOut, notices, start, runtime, head, frame, commands);
  }

  /**
   * The same layout with more notices.
   *
   * @param more what the user should know besides, one sentence each
   * @return a new layout
   */
  public Layout noticing(List<String> more) {
    List<String> all = new ArrayList<>(notices);
    all.addAll(more);
    return new Layout(
        files, links, folders, recordPath, leftOut, all, start, runtime, head, frame, commands);
  }

  /**
   * The same layout, started in another way.
   *
   * @param newStart how the artifact is started, with {@code %s} for where it lies
   * @return a new layout
   */
  public Layout startedBy(String newStart) {
    return new Layout(
        files,
        links,
        folders,
        recordPath,
        leftOut,
        notices,
        newStart,
        runtime,
        head,
        frame,
        commands);
  }

  /**
   * The same layout with more symbolic links.
   *
   * @param more links whose paths are not there yet and that stay inside
   * @return a new layout
   */
  public Layout linking(List<LayoutLink> more) {
    List<LayoutLink> all = new ArrayList<>(links);
    all.addAll(more);
    return new Layout(
        files, all, folders, recordPath, leftOut, notices, start, runtime, head, frame, commands);
  }

  /**
   * The same layout for where there is no shell.
   *
   * @param newCommands how it is started, the main way first
   * @return a new layout
   */
  public Layout commandedBy(List<LayoutCommand> newCommands) {
    return new Layout(
        files,
        links,
        folders,
        recordPath,
        leftOut,
        notices,
        start,
        runtime,
        head,
        frame,
        newCommands);
  }
}
