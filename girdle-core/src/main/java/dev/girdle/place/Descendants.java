package dev.girdle.place;

import java.util.function.Consumer;

/** The processes that others have started, and these again. */
public final class Descendants {
  private Descendants() {}

  /**
   * Does something to each of them. Of a process that has ended nobody can be sure: its number may
   * be another's by now, who then seems to be the parent.
   *
   * @param process a process
   * @param work gets each; never this very process
   */
  public static void each(ProcessHandle process, Consumer<ProcessHandle> work) {
    if (process.isAlive()) {
      long own = ProcessHandle.current().pid();
      process.descendants().filter(p -> p.pid() != own).forEach(work);
    }
  }
}
