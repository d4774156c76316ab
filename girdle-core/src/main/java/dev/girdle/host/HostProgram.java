package dev.girdle.host;

import dev.girdle.app.Target;
import dev.girdle.binary.NativeCode;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A prebuilt program that runs applications.
 *
 * @param folder all of it; the program itself if it is a single file
 * @param executable what is started, in that folder
 * @param target where it runs; empty if it is a system or processor that is not sealed for
 */
public record HostProgram(Path folder, Path executable, Optional<Target> target) {
  /**
   * Looks at what the plan names.
   *
   * @param from its folder, or a program that is all of it
   * @param program which program of the folder is started, as a path in it; empty if there is but
   *     one at its top
   * @return the program
   * @throws GirdleException if it is not there, or it cannot be told what is started
   */
  public static HostProgram of(Path from, String program) {
    try {
      if (Files.isRegularFile(from)) {
        return of(from, from);
      }
      if (!Files.isDirectory(from)) {
        throw GirdleException.request("no such file or folder: " + from);
      }
      if (!program.isEmpty()) {
        Path named = from.resolve(program);
        if (Paths.leadsOut(program) != null || !Files.isRegularFile(named)) {
          throw GirdleException.request(from + " has no program " + program);
        }
        return of(from, named);
      }
      List<Path> programs = new ArrayList<>();
      try (Stream<Path> all = Files.list(from)) {
        for (Path file : all.filter(Files::isRegularFile).sorted().toList()) {
          if (isProgram(file)) {
            programs.add(file);
          }
        }
      }
      if (programs.size() == 1) {
        return of(from, programs.get(0));
      }
      String names =
          programs.stream().map(p -> p.getFileName().toString()).collect(Collectors.joining(", "));
      throw GirdleException.request(
          from
              + (programs.isEmpty()
                  ? " has no program at its top"
                  : " has several programs at its top: " + names),
          "  Say which is started: runtime: {kind: whole, from: FOLDER, program: PATH, place: PATH}");
    } catch (IOException e) {
      throw GirdleException.request(from + " cannot be read: " + e.getMessage());
    }
  }

  private static HostProgram of(Path folder, Path executable) throws IOException {
    NativeCode code =
        NativeCode.of(FolderTree.content(executable))
            .orElseThrow(
                () -> GirdleException.request(executable + " is no program for any system"));
    return new HostProgram(
        folder, executable, Target.called(code.system(), code.processors().iterator().next()));
  }

  private static boolean isProgram(Path file) throws IOException {
    String name = file.getFileName().toString();
    boolean mayBeStarted = name.endsWith(".exe") || Files.isExecutable(file);
    boolean isLibrary = name.matches(".*\\.(so|dylib|dll)(\\.[\\d.]+)?");
    return mayBeStarted && !isLibrary && NativeCode.of(FolderTree.content(file)).isPresent();
  }

  /**
   * The one for a target.
   *
   * @param from the places that the plan names
   * @param program as {@link #of} takes it
   * @param target the target; empty for any
   * @return the first that fits
   * @throws GirdleException if none does
   */
  public static HostProgram forTarget(List<Path> from, String program, Optional<Target> target) {
    if (from.isEmpty()) {
      throw GirdleException.request(
          "the plan says where in a program the application goes, and not which program",
          "  Name its folder: runtime: {kind: whole, from: FOLDER, place: PATH}");
    }
    return from.stream()
        .map(f -> of(f, program))
        .filter(h -> target.isEmpty() || h.target.equals(target))
        .findFirst()
        .orElseThrow(
            () ->
                GirdleException.request(
                    "no program for " + target.orElseThrow().text() + " among " + from));
  }
}
