package dev.girdle.layout;

import java.util.List;
import java.util.Optional;

/**
 * How a layout is started.
 *
 * @param line what a person types, with {@code %s} for where it lies
 * @param head what stands before an archive, so that Unix systems start it; empty for nothing
 * @param frame the text that an archive goes into; empty for none
 * @param commands how it is started where there is no shell, the main way first; empty if it has
 *     starters
 * @param programs how it is started on Windows by programs, the main way first; empty if it is not
 *     for Windows
 */
public record LayoutStart(
    String line,
    String head,
    Optional<TextFrame> frame,
    List<LayoutCommand> commands,
    List<WindowsStart> programs) {
  /** Copies the lists. */
  public LayoutStart {
    commands = List.copyOf(commands);
    programs = List.copyOf(programs);
  }

  /**
   * By a line alone.
   *
   * @param line what a person types
   * @return a start
   */
  public static LayoutStart by(String line) {
    return new LayoutStart(line, "", Optional.empty(), List.of(), List.of());
  }

  /**
   * The same, typed otherwise.
   *
   * @param other what a person types, with {@code %s} for where it lies
   * @return a start
   */
  public LayoutStart typed(String other) {
    return new LayoutStart(other, head, frame, commands, programs);
  }

  /**
   * The same for an archive with a head.
   *
   * @param text what stands before the archive
   * @return a start
   */
  public LayoutStart headedBy(String text) {
    return new LayoutStart(line, text, frame, commands, programs);
  }

  /**
   * The same for an archive in a text.
   *
   * @param text what it goes into
   * @return a start
   */
  public LayoutStart framedBy(TextFrame text) {
    return new LayoutStart(line, head, Optional.of(text), commands, programs);
  }

  /**
   * The same for where there is no shell.
   *
   * @param some how it is started, the main way first
   * @return a start
   */
  public LayoutStart commandedBy(List<LayoutCommand> some) {
    return new LayoutStart(line, head, frame, some, programs);
  }

  /**
   * The same for Windows.
   *
   * @param some how it is started by programs, the main way first
   * @return a start
   */
  public LayoutStart programmedBy(List<WindowsStart> some) {
    return new LayoutStart(line, head, frame, commands, some);
  }
}
