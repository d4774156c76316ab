package dev.girdle.rehearse;

import dev.girdle.ecosystem.RunObservation;
import dev.girdle.plan.Rehearsal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.TreeSet;

/**
 * What came of a run that nothing is hidden from.
 *
 * @param status its exit status; -1 if it had to be ended
 * @param output its standard output, or the end of it
 * @param errors its standard error, or the end of it
 * @param made the files it made where it was started, as {@link RunResult#made()} has them
 * @param isSteady whether it is not known to make other files each time
 */
public record PlainRun(
    int status, String output, String errors, Set<String> made, boolean isSteady) {
  /**
   * The same run, knowing what another gave.
   *
   * @param again another run of the same
   * @return with the errors of both
   */
  public PlainRun with(PlainRun again) {
    return new PlainRun(
        status,
        output,
        errors + "\n" + again.errors + "\n" + again.output,
        made,
        made.equals(again.made));
  }

  /**
   * Runs a program.
   *
   * @param builder what to run, with the folder to start it in
   * @param rehearsal its input and time limit
   * @param folder an existing folder for its output
   * @return what came of it
   * @throws IOException if it cannot be run
   */
  public static PlainRun of(ProcessBuilder builder, Rehearsal rehearsal, Path folder)
      throws IOException {
    Path work = builder.directory().toPath();
    // what it was given to work on counts: it may have changed that
    Set<String> before = rehearsal.folder().isPresent() ? Set.of() : Traces.made(work);
    ProcessRun run = ProcessRun.of(builder, rehearsal, folder);
    Set<String> made = new TreeSet<>(Traces.made(work));
    made.removeAll(before);
    return new PlainRun(run.status(), run.output(), run.errors(), made, true);
  }

  /**
   * Runs a program and looks which code it loads.
   *
   * @param builder what to run
   * @param rehearsal its input and time limit
   * @param folder an existing folder for its output
   * @param observation watches programs of its language
   * @param application where the application lies
   * @return full names, in no order; of the runtime's own, too
   * @throws IOException if it cannot be run
   */
  public static Set<String> code(
      ProcessBuilder builder,
      Rehearsal rehearsal,
      Path folder,
      RunObservation observation,
      String application)
      throws IOException {
    Path seen = Files.createTempDirectory(folder, "seen");
    observation.prepare(seen);
    builder.environment().putAll(observation.environment(seen));
    ProcessRun.of(builder, rehearsal, folder);
    return observation.code(seen, application);
  }
}
