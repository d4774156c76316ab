package dev.girdle.rehearse;

import dev.girdle.plan.Rehearsal;
import java.io.IOException;
import java.nio.file.Path;

/**
 * A stranger's machine that a program is run on without anybody seeing what it reads. Gone with all
 * that the program wrote when it is closed.
 */
interface UnwatchedMachine extends AutoCloseable {
  /** How well this machine is hidden from the program. */
  Hiding hiding();

  /** A process that does what a rehearsal says; nothing is started yet. */
  ProcessBuilder process(Rehearsal rehearsal) throws IOException;

  /** Where the output of the program is written, on this machine. */
  Path seen();

  /** Where the program is started, on this machine. */
  Path work(Rehearsal rehearsal);

  @Override
  void close() throws IOException;
}
