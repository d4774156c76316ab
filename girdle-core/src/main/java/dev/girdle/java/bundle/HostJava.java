package dev.girdle.java.bundle;

import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.java.runtime.JavaHome;
import dev.girdle.place.Windows;
import dev.girdle.plan.RuntimeKind;
import java.io.File;
import java.io.IOException;
import java.io.Reader;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Finds the Javas of this machine where the starters look for them, and in the same order. */
public final class HostJava {
  private static final Pattern FEATURE = Pattern.compile("\"?(?:1\\.)?(\\d{1,3})(?:\\D.*)?");
  private static final String PROGRAM = Windows.isHere() ? "java.exe" : "java";
  private static final List<String> USUAL =
      List.of("/usr/lib/jvm", "/usr/lib64/jvm", "/usr/local/lib/jvm", "/usr/java", "/opt/java");

  private final String prefix;
  private final Map<String, String> environment;
  private final Map<Path, FoundRuntime> found = new LinkedHashMap<>();

  /**
   * Prepares to look.
   *
   * @param prefix what environment variables of the application start with
   * @param environment the environment variables
   */
  public HostJava(String prefix, Map<String, String> environment) {
    this.prefix = prefix;
    this.environment = environment;
  }

  /**
   * All that starters would find.
   *
   * @return in the order in which they look; each folder once
   */
  public List<FoundRuntime> all() {
    for (String name : List.of(prefix + "_JAVA_HOME", "JAVA_HOME")) {
      String home = environment.getOrDefault(name, "");
      if (!home.isEmpty()) {
        consider(Path.of(home), name);
      }
    }
    for (String folder : environment.getOrDefault("PATH", "").split(File.pathSeparator)) {
      if (!folder.isEmpty() && Files.isExecutable(Path.of(folder, PROGRAM))) {
        consider(real(Path.of(folder, PROGRAM)).getParent().getParent(), "on the path");
      }
    }
    usual().forEach(this::considerAll);
    consider(Path.of(System.getProperty("java.home")), "Girdle runs on it");
    return List.copyOf(found.values());
  }

  private static Path real(Path java) {
    try {
      return java.toRealPath();
    } catch (IOException e) {
      return java.toAbsolutePath();
    }
  }

  /** Folders that each hold some. */
  private List<Path> usual() {
    if (!Windows.isHere()) {
      return USUAL.stream().map(Path::of).toList();
    }
    List<Path> usual = new ArrayList<>();
    folder("ProgramFiles").map(HostJava::inside).ifPresent(usual::addAll);
    folder("LOCALAPPDATA").map(f -> f.resolve("Programs")).ifPresent(usual::add);
    folder("USERPROFILE").map(f -> f.resolve(".jdks")).ifPresent(usual::add);
    return usual;
  }

  private Optional<Path> folder(String variable) {
    return Optional.ofNullable(environment.get(variable)).map(Path::of);
  }

  private static List<Path> inside(Path folder) {
    List<Path> found = new ArrayList<>();
    try (DirectoryStream<Path> all = Files.newDirectoryStream(folder)) {
      all.forEach(found::add);
    } catch (IOException e) {
      return List.of(); // there are none in this place
    }
    return found.stream().sorted().toList();
  }

  private void considerAll(Path folder) {
    inside(folder).forEach(h -> consider(h, "in the usual places"));
  }

  private void consider(Path home, String foundBy) {
    if (home != null && Files.isExecutable(home.resolve("bin").resolve(PROGRAM))) {
      release(home).ifPresent(r -> found.putIfAbsent(real(home), found(home, r, foundBy)));
    }
  }

  /** Only a Java with modules can go along. */
  public static FoundRuntime found(Path home, int release, String foundBy) {
    Optional<JavaHome> modular = JavaHome.at(home);
    return new FoundRuntime(
        modular.map(JavaHome::title).orElse("Java " + release),
        Integer.toString(release),
        modular.flatMap(JavaHome::target),
        home,
        foundBy,
        modular.isPresent()
            ? List.of(RuntimeKind.WHOLE, RuntimeKind.TRIMMED, RuntimeKind.TIGHT)
            : List.of(),
        modular.isPresent() ? "" : "older than Java 9");
  }

  /** What the file {@code release} in a Java's folder says. */
  private static Optional<Integer> release(Path home) {
    Properties properties = new Properties();
    try (Reader in = Files.newBufferedReader(home.resolve("release"))) {
      properties.load(in);
    } catch (IOException | IllegalArgumentException e) {
      return Optional.empty();
    }
    Matcher matcher = FEATURE.matcher(properties.getProperty("JAVA_VERSION", ""));
    return matcher.matches() ? Optional.of(Integer.parseInt(matcher.group(1))) : Optional.empty();
  }
}
