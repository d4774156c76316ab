package dev.girdle.plan;

import dev.girdle.app.Target;
import java.nio.file.Path;
import java.util.List;

/**
 * What is to be made.
 *
 * @param forms the forms to make; empty for what is usual in the language, and where nothing is
 *     made
 * @param targets where the artifacts are to run; empty for one that runs everywhere
 * @param out the folder that the artifacts go to
 * @param replace whether an artifact that Girdle made before may be replaced
 */
public record Output(List<FormRequest> forms, List<Target> targets, Path out, boolean replace) {
  /** Nothing is made. */
  public static final Output NONE = new Output(List.of(), List.of(), Path.of("sealed"), false);

  /** Copies the lists. */
  public Output {
    forms = List.copyOf(forms);
    targets = List.copyOf(targets);
  }

  /**
   * An output for everywhere that replaces nothing.
   *
   * @param out the folder that the artifacts go to
   * @param forms the forms to make
   * @return an output without more wishes
   */
  public static Output of(Path out, FormRequest... forms) {
    return new Output(List.of(forms), List.of(), out, false);
  }

  /**
   * The same output, but an artifact that Girdle made before may be replaced.
   *
   * @return a new output
   */
  public Output replacing() {
    return new Output(forms, targets, out, true);
  }
}
