package dev.girdle.python.bundle;

import dev.girdle.app.Target;
import dev.girdle.binary.CodeTexts;
import dev.girdle.binary.NativeCode;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import dev.girdle.python.pack.PythonLanguage;
import dev.girdle.python.pack.PythonRelease;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * An installation of CPython: its program, and its library where the program looks for it (Library
 * Reference, "sys.path initialization").
 *
 * @param folder the folder above all of it
 * @param program the program
 * @param library the folder of the modules of its own
 * @param release its release, for example "3.11.7"
 * @param target where it runs; empty if it is a system or processor that is not sealed for
 */
public record PythonHome(
    Path folder, Path program, Path library, String release, Optional<Target> target) {
  /** What one is known by. */
  public static final String KNOWN_BY =
      "A Python has its program in bin and its modules in lib/python3.X; on Windows, python.exe and Lib.";

  private static final Pattern SAID =
      Pattern.compile("#define\\s+PY_VERSION\\s+\"(\\d+\\.\\d+\\.\\d+)");
  private static final Pattern LIBRARY = Pattern.compile("python3\\.\\d+");

  /**
   * Looks at a folder or program.
   *
   * @param place a folder, or the program itself
   * @return empty if it is none, or does not tell its release
   */
  public static Optional<PythonHome> at(Path place) {
    try {
      if (Files.isRegularFile(place)) {
        Path real = place.toRealPath();
        Path folder = real.getParent();
        Path home = folder.endsWith("bin") ? folder.getParent() : folder;
        String name = real.getFileName().toString();
        return inFolder(home)
            .filter(h -> h.program.equals(real) || name.startsWith("python3."))
            .flatMap(h -> name.matches("python3\\.\\d+") ? at(home, name) : Optional.of(h));
      }
      return Files.isDirectory(place) ? inFolder(place) : Optional.empty();
    } catch (IOException e) {
      return Optional.empty(); // what cannot be read is none
    }
  }

  /** The newest of a folder, if it holds several. */
  private static Optional<PythonHome> inFolder(Path folder) throws IOException {
    if (Files.isRegularFile(folder.resolve("python.exe"))
        && Files.isDirectory(folder.resolve("Lib"))) {
      return of(folder, folder.resolve("python.exe"), folder.resolve("Lib"));
    }
    Path lib = folder.resolve("lib");
    if (!Files.isDirectory(lib)) {
      return Optional.empty();
    }
    try (Stream<Path> all = Files.list(lib)) {
      List<String> names =
          all.map(p -> p.getFileName().toString())
              .filter(n -> LIBRARY.matcher(n).matches())
              .sorted(Comparator.comparing((String n) -> n.substring(6), PythonRelease::compare))
              .toList();
      for (int i = names.size() - 1; i >= 0; i--) {
        Optional<PythonHome> home = at(folder, names.get(i));
        if (home.isPresent()) {
          return home;
        }
      }
    }
    return Optional.empty();
  }

  /** The one of a folder whose library is called so. */
  private static Optional<PythonHome> at(Path folder, String name) {
    try {
      return of(folder, folder.resolve("bin").resolve(name), folder.resolve("lib").resolve(name));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static Optional<PythonHome> of(Path folder, Path program, Path library)
      throws IOException {
    if (!Files.isRegularFile(program) || !Files.isRegularFile(library.resolve("os.py"))) {
      return Optional.empty();
    }
    Optional<NativeCode> code = NativeCode.of(FolderTree.content(program));
    if (code.isEmpty()) {
      return Optional.empty();
    }
    String release = release(folder, program, library);
    Optional<Target> target =
        Target.called(code.get().system(), code.get().processors().iterator().next());
    return release.isEmpty()
        ? Optional.empty()
        : Optional.of(new PythonHome(folder, program.toRealPath(), library, release, target));
  }

  /** What its headers say, else what stands in its code; of its line at least folders tell. */
  private static String release(Path folder, Path program, Path library) throws IOException {
    String name = library.getFileName().toString();
    for (String place : List.of("include/" + name + "/patchlevel.h", "include/patchlevel.h")) {
      Path headers = folder.resolve(place);
      if (Files.isRegularFile(headers)) {
        Matcher said = SAID.matcher(Files.readString(headers, StandardCharsets.ISO_8859_1));
        if (said.find()) {
          return said.group(1);
        }
      }
    }
    for (Path file : codeOf(folder, program)) {
      Optional<String> release = release(file, name);
      if (release.isPresent()) {
        return release.get();
      }
    }
    return name.startsWith("python") ? name.substring(6) : "";
  }

  /** The program, and the library that it may be in for the most part. */
  private static List<Path> codeOf(Path folder, Path program) throws IOException {
    Path lib = Files.isDirectory(folder.resolve("lib")) ? folder.resolve("lib") : folder;
    try (Stream<Path> all = Files.list(lib)) {
      Stream<Path> shared =
          all.filter(
                  p ->
                      p.getFileName()
                          .toString()
                          .matches("(lib)?python3[\\d.]*\\.(so\\.1\\.0|dll|dylib)"))
              .sorted();
      return Stream.concat(Stream.of(program), shared).toList();
    }
  }

  /** The release stands in the code as a text of its own, whatever system it is for. */
  private static Optional<String> release(Path file, String library) throws IOException {
    String line = library.startsWith("python") ? library.substring(6) : "3.\\d+";
    Pattern wanted =
        Pattern.compile((line.startsWith("3.\\") ? line : Pattern.quote(line)) + "\\.\\d{1,2}\\+?");
    AtomicReference<String> found = new AtomicReference<>();
    CodeTexts.readAscii(
        FolderTree.content(file),
        5,
        text -> {
          if (found.get() == null && text.length() < 12 && wanted.matcher(text).matches()) {
            found.set(text.replace("+", ""));
          }
        });
    return Optional.ofNullable(found.get());
  }

  /**
   * Looks at a place that has to be one.
   *
   * @param place a folder, or the program itself
   * @return what it is
   * @throws GirdleException if it is not there, or is none
   */
  public static PythonHome of(Path place) {
    return at(place)
        .orElseThrow(() -> GirdleException.request(place + " is no Python", "  " + KNOWN_BY));
  }

  /**
   * What it is, for users.
   *
   * @return for example {@code Python 3.11.7}
   */
  public String title() {
    return PythonLanguage.NAME + " " + release;
  }

  /**
   * The line that it belongs to, as folders and files are called by it.
   *
   * @return for example "3.11"
   */
  public String line() {
    return PythonRelease.line(release);
  }

  /** Whether it is laid out as on Windows. */
  boolean isWindows() {
    return program.getFileName().toString().endsWith(".exe");
  }

  /**
   * Whether it runs on this machine.
   *
   * @return false for those that are for others
   */
  public boolean runsHere() {
    return target.isPresent() && target.equals(Target.ofThisMachine());
  }
}
