package dev.girdle.java.bundle;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.form.FolderForm;
import dev.girdle.io.FolderTree;
import dev.girdle.io.SourceDate;
import dev.girdle.java.launcher.Starter;
import dev.girdle.java.runtime.JavaHome;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.place.Scratch;
import dev.girdle.place.TemporaryFolder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Prepares a fast start: the program is run once where nobody sees it, and the classes that it
 * loaded are stored as the virtual machine has them in memory (class-data sharing; the JDK's
 * documentation of {@code java}, "Application Class Data Sharing").
 */
public final class FastStart {
  /** Before, stored classes of the program count only in the folder where they were stored. */
  private static final int MAY_BE_MOVED = 19;

  private static final long LONGEST_RUN = 60;
  private static final long LONGEST_DUMP = 300;

  private final Layout layout;
  private final LayoutRequest request;
  private final JavaHome home;

  private FastStart(Layout layout, LayoutRequest request) {
    this.layout = layout;
    this.request = request;
    this.home = RuntimeBundler.chosen(request);
  }

  /**
   * Adds the stored classes to a finished layout, if the plan wants them.
   *
   * @throws GirdleException if no runtime goes along, or the program cannot be run
   */
  public static Layout addTo(Layout layout, LayoutRequest request) {
    Optional<List<String>> training = request.runtime().training();
    if (training.isEmpty()) {
      return layout;
    }
    if (!request.runtime().isBundled()) {
      throw GirdleException.request(
          "a fast start can be prepared only for a Java that goes along",
          "  Add --runtime trimmed, or leave out --fast-start. An archive takes no Java along.");
    }
    FastStart start = new FastStart(layout, request);
    if (request.isFor("windows") && request.target().isPresent()) {
      return layout.noticing(List.of("no fast start is prepared for Windows yet"));
    }
    Optional<Target> here = Target.ofThisMachine();
    if (!start.home.target().equals(here) || here.isEmpty()) {
      return layout.noticing(
          List.of(
              "no fast start is prepared for "
                  + start.home.target().map(Target::text).orElse("that system")
                  + ": it can be prepared only on such a machine"));
    }
    try {
      return start.prepare(training.get());
    } catch (IOException e) {
      throw new GirdleException(
          Fault.MACHINE, e, "a fast start cannot be prepared: " + e.getMessage());
    }
  }

  private Layout prepare(List<String> arguments) throws IOException {
    String digest =
        Integer.toHexString(layout.files().stream().map(LayoutFile::path).toList().hashCode());
    // the stored classes hold this path, so that it must tell nothing of the machine
    try (TemporaryFolder folder = TemporaryFolder.called("girdle-fast-start-" + digest)) {
      Path place = folder.path().resolve("program");
      SourceDate date = SourceDate.of(System.getenv("SOURCE_DATE_EPOCH"));
      new FolderForm(date).write(layout, place, w -> new byte[0], n -> {});
      Path program = place.resolve(request.programFolder());
      Path classes = folder.path().resolve("classes");
      train(program, arguments, classes);
      Path stored = Scratch.path(".jsa"); // read when the artifact is written
      store(program, classes, folder.path().resolve("stored.jsa"), stored);
      LayoutFile file =
          new LayoutFile(
              request.programFolder() + RuntimeBundler.FOLDER + Starter.STORED_CLASSES,
              FolderTree.content(stored),
              false,
              Packing.AS_IT_IS,
              "",
              "classes as a run of the program had them in memory, for a fast start");
      return layout.plus(List.of(file)).noticing(notices());
    }
  }

  private List<String> notices() {
    return home.feature() < MAY_BE_MOVED
        ? List.of(
            "the fast start holds classes of Java only: Java "
                + home.feature()
                + " can use those of a program only in the folder where they were stored; its file"
                + " differs each time it is made")
        : List.of();
  }

  private void train(Path program, List<String> arguments, Path classes) throws IOException {
    List<String> command = new ArrayList<>();
    String list = "-XX:DumpLoadedClassList=" + classes;
    boolean hasStarter = layout.starting().commands().isEmpty();
    if (hasStarter) {
      command.add(program.resolve("bin").resolve(request.main().label()).toString());
    } else {
      command.addAll(layout.starting().commands().get(0).at(program.toString()));
      command.add(1, list);
    }
    command.addAll(arguments);
    ProcessBuilder builder = new ProcessBuilder(command);
    String prefix = request.application().identity().variablePrefix();
    builder.environment().remove(prefix + "_JAVA_HOME");
    if (hasStarter) {
      builder.environment().put(prefix + "_JAVA_OPTS", list);
    }
    String said = TimedRun.of(builder, LONGEST_RUN).lastLine("nothing"); // a server is ended
    if (!Files.isRegularFile(classes) || Files.size(classes) == 0) {
      throw new GirdleException(
          Fault.APPLICATION,
          List.of(
              "the run that prepares a fast start got nowhere: " + String.join(" ", arguments),
              "  The program said: " + said));
    }
  }

  private void store(Path program, Path classes, Path work, Path stored) throws IOException {
    List<String> command = new ArrayList<>();
    command.add(program.resolve(RuntimeBundler.FOLDER + "bin/java").toString());
    command.add("-Xshare:dump");
    command.add("-XX:SharedClassListFile=" + classes);
    command.add("-XX:SharedArchiveFile=" + work);
    if (home.feature() >= MAY_BE_MOVED && !request.main().isOfModule()) {
      command.add("-cp");
      command.add(classPath(program));
    }
    String said = TimedRun.of(new ProcessBuilder(command), LONGEST_DUMP).lastLine("nothing");
    if (!Files.isRegularFile(work)) {
      throw new GirdleException(
          Fault.MACHINE,
          List.of(
              home.title() + " cannot store the classes for a fast start", "  It said: " + said));
    }
    Files.move(work, stored, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
  }

  /** As the starter has it. */
  private String classPath(Path program) {
    String lib = request.programFolder() + "lib/";
    return layout.files().stream()
        .map(LayoutFile::path)
        .filter(p -> p.startsWith(lib) && p.endsWith(".jar"))
        .map(p -> program.resolve("lib").resolve(p.substring(lib.length())).toString())
        .collect(Collectors.joining(":"));
  }
}
