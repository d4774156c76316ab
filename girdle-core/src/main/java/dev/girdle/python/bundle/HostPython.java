package dev.girdle.python.bundle;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.place.Windows;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.python.pack.Interpreter;
import dev.girdle.python.pack.PythonLanguage;
import dev.girdle.python.pack.PythonRelease;
import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The Pythons of this machine, in the order in which a starter looks at them. */
public final class HostPython {
  private static final String QUESTION =
      "import sys; print(sys.implementation.name); print('%d.%d.%d' % sys.version_info[:3]);"
          + " print(sys.base_prefix)";
  private static final List<String> USUAL =
      List.of("/usr/bin/python3", "/usr/local/bin/python3", "/opt/homebrew/bin/python3");

  private HostPython() {}

  /**
   * Looks for them.
   *
   * @param variablePrefix what environment variables of the application start with
   * @param environment the environment variables
   * @return each installation once
   */
  public static List<FoundRuntime> all(String variablePrefix, Map<String, String> environment) {
    Map<Path, String> places = new LinkedHashMap<>();
    String named = environment.getOrDefault(variablePrefix + "_PYTHON", "");
    if (!named.isEmpty()) {
      places.put(Path.of(named), variablePrefix + "_PYTHON");
    }
    String program = Windows.isHere() ? "python.exe" : "python3";
    for (String folder : environment.getOrDefault("PATH", "").split(File.pathSeparator)) {
      if (!folder.isEmpty()) {
        places.putIfAbsent(Path.of(folder, program), "on the path");
      }
    }
    USUAL.forEach(p -> places.putIfAbsent(Path.of(p), "in the usual places"));
    Map<Path, FoundRuntime> found = new LinkedHashMap<>();
    places.forEach(
        (place, foundBy) -> {
          if (Files.isRegularFile(place) && Files.isExecutable(place)) {
            at(place, foundBy).ifPresent(r -> found.putIfAbsent(r.home(), r));
          }
        });
    return new ArrayList<>(found.values());
  }

  /** What a program says of itself, which may be another's that it only leads to. */
  private static Optional<FoundRuntime> at(Path program, String foundBy) {
    List<String> said = Interpreter.asked(program, QUESTION);
    if (said.size() < 3 || !said.get(0).equals("cpython")) {
      return Optional.empty();
    }
    Path prefix = Path.of(said.get(2));
    String line = PythonRelease.line(said.get(1));
    Path real = prefix.resolve("bin/python" + line);
    Optional<PythonHome> home =
        PythonHome.at(Files.isRegularFile(real) ? real : prefix)
            .filter(h -> (said.get(1) + ".").startsWith(h.release() + "."))
            .map(
                h -> new PythonHome(h.folder(), h.program(), h.library(), said.get(1), h.target()));
    return home.map(h -> found(h, foundBy))
        .or(
            () ->
                Optional.of(
                    new FoundRuntime(
                        PythonLanguage.NAME + " " + said.get(1),
                        said.get(1),
                        Target.ofThisMachine(),
                        program,
                        foundBy,
                        List.of(),
                        "its library does not lie where its program does")));
  }

  /**
   * One that can go along.
   *
   * @param home where it lies
   * @param foundBy how it was found
   * @return its home is the program
   */
  public static FoundRuntime found(PythonHome home, String foundBy) {
    return new FoundRuntime(
        home.title(),
        home.release(),
        home.target(),
        home.program(),
        foundBy,
        List.of(RuntimeKind.WHOLE, RuntimeKind.TRIMMED),
        "");
  }
}
