package dev.girdle.rehearse;

import dev.girdle.fault.GirdleException;
import dev.girdle.place.TemporaryFolder;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** A stranger's machine, for one run. Gone with all that the program wrote when it is closed. */
final class Sandbox implements AutoCloseable {
  /** Where the stranger's home is, if there are namespaces. */
  static final String HOME = "/home/stranger";

  private static final String PATH = "/usr/local/sbin:/usr/local/bin:/usr/sbin:/usr/bin:/sbin:/bin";

  private final TemporaryFolder folder;
  private final Optional<List<String>> namespaces;
  private final Optional<Path> java;
  private final boolean isBare;
  private final Path program;
  private final Set<String> missingLibraries = new TreeSet<>();

  private Sandbox(
      TemporaryFolder folder,
      Optional<List<String>> namespaces,
      Optional<Path> java,
      boolean isBare,
      Path program) {
    this.folder = folder;
    this.namespaces = namespaces;
    this.java = java;
    this.isBare = isBare;
    this.program = program;
  }

  /**
   * Prepares a machine and brings an artifact to it.
   *
   * @param subject the artifact
   * @param wish how the machine is to be
   * @param namespaces the words that put a command into namespaces; empty if there are none
   * @param java the folder of a Java that it has; empty if the artifact brings its own
   */
  static Sandbox of(
      RehearsedArtifact subject,
      SandboxRequest wish,
      Optional<List<String>> namespaces,
      Optional<Path> java)
      throws IOException {
    if (namespaces.isEmpty() && (wish.bare() || !wish.network())) {
      throw GirdleException.machine(
          "this machine gives no namespaces, without which nothing can be "
              + (wish.bare() ? "bare" : "without a network"),
          "  Rehearse as root or on a Linux that has user namespaces, or without this option.");
    }
    TemporaryFolder folder = TemporaryFolder.called("girdle-rehearsal");
    try {
      Path home = Files.createDirectories(folder.path().resolve("home"));
      Files.createDirectories(home.resolve("work"));
      Files.createDirectories(folder.path().resolve("seen"));
      Files.createDirectories(folder.path().resolve("root"));
      Path program = subject.bringTo(home);
      Sandbox stage = new Sandbox(folder, namespaces, java, wish.bare(), program);
      if (wish.bare()) {
        Path bare = folder.path().resolve("bare");
        List<Path> programs = new ArrayList<>(List.of(program));
        java.ifPresent(programs::add);
        stage.missingLibraries.addAll(BareSystem.make(bare, programs));
      }
      try (InputStream in = Sandbox.class.getResourceAsStream("stage.sh")) {
        Files.copy(in, folder.path().resolve("stage.sh"));
      }
      return stage;
    } catch (IOException | RuntimeException e) {
      folder.close();
      throw e;
    }
  }

  Hiding hiding() {
    return namespaces.isPresent() ? Hiding.NAMESPACES : Hiding.ENVIRONMENT;
  }

  /** Libraries of the program that not even this machine has. */
  Set<String> missingLibraries() {
    return missingLibraries;
  }

  /** Where logs are written, on this machine. */
  Path seen() {
    return folder.path().resolve("seen");
  }

  /** The path of the same folder for the program. */
  String seenThere() {
    return namespaces.isPresent() ? "/seen" : seen().toString();
  }

  /** Where the program is started, on this machine. */
  Path work() {
    return folder.path().resolve("home/work");
  }

  String homeThere() {
    return namespaces.isPresent() ? HOME : folder.path().resolve("home").toString();
  }

  String programThere() {
    return homeThere() + "/" + folder.path().resolve("home").relativize(program);
  }

  /** A runtime that lies where it lies on this machine, since nothing can be hidden here. */
  Optional<Path> runtimeInSight() {
    return namespaces.isEmpty() ? java : Optional.empty();
  }

  /** The Java that starts archives, as the program finds it. */
  Optional<String> javaThere() {
    if (namespaces.isEmpty() || java.isEmpty()) {
      return java.map(j -> j.resolve("bin/java").toString());
    }
    boolean isUsual = isBare || Files.isDirectory(Path.of("/usr/lib/jvm"));
    return Optional.of((isUsual ? "/usr/lib/jvm/java" : "/opt/java/given") + "/bin/java");
  }

  /** Whether a program of this system is there. */
  boolean has(String program) {
    return !isBare && Files.isExecutable(Path.of(program));
  }

  /** A process that runs some words there; nothing is started yet. */
  ProcessBuilder process(List<String> words, Map<String, String> more) {
    List<String> command = new ArrayList<>();
    if (namespaces.isPresent()) {
      command.addAll(namespaces.get());
      command.add("sh");
      command.add(folder.path().resolve("stage.sh").toString());
      command.add(folder.path().resolve("root").toString());
      command.add(folder.path().resolve("home").toString());
      command.add(seen().toString());
      command.add(java.map(Path::toString).orElse(""));
      command.add(isBare ? folder.path().resolve("bare").toString() : "");
      command.add(String.join("\n", HiddenPlaces.all()));
    }
    command.addAll(words);
    ProcessBuilder builder = new ProcessBuilder(command);
    builder.directory(work().toFile());
    builder.environment().clear();
    Map<String, String> environment = new TreeMap<>(more);
    environment.put("PATH", PATH);
    environment.put("HOME", homeThere());
    environment.put("USER", "stranger");
    environment.put("LANG", "C.UTF-8");
    environment.put("TERM", "dumb");
    builder.environment().putAll(environment);
    return builder;
  }

  @Override
  public void close() throws IOException {
    folder.close();
  }
}
