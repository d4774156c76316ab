package dev.girdle.rehearse;

import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Set;

/** What {@code strace} tells of the files, programs and addresses that a program used. */
final class Trace {
  private Trace() {}

  /**
   * Reads the trace, if there is one.
   *
   * @param seen the folder that it lies in
   * @param paths the places on the stranger's machine
   * @param found gets what was used
   * @param absent gets the paths that were looked for and are not there
   */
  static void read(Path seen, SandboxPaths paths, Set<Seen> found, Set<String> absent)
      throws IOException {
    TraceLog.read(
        seen,
        new TraceLog.Listener() {
          @Override
          public void opened(String path, String flags, boolean failed) {
            Trace.opened(path, flags, failed, paths, found, absent);
          }

          @Override
          public void started(String path) {
            found.add(new Seen(EvidenceKind.PROCESS, paths.inArtifact(path), ""));
          }

          @Override
          public void connected(String address) {
            found.add(new Seen(EvidenceKind.ADDRESS, address, ""));
          }
        });
  }

  private static void opened(
      String path,
      String flags,
      boolean failed,
      SandboxPaths paths,
      Set<Seen> found,
      Set<String> absent) {
    String whole = path;
    if (!whole.startsWith("/")) {
      whole = paths.home() + "/work/" + whole;
    }
    whole = Path.of(whole).normalize().toString();
    boolean reads = !flags.contains("O_WRONLY") && !flags.contains("O_CREAT");
    if (failed) {
      if (reads && !flags.contains("O_DIRECTORY")) {
        absent.add(whole);
      }
    } else if (reads && !flags.contains("O_DIRECTORY") && counts(whole, paths)) {
      EvidenceKind kind =
          whole.matches(".*\\.so(\\.\\d+)*") ? EvidenceKind.LIBRARY : EvidenceKind.FILE;
      found.add(new Seen(kind, paths.inArtifact(whole), ""));
    }
  }

  private static boolean counts(String path, SandboxPaths paths) {
    boolean isData = path.startsWith("/usr/share/zoneinfo") || path.startsWith("/usr/lib/locale");
    return isData || paths.isNews(path);
  }
}
