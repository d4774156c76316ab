package dev.girdle.rehearse;

import dev.girdle.ecosystem.SystemPlaces;
import dev.girdle.fault.GirdleException;
import dev.girdle.place.TemporaryFolder;
import dev.girdle.place.Windows;
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

  /** Where every system has its programs. */
  static final String PATH = "/usr/local/sbin:/usr/local/bin:/usr/sbin:/usr/bin:/sbin:/bin";

  private final TemporaryFolder folder;
  private final Optional<List<String>> namespaces;
  private final Optional<GivenRuntime> runtime;
  private final boolean isBare;
  private final Path program;
  private final Set<String> missingLibraries = new TreeSet<>();

  private Sandbox(
      TemporaryFolder folder,
      Optional<List<String>> namespaces,
      Optional<GivenRuntime> runtime,
      boolean isBare,
      Path program) {
    this.folder = folder;
    this.namespaces = namespaces;
    this.runtime = runtime;
    this.isBare = isBare;
    this.program = program;
  }

  /**
   * Prepares a machine and brings an artifact to it.
   *
   * @param subject the artifact
   * @param request how the machine is to be
   * @param namespaces the words that put a command into namespaces; empty if there are none
   * @param runtime the runtime that it has; empty if the artifact brings its own, or needs none
   */
  static Sandbox of(
      RehearsedArtifact subject,
      SandboxRequest request,
      Optional<List<String>> namespaces,
      Optional<GivenRuntime> runtime)
      throws IOException {
    if (namespaces.isEmpty() && (request.bare() || !request.network())) {
      throw GirdleException.machine(
          "this machine gives no namespaces, without which nothing can be "
              + (request.bare() ? "bare" : "without a network"),
          "  Rehearse as root or on a Linux that has user namespaces, or without this option.");
    }
    TemporaryFolder folder = TemporaryFolder.called("girdle-rehearsal");
    try {
      Path home = Files.createDirectories(folder.path().resolve("home"));
      Files.createDirectories(home.resolve("work"));
      Files.createDirectories(folder.path().resolve("seen"));
      Files.createDirectories(folder.path().resolve("root"));
      Path program = subject.bringTo(home);
      Sandbox sandbox = new Sandbox(folder, namespaces, runtime, request.bare(), program);
      if (request.bare()) {
        Path bare = folder.path().resolve("bare");
        List<Path> programs = new ArrayList<>(List.of(program));
        runtime.map(GivenRuntime::home).ifPresent(programs::add);
        sandbox.missingLibraries.addAll(BareSystem.make(bare, programs));
        if (runtime.isPresent()) {
          // a place to mount it at, which what is read only does not get any more
          Path place = bare.resolve(runtime.get().places().given().get(0).substring(1));
          boolean isFolder = Files.isDirectory(runtime.get().home());
          Files.createDirectories(isFolder ? place : place.getParent());
          if (!isFolder) {
            Files.createFile(place);
          }
        }
      }
      try (InputStream in = Sandbox.class.getResourceAsStream("stage.sh")) {
        Files.copy(in, folder.path().resolve("stage.sh"));
      }
      return sandbox;
    } catch (IOException | RuntimeException e) {
      folder.close();
      throw e;
    }
  }

  Hiding hiding() {
    return namespaces.isEmpty() ? Hiding.ENVIRONMENT : isBare ? Hiding.BARE : Hiding.NAMESPACES;
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
    return namespaces.isEmpty() ? runtime.map(GivenRuntime::home) : Optional.empty();
  }

  /** The folder of the runtime that it has, as the program finds it. */
  private Optional<String> runtimeFolderThere() {
    return namespaces.isEmpty()
        ? runtime.map(r -> r.home().toString())
        : runtime.map(GivenRuntime::places).map(this::placeOf);
  }

  private String placeOf(SystemPlaces places) {
    List<String> given = places.given();
    return given.stream()
        .filter(g -> isBare || Files.isDirectory(Path.of(g).getParent()))
        .findFirst()
        .orElse(given.get(given.size() - 1));
  }

  /** The program of the runtime that starts archives, as they find it. */
  Optional<String> runtimeThere() {
    String program = runtime.map(r -> r.places().program()).orElse("");
    return runtimeFolderThere().map(f -> program.isEmpty() ? f : f + "/" + program);
  }

  /** The words that start what traces programs; empty if this machine has none. */
  Optional<List<String>> tracer() {
    if (Windows.isHere() || !Files.isExecutable(Path.of(TraceLog.PROGRAM))) {
      return Optional.empty();
    }
    return isBare ? BareSystem.tracer() : Optional.of(List.of(TraceLog.PROGRAM));
  }

  /** A process that runs some words there; nothing is started yet. */
  ProcessBuilder process(List<String> words, Map<String, String> more) throws IOException {
    List<String> command = new ArrayList<>();
    if (namespaces.isPresent()) {
      command.addAll(namespaces.get());
      command.add("sh");
      command.add(folder.path().resolve("stage.sh").toString());
      command.add(folder.path().resolve("root").toString());
      command.add(folder.path().resolve("home").toString());
      command.add(seen().toString());
      command.add(runtime.map(r -> r.home().toString()).orElse(""));
      command.add(runtimeFolderThere().orElse(""));
      command.add(isBare ? folder.path().resolve("bare").toString() : "");
      command.add(String.join("\n", HiddenPlaces.all()));
    }
    command.addAll(words);
    ProcessBuilder builder = new ProcessBuilder(command);
    builder.directory(work().toFile());
    builder.environment().clear();
    Map<String, String> environment = new TreeMap<>(more);
    environment.putAll(Windows.isHere() ? ofWindows() : ofUnix());
    builder.environment().putAll(environment);
    return builder;
  }

  private Map<String, String> ofUnix() {
    return Map.of(
        "PATH", PATH, "HOME", homeThere(), "USER", "stranger", "LANG", "C.UTF-8", "TERM", "dumb");
  }

  /** What every process finds there, with the folders of another user. */
  private Map<String, String> ofWindows() throws IOException {
    Map<String, String> all = new TreeMap<>();
    for (String name : List.of("SystemRoot", "SystemDrive", "windir", "ComSpec", "PATHEXT")) {
      if (System.getenv(name) != null) {
        all.put(name, System.getenv(name));
      }
    }
    String system = all.getOrDefault("SystemRoot", "C:\\Windows");
    all.put("PATH", system + "\\system32;" + system);
    Path home = folder.path().resolve("home");
    Map<String, String> folders =
        Map.of("USERPROFILE", "", "APPDATA", "Roaming", "LOCALAPPDATA", "Local", "TEMP", "Temp");
    for (Map.Entry<String, String> one : folders.entrySet()) {
      Path place = Files.createDirectories(home.resolve(one.getValue()));
      all.put(one.getKey(), place.toString());
    }
    all.put("TMP", all.get("TEMP"));
    all.put("USERNAME", "stranger");
    return all;
  }

  @Override
  public void close() throws IOException {
    folder.close();
  }
}
