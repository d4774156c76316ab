package dev.girdle.rehearse;

import dev.girdle.fault.GirdleException;
import dev.girdle.place.Folders;
import dev.girdle.place.TemporaryFolder;
import dev.girdle.plan.Rehearsal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * Windows as far as Wine goes: a fresh one for each run, whose drives do not lead to this machine.
 */
final class WineSandbox implements UnwatchedMachine {
  private static final Path WINE = Path.of("/usr/bin/wine");
  private static final Path SERVER = Path.of("/usr/bin/wineserver");
  private static final String HOME = "stranger";
  private static final int SECONDS = 120;

  private final TemporaryFolder folder;
  private final RehearsedArtifact subject;
  private final Path program;

  private WineSandbox(TemporaryFolder folder, RehearsedArtifact subject, Path program) {
    this.folder = folder;
    this.subject = subject;
    this.program = program;
  }

  /**
   * Brings an artifact to a fresh Windows.
   *
   * @throws GirdleException if there is no Wine here
   */
  static WineSandbox of(RehearsedArtifact subject) throws IOException {
    if (!Files.isExecutable(WINE) || !Files.isExecutable(SERVER)) {
      throw GirdleException.machine(
          subject.artifact() + " is for " + subject.content().target() + ", and this is not",
          "  Rehearse it there; or here, as far as that goes, once Wine is installed.");
    }
    TemporaryFolder folder = TemporaryFolder.called("girdle-rehearsal");
    try {
      Files.createDirectories(folder.path().resolve("seen"));
      run(folder.path(), List.of(WINE.toString(), "wineboot", "-i"));
      run(folder.path(), List.of(SERVER.toString(), "-w"));
      Files.deleteIfExists(prefix(folder.path()).resolve("dosdevices/z:"));
      Path home = prefix(folder.path()).resolve("drive_c").resolve(HOME);
      Files.createDirectories(home.resolve("work"));
      return new WineSandbox(folder, subject, subject.bringTo(home));
    } catch (IOException | RuntimeException e) {
      folder.close();
      throw e;
    }
  }

  private static Path prefix(Path folder) {
    return folder.resolve("prefix");
  }

  private static void run(Path folder, List<String> words) throws IOException {
    Process process =
        builder(folder, words)
            .redirectErrorStream(true)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    try {
      if (!process.waitFor(SECONDS, TimeUnit.SECONDS)) {
        process.destroyForcibly();
        throw new IOException("Wine does not answer");
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException(e);
    }
  }

  private static ProcessBuilder builder(Path folder, List<String> words) {
    ProcessBuilder builder = new ProcessBuilder(words);
    Map<String, String> environment = new TreeMap<>();
    environment.put("WINEPREFIX", prefix(folder).toString());
    environment.put("WINEDEBUG", "-all");
    environment.put("PATH", "/usr/bin:/bin");
    environment.put("HOME", folder.toString());
    environment.put("LANG", "C.UTF-8");
    String display = System.getenv("DISPLAY");
    if (display != null) {
      environment.put("DISPLAY", display);
    }
    builder.environment().clear();
    builder.environment().putAll(environment);
    builder.directory(folder.toFile());
    return builder;
  }

  @Override
  public Hiding hiding() {
    return Hiding.WINE;
  }

  @Override
  public Path seen() {
    return folder.path().resolve("seen");
  }

  @Override
  public Path work(Rehearsal rehearsal) {
    return prefix(folder.path()).resolve("drive_c").resolve(HOME).resolve("work");
  }

  @Override
  public ProcessBuilder process(Rehearsal rehearsal) throws IOException {
    if (rehearsal.folder().isPresent()) {
      Folders.copy(rehearsal.folder().get(), work(rehearsal));
    }
    String starter = subject.program(program, subject.entry(rehearsal.entry())).toString();
    Path drive = prefix(folder.path()).resolve("drive_c");
    String there = "C:\\" + drive.relativize(Path.of(starter)).toString().replace('/', '\\');
    List<String> words = new ArrayList<>(List.of(WINE.toString(), there));
    words.addAll(rehearsal.arguments());
    ProcessBuilder builder = builder(folder.path(), words).directory(work(rehearsal).toFile());
    if (!rehearsal.entry().isEmpty()) {
      builder.environment().put(subject.variablePrefix() + "_ENTRY", rehearsal.entry());
    }
    return builder;
  }

  /** Wine goes on writing into its folder for a while, unless it is told to end. */
  @Override
  public void close() throws IOException {
    run(folder.path(), List.of(SERVER.toString(), "-k", "-w"));
    try (Stream<Path> links = Files.list(prefix(folder.path()).resolve("dosdevices"))) {
      for (Path link : links.filter(Files::isSymbolicLink).toList()) {
        Files.delete(link);
      }
    }
    folder.close();
  }
}
