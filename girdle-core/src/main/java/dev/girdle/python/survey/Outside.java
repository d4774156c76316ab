package dev.girdle.python.survey;

import dev.girdle.place.Windows;
import dev.girdle.python.pack.Interpreter;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Environments that lie outside of an application: the one that the user names, the one that a
 * command belongs to, the one that is active.
 *
 * @param sites the folders that packages were installed into, the first first
 * @param how what it is, for the user
 * @param problem what is wrong with it; empty if nothing is
 */
record Outside(List<Site> sites, String how, Optional<String> problem) {
  private static final Pattern SETTING = Pattern.compile("(?m)^([\\w-]+)\\s*=\\s*(.*?)\\s*$");
  private static final Pattern LINE = Pattern.compile("python(\\d+\\.\\d+)");
  static final Outside NONE = new Outside(List.of(), "", Optional.empty());

  Outside {
    sites = List.copyOf(sites);
  }

  /** What a folder is: an environment, or a folder that packages were installed into. */
  static Outside of(Path folder) throws IOException {
    if (Files.isRegularFile(folder.resolve("pyvenv.cfg"))) {
      return environment(folder, "the environment " + folder.getFileName());
    }
    List<Site> sites = inPrefix(folder);
    if (!sites.isEmpty()) {
      return new Outside(sites, "the Python in " + folder.getFileName(), Optional.empty());
    }
    return new Outside(
        List.of(new Site(String.valueOf(folder.getFileName()), folder)),
        "the folder " + folder.getFileName(),
        Optional.empty());
  }

  private static Outside environment(Path folder, String how) throws IOException {
    List<Site> sites = new ArrayList<>(inPrefix(folder));
    String text = Files.readString(folder.resolve("pyvenv.cfg"), StandardCharsets.ISO_8859_1);
    Matcher setting = SETTING.matcher(text);
    Optional<String> problem = Optional.empty();
    while (setting.find()) {
      boolean isBase = setting.group(1).equals("home");
      if (isBase && !Files.isDirectory(Path.of(setting.group(2)))) {
        problem =
            Optional.of(
                "the Python that "
                    + how
                    + " was made with is gone from this machine; its packages are taken all the same");
      }
      boolean sharesAll =
          setting.group(1).equals("include-system-site-packages")
              && setting.group(2).equalsIgnoreCase("true");
      if (sharesAll) {
        Matcher home = Pattern.compile("(?m)^home\\s*=\\s*(.*?)\\s*$").matcher(text);
        if (home.find()) {
          Path base = Path.of(home.group(1)).getParent();
          sites.addAll(base == null ? List.of() : inPrefix(base));
        }
      }
    }
    return new Outside(sites, how, problem);
  }

  /** Where a Python that is installed below a folder keeps packages. */
  private static List<Site> inPrefix(Path prefix) throws IOException {
    List<Site> sites = new ArrayList<>();
    for (String lib : List.of("local/lib", "lib", "lib64")) {
      Path folder = prefix.resolve(lib);
      if (!Files.isDirectory(folder) || lib.equals("lib64") && Files.isSymbolicLink(folder)) {
        continue;
      }
      try (Stream<Path> all = Files.list(folder)) {
        for (Path python :
            all.filter(p -> p.getFileName().toString().matches("python3(\\.\\d+)?"))
                .sorted()
                .toList()) {
          for (String name : List.of("site-packages", "dist-packages")) {
            Path site = python.resolve(name);
            if (Files.isDirectory(site)) {
              sites.add(new Site(lib + "/" + python.getFileName() + "/" + name, site));
            }
          }
        }
      }
    }
    Path windows = prefix.resolve("Lib/site-packages");
    if (Files.isDirectory(windows) && sites.isEmpty()) {
      sites.add(new Site("Lib/site-packages", windows));
    }
    return sites;
  }

  /** The environment that a script belongs to, by where it lies and by its first line. */
  static Optional<Outside> around(Path script) throws IOException {
    Path folder = script.toAbsolutePath().normalize().getParent();
    Path above = folder == null ? null : folder.getParent();
    if (above != null && Files.isRegularFile(above.resolve("pyvenv.cfg"))) {
      return Optional.of(of(above));
    }
    Optional<Path> interpreter = interpreter(script);
    if (interpreter.isPresent() && Files.isExecutable(interpreter.get())) {
      Path home = interpreter.get().getParent().getParent();
      if (home != null && Files.isRegularFile(home.resolve("pyvenv.cfg"))) {
        return Optional.of(of(home));
      }
      return Optional.of(ofPython(interpreter.get(), "the Python that it names in its first line"));
    }
    return Optional.empty();
  }

  /** The program that the first line of a script names by a path. */
  static Optional<Path> interpreter(Path script) throws IOException {
    String line = firstLine(script);
    Matcher matcher = Pattern.compile("#!\\s*(/\\S*python[\\w.]*)(?:\\s.*)?").matcher(line);
    return matcher.matches() ? Optional.of(Path.of(matcher.group(1))) : Optional.empty();
  }

  static String firstLine(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      String head = new String(in.readNBytes(256), StandardCharsets.ISO_8859_1);
      return head.lines().findFirst().orElse("");
    }
  }

  /** The environment that is active, else what the first Python on the path has installed. */
  static Outside active(Map<String, String> variables) throws IOException {
    String named = variables.getOrDefault("VIRTUAL_ENV", "");
    if (!named.isEmpty() && Files.isRegularFile(Path.of(named, "pyvenv.cfg"))) {
      return environment(Path.of(named), "the active environment");
    }
    for (String folder : variables.getOrDefault("PATH", "").split(File.pathSeparator)) {
      Path program = Path.of(folder, Windows.isHere() ? "python.exe" : "python3");
      if (!folder.isEmpty() && Files.isExecutable(program)) {
        Path home = program.getParent().getParent();
        if (home != null && Files.isRegularFile(home.resolve("pyvenv.cfg"))) {
          return environment(home, "the environment on the path");
        }
        return ofPython(program, "the Python on the path");
      }
    }
    return NONE;
  }

  /** Asks a Python where it lies, so that no code of what is installed is run. */
  private static Outside ofPython(Path program, String how) throws IOException {
    List<String> said =
        Interpreter.asked(
            program, "import sys; print('%d.%d' % sys.version_info[:2]); print(sys.prefix)");
    if (said.size() < 2) {
      return NONE;
    }
    Path prefix = Path.of(said.get(1));
    String own = "python" + said.get(0);
    List<Site> sites = new ArrayList<>();
    for (Site site : inPrefix(prefix)) {
      Matcher line = LINE.matcher(site.origin());
      if (!line.find() || line.group().equals(own)) {
        // folders that several releases share are called by the one that is asked
        sites.add(new Site(site.origin().replace("python3/", own + "/"), site.folder()));
      }
    }
    return new Outside(sites, how, Optional.empty());
  }
}
