package dev.girdle.nativeprogram.launch;

import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.io.Paths;
import dev.girdle.layout.LayoutCommand;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Orders;
import dev.girdle.layout.WindowsStart;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * What starts the programs of an artifact: scripts for folders, programs for Windows, commands
 * where there is no shell.
 *
 * @param request what is laid out
 * @param target where it is to run
 * @param started what is started
 * @param placement where everything lies
 * @param edits what became of its code
 * @param runtime the C library that goes along; empty if none does
 * @param hasContent whether there are files besides code
 * @param hasPlaces whether there is a library that leads paths
 */
record NativeStarters(
    LayoutRequest request,
    Target target,
    StartedPrograms started,
    Placement placement,
    CodeEdits edits,
    Optional<CLibrary> runtime,
    boolean hasContent,
    boolean hasPlaces) {
  private static final String USUAL_PATH = "/usr/local/bin:/usr/bin:/bin";

  /** The scripts, and what tells receivers of them. */
  List<LayoutFile> scripts(List<LayoutFile> all) {
    List<LayoutFile> starters = new ArrayList<>();
    List<String> needed = needed(all);
    SpareLibraries spares = new SpareLibraries(placement.spares(), target);
    boolean isWindows = target.system().equals("windows");
    for (LaunchSpec start : started.all()) {
      String bin = request.programFolder() + "bin/" + start.label();
      StartedProgram program = started.of(start);
      NativeStarter starter = new NativeStarter(request.application().identity(), start, program);
      if (isWindows) {
        starters.add(
            made(bin + ".cmd", starter.windows(hasContent), "starts it on Windows, from scripts"));
      } else {
        Optional<String> libraries =
            edits.leftAlone().containsKey(program.code())
                ? Optional.of(runtime.isPresent() ? Placement.BESIDE_OTHER_C : Placement.LIB)
                : Optional.empty();
        starters.add(
            made(
                    bin,
                    starter.unix(needed, libraries, hasPlaces, spares, placement.programFolders()),
                    "starts it on Unix")
                .asExecutable());
      }
    }
    starters.add(
        made(
            "README.txt",
            NativeReadme.text(request, target, runtime.map(CLibrary::title)),
            "tells the receiver how to start it"));
    return starters;
  }

  /** What the programs cannot be started without, by paths beside the starters' folder. */
  private List<String> needed(Collection<LayoutFile> all) {
    TreeSet<String> needed = new TreeSet<>();
    for (LaunchSpec start : request.starts()) {
      needed.add(started.of(start).code());
      needed.add(started.file(start));
    }
    needed.remove("");
    for (LayoutFile file : all) {
      String path = file.path().substring(request.programFolder().length());
      boolean isLibrary = Paths.folder(path).equals(Placement.LIB);
      if (isLibrary || path.startsWith(Placement.SPARE)) {
        needed.add(path);
      }
    }
    runtime.ifPresent(r -> r.files().keySet().forEach(f -> needed.add(Placement.LIB + f)));
    return List.copyOf(needed);
  }

  /** The programs for Windows; none for other systems. */
  List<WindowsStart> programs() {
    List<WindowsStart> programs = new ArrayList<>();
    if (target.system().equals("windows")) {
      for (LaunchSpec start : started.all()) {
        String program = started.file(start).replace('/', '\\');
        Orders orders =
            Orders.NONE.and("file", program).and("program", program).and("word", start.arguments());
        if (start.opensWindow() && hasContent) {
          // as if it had been started itself: nothing leads its paths to its content there
          String folder = Paths.folder(started.file(start)).replaceFirst("/$", "");
          orders = orders.and("place", LayoutCommand.PLACE + "/" + folder);
        }
        programs.add(
            WindowsStart.of(start, orders).showing(request.programFolder() + started.file(start)));
      }
    }
    return programs;
  }

  /** The words that start them without a shell. */
  List<LayoutCommand> commands() {
    List<LayoutCommand> commands = new ArrayList<>();
    for (LaunchSpec start : request.starts()) {
      List<String> words = new ArrayList<>();
      words.addAll(started.of(start).command(p -> LayoutCommand.PLACE + "/" + p, w -> w));
      words.addAll(start.arguments());
      boolean isAlone = edits.leftAlone().containsKey(started.of(start).code());
      String folder = LayoutCommand.PLACE + (isAlone ? "/app" : ""); // nobody leads its paths
      Map<String, String> told = new TreeMap<>();
      if (isAlone) {
        told.put("LD_LIBRARY_PATH", LayoutCommand.PLACE + "/lib");
      }
      if (!placement.programFolders().isEmpty()) {
        told.put(
            "PATH",
            placement.programFolders().stream()
                    .map(f -> LayoutCommand.PLACE + "/" + f + ":")
                    .collect(Collectors.joining())
                + USUAL_PATH);
      }
      commands.add(new LayoutCommand(start.label(), words, folder, told, placement.shell()));
    }
    return commands;
  }

  private static LayoutFile made(String path, String text, String reason) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), reason);
  }
}
