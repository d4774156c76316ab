package dev.girdle.plan;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What is to be made.
 *
 * @param forms the forms to make; may be empty if nothing is to be made
 * @param archive how components lie in an archive
 * @param out the folder that the artifacts go to
 * @param as the file name of the artifact; empty for name and release
 * @param replace whether an artifact that Girdle made before may be replaced
 * @param opensWindow whether the program opens a window of its own, so that none is needed for its
 *     text
 */
public record Output(
    List<FormKind> forms,
    ArchiveKind archive,
    Path out,
    Optional<String> as,
    boolean replace,
    boolean opensWindow) {
  /** Nothing is made. */
  public static final Output NONE = of(List.of(), ArchiveKind.NESTED, Path.of("sealed"));

  /** Copies the list. */
  public Output {
    forms = List.copyOf(forms);
  }

  /**
   * An output without more wishes.
   *
   * @param forms the forms to make
   * @param archive how components lie in an archive
   * @param out the folder that the artifacts go to
   * @return an output that replaces nothing
   */
  public static Output of(List<FormKind> forms, ArchiveKind archive, Path out) {
    return new Output(forms, archive, out, Optional.empty(), false, false);
  }
}
