package dev.girdle.bench.attack;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;

/**
 * A file that is damaged, and what is done with it then.
 *
 * @param name for the table
 * @param file the file, whole; a copy of it is kept and put back
 * @param whole its bytes
 * @param inside rewrites the file around damaged bytes that lie in it; plain files are written as
 *     they are
 * @param commands each is run after the damage
 * @param statuses those that are right: what is at fault is never the machine
 * @param afterwards looks whether damage went along in silence
 */
record Victim(
    String name,
    Path file,
    byte[] whole,
    Inside inside,
    List<List<String>> commands,
    Set<Integer> statuses,
    Afterwards afterwards) {
  /** Writes a file around damaged bytes. */
  interface Inside {
    /** Writes the victim with its file damaged. */
    void write(Path file, byte[] damaged) throws IOException;
  }

  /** Looks at what came of it. */
  interface Afterwards {
    /**
     * What is wrong with the outcome.
     *
     * @return empty if nothing is
     */
    String wrong(List<String> command, int status, String said) throws IOException;
  }

  static Victim of(Path file, String name, Set<Integer> statuses, List<List<String>> commands)
      throws IOException {
    return new Victim(
        name,
        file,
        Files.readAllBytes(file),
        (f, b) -> Files.write(f, b),
        commands,
        statuses,
        (c, s, t) -> "");
  }

  Victim looking(Afterwards newAfterwards) {
    return new Victim(name, file, whole, inside, commands, statuses, newAfterwards);
  }

  Victim within(byte[] part, Inside newInside) {
    return new Victim(name, file, part, newInside, commands, statuses, afterwards);
  }
}
