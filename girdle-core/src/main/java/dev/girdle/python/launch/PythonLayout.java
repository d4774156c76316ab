package dev.girdle.python.launch;

import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.binary.LibcNeed;
import dev.girdle.binary.NativeCode;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.ecosystem.Shape;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Channels;
import dev.girdle.io.Paths;
import dev.girdle.io.Template;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutCommand;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutStart;
import dev.girdle.layout.WindowsStart;
import dev.girdle.python.bundle.PythonBundle;
import dev.girdle.python.bundle.PythonHome;
import dev.girdle.python.tree.ModuleTree;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A folder with starters in {@code bin}, the application in {@code app} as it lay, all packages in
 * {@code packages}, and in {@code start} what leads Python to them.
 */
public final class PythonLayout {
  private static final String BEGIN = "start/begin.py";

  private PythonLayout() {}

  /**
   * Lays an application out.
   *
   * @param request what to lay out
   * @param tree its files
   * @param ownFolders the folders of the user's own code in which modules are looked for
   * @return the finished tree
   */
  public static Layout layOut(LayoutRequest request, ModuleTree tree, List<String> ownFolders) {
    List<LayoutFile> files = new ArrayList<>();
    String top = request.programFolder();
    files.add(made(top + BEGIN, begin(request, ownFolders), "leads Python to what is in here"));
    if (request.shape() == Shape.BARE) {
      return bare(request, tree, ownFolders, files);
    }
    if (request.isForUnix()) {
      String script =
          PythonStarter.interpreter(
              request.application().identity(), request.main(), request.runtime().isBundled());
      files.add(
          made(top + "start/python", script, "what the program starts as its interpreter")
              .asExecutable());
    }
    List<WindowsStart> programs = starters(request, tree, files);
    files.addAll(ProgramPlaces.files(request, tree));
    Layout layout =
        new Layout(
            files,
            List.of(),
            RecordFile.IN_FOLDER,
            List.of(),
            List.of(),
            request.startOfFolder(request.isForUnix()));
    Layout whole =
        completed(layout.starting(layout.starting().programmedBy(programs)), request, tree);
    String readme = PythonReadme.text(request, request.need().orElseThrow(), libcOf(whole.files()));
    return whole.plus(List.of(made("README.txt", readme, "tells the receiver how to start it")));
  }

  /** The newest C library that native code asks for. */
  private static Optional<LibcNeed> libcOf(List<LayoutFile> files) {
    Optional<LibcNeed> newest = Optional.empty();
    for (LayoutFile file : files) {
      if (NativeCode.mayBeCalled(Paths.fileName(file.path()))) {
        try (SeekableByteChannel channel = Channels.seekable(file.content())) {
          newest =
              Stream.concat(newest.stream(), LibcNeed.of(channel).stream())
                  .max(Comparator.naturalOrder());
        } catch (IOException e) {
          throw GirdleException.because(e, file.path() + " cannot be read");
        }
      }
    }
    return newest;
  }

  /** With the runtime, if one goes along, and with byte code. */
  private static Layout completed(Layout layout, LayoutRequest request, ModuleTree tree) {
    Optional<PythonHome> home =
        request.runtime().isBundled()
            ? Optional.of(PythonBundle.chosen(request))
            : PythonBundle.here(request.need().orElseThrow());
    Layout whole =
        request.runtime().isBundled()
            ? PythonBundle.addTo(layout, request, home.orElseThrow())
            : layout;
    return Compiled.of(whole, request, tree, home.flatMap(PythonBundle::compilerFor));
  }

