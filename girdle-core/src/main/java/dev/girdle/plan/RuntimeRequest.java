package dev.girdle.plan;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * Which runtime is wanted, and how it is prepared.
 *
 * @param kind what of it goes along
 * @param from folders of runtimes, of which the one for the target is taken; empty for the one that
 *     Girdle runs on
 * @param debugTables whether its classes keep the tables that stack traces take line numbers from
 * @param training the program's arguments in a run by which a fast start is prepared; empty if none
 *     is wanted
 * @param placement where in the runtime the application goes, if that is a prebuilt program that
 *     runs applications; empty for a runtime of the language
 */
public record RuntimeRequest(
    RuntimeKind kind,
    List<Path> from,
    boolean debugTables,
    Optional<List<String>> training,
    Optional<Placement> placement) {
  /** The receiver's own. */
  public static final RuntimeRequest HOST =
      new RuntimeRequest(RuntimeKind.HOST, List.of(), true, Optional.empty(), Optional.empty());

  /** Copies the list. */
  public RuntimeRequest {
    from = List.copyOf(from);
    training = training.map(List::copyOf);
  }

  /**
   * The same with another kind.
   *
   * @param newKind what of it goes along
   * @return a new wish
   */
  public RuntimeRequest of(RuntimeKind newKind) {
    return new RuntimeRequest(newKind, from, debugTables, training, placement);
  }

  /**
   * The same from other folders.
   *
   * @param folders folders of runtimes
   * @return a new wish
   */
  public RuntimeRequest from(List<Path> folders) {
    return new RuntimeRequest(kind, folders, debugTables, training, placement);
  }

  /**
   * The same, smaller.
   *
   * @return a new wish
   */
  public RuntimeRequest withoutDebugTables() {
    return new RuntimeRequest(kind, from, false, training, placement);
  }

  /**
   * The same with a fast start.
   *
   * @param arguments the program's arguments in the run that prepares it
   * @return a new wish
   */
  public RuntimeRequest trainedBy(List<String> arguments) {
    return new RuntimeRequest(kind, from, debugTables, Optional.of(arguments), placement);
  }

  /**
   * Whether any of it goes along.
   *
   * @return false if the receiver's own is used
   */
  public boolean isBundled() {
    return kind != RuntimeKind.HOST;
  }
}
