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
 */
public record RuntimeWish(
    RuntimeKind kind, List<Path> from, boolean debugTables, Optional<List<String>> training) {
  /** The receiver's own. */
  public static final RuntimeWish HOST =
      new RuntimeWish(RuntimeKind.HOST, List.of(), true, Optional.empty());

  /** Copies the list. */
  public RuntimeWish {
    from = List.copyOf(from);
    training = training.map(List::copyOf);
  }

  /**
   * The same with another kind.
   *
   * @param newKind what of it goes along
   * @return a new wish
   */
  public RuntimeWish of(RuntimeKind newKind) {
    return new RuntimeWish(newKind, from, debugTables, training);
  }

  /**
   * The same from other folders.
   *
   * @param folders folders of runtimes
   * @return a new wish
   */
  public RuntimeWish from(List<Path> folders) {
    return new RuntimeWish(kind, folders, debugTables, training);
  }

  /**
   * The same, smaller.
   *
   * @return a new wish
   */
  public RuntimeWish withoutDebugTables() {
    return new RuntimeWish(kind, from, false, training);
  }

  /**
   * The same with a fast start.
   *
   * @param arguments the program's arguments in the run that prepares it
   * @return a new wish
   */
  public RuntimeWish trainedBy(List<String> arguments) {
    return new RuntimeWish(kind, from, debugTables, Optional.of(arguments));
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