  /**
   * The program for an archive: without starters and runtime, but with byte code.
   *
   * @param request what to lay out
   * @param tree its files
   * @param ownFolders the folders of the user's own code in which modules are looked for
   * @return its files, and what the user should know
   */
  public static Layout program(LayoutRequest request, ModuleTree tree, List<String> ownFolders) {
    List<LayoutFile> files = new ArrayList<>();
    files.add(made(BEGIN, begin(request, ownFolders), "leads Python to what is in here"));
    String script =
        PythonStarter.interpreter(request.application().identity(), request.main(), false);
    files.add(
        made("start/python", script, "what the program starts as its interpreter").asExecutable());
    files.addAll(ProgramPlaces.files(request, tree));
    Layout layout = new Layout(files, List.of(), RecordFile.IN_FOLDER, List.of(), List.of(), "");
    return completed(layout, request, tree);
  }

  private static List<WindowsStart> starters(
      LayoutRequest request, ModuleTree tree, List<LayoutFile> files) {
    Identity identity = request.application().identity();
    RuntimeNeed need = request.need().orElseThrow();
    boolean isBundled = request.runtime().isBundled();
    List<WindowsStart> programs = new ArrayList<>();
    for (LaunchSpec start : request.starts()) {
      String bin = request.programFolder() + "bin/" + start.label();
      StartedModule started = StartedModule.of(start.entry().name(), tree);
      if (request.isForUnix()) {
        String script = PythonStarter.unix(identity, start, started, need, isBundled);
        files.add(made(bin, script, "starts it on Unix").asExecutable());
      }
      if (request.isFor("windows")) {
        String script = PythonStarter.windows(identity, start, started, need, isBundled);
        files.add(made(bin + ".cmd", script, "starts it on Windows, from scripts"));
        programs.add(PythonProgram.of(request, start, started));
      }
    }
    return programs;
  }

  private static String begin(LayoutRequest request, List<String> ownFolders) {
    String packages = ProgramPlaces.PACKAGES.replace("/", "");
    return Template.fill(
        PythonLayout.class,
        "begin.py",
        Map.of(
            "OWN",
            list(ProgramPlaces.own(request, ownFolders)),
            "OTHERS",
            list(List.of(packages))));
  }

  private static String list(List<String> texts) {
    return texts.stream()
        .map(t -> '"' + t.replace("\\", "\\\\").replace("\"", "\\\"") + '"')
        .collect(Collectors.joining(", ", "[", "]"));
  }

  /** Without starters. */
  private static Layout bare(
      LayoutRequest request, ModuleTree tree, List<String> ownFolders, List<LayoutFile> files) {
    files.addAll(ProgramPlaces.files(request, tree));
    boolean isBundled = request.runtime().isBundled();
    List<LayoutCommand> commands = new ArrayList<>();
    for (LaunchSpec start : request.starts()) {
      List<String> words = new ArrayList<>();
      words.add(isBundled ? LayoutCommand.PLACE + "/runtime/bin/python3" : "python3");
      words.addAll(List.of("-I", "-S", "-B"));
      words.addAll(start.options());
      words.add(LayoutCommand.PLACE + "/" + BEGIN);
      words.add(LayoutCommand.PLACE + "/bin/" + start.label());
      words.addAll(StartedModule.of(start.entry().name(), tree).words());
      words.addAll(start.arguments());
      commands.add(
          new LayoutCommand(
              start.label(),
              words,
              LayoutCommand.PLACE + "/" + ProgramPlaces.APP.replace("/", ""),
              Map.of("PYTHONPATH", paths(request, ownFolders))));
    }
    Layout layout =
        new Layout(
                files,
                List.of(),
                RecordFile.IN_FOLDER,
                List.of(),
                List.of(),
                request.main().label())
            .starting(LayoutStart.by(request.main().label()).commandedBy(commands));
    return completed(layout, request, tree);
  }

  /** For what the program itself starts as its interpreter; it has no shell for more. */
  private static String paths(LayoutRequest request, List<String> ownFolders) {
    List<String> places = new ArrayList<>(ProgramPlaces.own(request, ownFolders));
    places.add(ProgramPlaces.PACKAGES.replace("/", ""));
    return places.stream().map(p -> LayoutCommand.PLACE + "/" + p).collect(Collectors.joining(":"));
  }

  private static LayoutFile made(String path, String text, String reason) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), reason);
  }
}
