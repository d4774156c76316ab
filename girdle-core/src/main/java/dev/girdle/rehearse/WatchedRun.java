package dev.girdle.rehearse;

import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Rehearsal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * What came of a run that nothing is hidden from, and of which the system tells what it used.
 *
 * @param rehearsal what it was given, and what was expected of it
 * @param millis how long it took
 * @param failures what was not as it should be, one phrase each
 * @param errors its standard error, or the end of it
 * @param seen files that were opened to be read or looked at, and programs that were started, by
 *     the paths that it used, without dots; the run's name is where each comes from. What it had
 *     written itself is among them only if it lay there before
 */
public record WatchedRun(
    Rehearsal rehearsal, long millis, List<String> failures, String errors, Set<Seen> seen) {
  /** Copies the collections. */
  public WatchedRun {
    failures = List.copyOf(failures);
    seen = java.util.Collections.unmodifiableSortedSet(new TreeSet<>(seen));
  }

  /**
   * Runs a program.
   *
   * @param builder what to run, with the folder to start it in
   * @param rehearsal its input and time limit
   * @param folder an existing folder for what is noted
   * @return what came of it
   * @throws GirdleException if nothing on this machine can watch it
   * @throws IOException if it cannot be run
   */
  public static WatchedRun of(ProcessBuilder builder, Rehearsal rehearsal, Path folder)
      throws IOException {
    if (!Files.isExecutable(Path.of(TraceLog.PROGRAM))) {
      throw GirdleException.machine(
          "what a run opens cannot be seen here, since there is no " + TraceLog.PROGRAM,
          "  Install strace; or watch it on a machine that has it (girdle watch), and name the file"
              + " that it writes: --evidence FILE");
    }
    Path notes = Files.createTempDirectory(folder, "watched");
    List<String> words =
        new ArrayList<>(TraceLog.words(List.of(TraceLog.PROGRAM), notes.toString(), true));
    words.addAll(builder.command());
    ProcessBuilder watched = new ProcessBuilder(words).directory(builder.directory());
    watched.environment().putAll(builder.environment());
    ProcessRun run = ProcessRun.of(watched, rehearsal, notes);
    Path start = builder.directory().toPath().toAbsolutePath();
    Set<Seen> seen = new TreeSet<>();
    Set<String> made = new TreeSet<>();
    TraceLog.read(
        notes,
        new TraceLog.Listener() {
          @Override
          public void opened(String path, String flags, boolean failed) {
            String at = start.resolve(path).normalize().toString();
            boolean writes = flags.contains("O_WRONLY") || flags.contains("O_CREAT");
            if (writes && !failed) {
              made.add(at);
            } else if (!failed && !flags.contains("O_DIRECTORY")) {
              add(EvidenceKind.FILE, at);
            }
          }

          @Override
          public void looked(String path) {
            add(EvidenceKind.LOOKED, start.resolve(path).normalize().toString());
          }

          @Override
          public void started(String path) {
            add(EvidenceKind.PROCESS, start.resolve(path).normalize().toString());
          }

          @Override
          public void connected(String address) {
            // what it speaks to is no matter of what goes along
          }

          private void add(EvidenceKind kind, String path) {
            if (!made.contains(path) && Files.isRegularFile(Path.of(path))) {
              seen.add(new Seen(kind, path, rehearsal.name()));
            }
          }
        });
    Set<String> used = new TreeSet<>();
    seen.stream().filter(s -> !isLook(s)).forEach(s -> used.add(s.name()));
    seen.removeIf(s -> isLook(s) && used.contains(s.name()));
    return new WatchedRun(
        rehearsal, run.millis(), new Verdict(rehearsal, run).failures(), run.errors(), seen);
  }

  private static boolean isLook(Seen seen) {
    return seen.kind().equals(EvidenceKind.LOOKED);
  }

  /**
   * The same run, with other names for what was seen.
   *
   * @param named what was seen
   * @return a new run
   */
  public WatchedRun seeing(Set<Seen> named) {
    return new WatchedRun(rehearsal, millis, failures, errors, named);
  }
}
