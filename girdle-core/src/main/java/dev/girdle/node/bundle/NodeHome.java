package dev.girdle.node.bundle;

import dev.girdle.app.Target;
import dev.girdle.binary.NativeCode;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import dev.girdle.node.pack.NodeLanguage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * A Node for one system: a folder as its builders pack it, a package of the npm registry that
 * carries one, or the program alone.
 *
 * @param folder the folder; that of the program if it is alone, or the one above its bin
 * @param program the program
 * @param release its release, for example "20.11.1"
 * @param target where it runs; empty if it is a system or processor that is not sealed for
 */
public record NodeHome(Path folder, Path program, String release, Optional<Target> target) {
  private static final List<String> PLACES =
      List.of("bin/node", "node.exe", "bin/node.exe", "node");

  /**
   * Looks at a folder or program.
   *
   * @param place a folder, or the program itself
   * @return empty if it is none, or does not tell its release
   */
  public static Optional<NodeHome> at(Path place) {
    try {
      if (Files.isRegularFile(place)) {
        Path folder = place.toAbsolutePath().getParent();
        return of(folder.endsWith("bin") ? folder.getParent() : folder, place);
      }
      for (String path : PLACES) {
        Path program = place.resolve(path);
        Optional<NodeHome> home =
            Files.isRegularFile(program) ? of(place, program) : Optional.empty();
        if (home.isPresent()) {
          return home;
        }
      }
      return Optional.empty();
    } catch (IOException e) {
      return Optional.empty(); // what cannot be read is none
    }
  }

  private static Optional<NodeHome> of(Path folder, Path program) throws IOException {
    Optional<NativeCode> code = NativeCode.of(FolderTree.content(program));
    if (code.isEmpty()) {
      return Optional.empty();
    }
    return ReleaseInCode.of(program)
        .map(
            release ->
                new NodeHome(
                    folder,
                    program,
                    release,
                    Target.called(code.get().system(), code.get().processors().iterator().next())));
  }

  /**
   * Looks at a place that has to be one.
   *
   * @param place a folder, or the program itself
   * @return what it is
   * @throws GirdleException if it is not there, or is none
   */
  public static NodeHome of(Path place) {
    return at(place)
        .orElseThrow(() -> GirdleException.request(place + " is no Node.js", "  " + KNOWN_BY));
  }

  /** What one is known by. */
  public static final String KNOWN_BY =
      "A Node.js has its program, node or node.exe, in the folder itself or in bin.";

  /**
   * What it is, for users.
   *
   * @return for example {@code Node.js 20.11.1}
   */
  public String title() {
    return NodeLanguage.NAME + " " + release;
  }
}
