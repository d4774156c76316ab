package dev.girdle.plan;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * A trial run that an artifact has to pass.
 *
 * @param name how people call it
 * @param entry the name of the starter; empty for the main one
 * @param arguments the program's arguments
 * @param folder it is started in a copy of this folder; empty for an empty one
 * @param input a file that it gets as its standard input; empty for none
 * @param expected what it has to do
 * @param seconds how long it may take; for a service, until it is up
 */
public record Rehearsal(
    String name,
    String entry,
    List<String> arguments,
    Optional<Path> folder,
    Optional<Path> input,
    Expected expected,
    int seconds) {
  /** How long a rehearsal may take if nothing is said. */
  public static final int USUAL_SECONDS = 60;

  /**
   * What a program has to do.
   *
   * @param status its exit status; of no meaning for a service
   * @param output a file with exactly what it prints on its standard output; empty for anything
   * @param prints texts that its output has to hold
   * @param matches a regular expression that has to be found in its output; empty for none
   * @param port it is a service, and up when this port answers; 0 for none
   * @param line it is a service, and up when it has printed a line with this text; empty for none
   */
  public record Expected(
      int status,
      Optional<Path> output,
      List<String> prints,
      Optional<String> matches,
      int port,
      String line) {
    /** Copies the list. */
    public Expected {
      prints = List.copyOf(prints);
    }

    /**
     * Whether the program does not end by itself.
     *
     * @return true if it is good once it is up
     */
    public boolean staysUp() {
      return port > 0 || !line.isEmpty();
    }
  }

  /** Copies the list. */
  public Rehearsal {
    arguments = List.copyOf(arguments);
  }

  /**
   * The same rehearsal with other arguments.
   *
   * @param words the program's arguments
   * @return a new rehearsal
   */
  public Rehearsal with(List<String> words) {
    return new Rehearsal(name, entry, words, folder, input, expected, seconds);
  }

  /**
   * A run of the main starter, without arguments and input, that has to end well.
   *
   * @param name how people call it
   * @return the run
   */
  public static Rehearsal plain(String name) {
    Expected expected = new Expected(0, Optional.empty(), List.of(), Optional.empty(), 0, "");
    return new Rehearsal(
        name, "", List.of(), Optional.empty(), Optional.empty(), expected, USUAL_SECONDS);
  }
}
