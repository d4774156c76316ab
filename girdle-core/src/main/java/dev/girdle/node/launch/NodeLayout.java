package dev.girdle.node.launch;

import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.ecosystem.Shape;
import dev.girdle.fault.GirdleException;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutCommand;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.layout.LayoutStart;
import dev.girdle.layout.WindowsStart;
import dev.girdle.node.bundle.NodeBundle;
import dev.girdle.node.tree.ModuleTree;
import dev.girdle.record.RecordFile;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * A folder that starts with the receiver's own Node: starters in {@code bin}, the application in
 * {@code app} as it lay, with its links.
 */
public final class NodeLayout {
  /** Where the application's own files go, in the program's folder. */
  public static final String APP = "app/";

  private NodeLayout() {}

  /**
   * Lays an application out.
   *
   * @param request what to lay out
   * @param tree its files
   * @return the finished tree
   * @throws GirdleException if it is for a system that it cannot be started on
   */
  public static Layout layOut(LayoutRequest request, ModuleTree tree) {
    String app = request.programFolder() + APP;
    RuntimeNeed need = request.need().orElseThrow();
    Identity identity = request.application().identity();
    boolean isBundled = request.runtime().isBundled();
    if (request.shape() == Shape.BARE) {
      return bare(request, tree);
    }
    List<LayoutFile> files = new ArrayList<>();
    List<WindowsStart> programs = new ArrayList<>();
    for (LaunchSpec start : request.starts()) {
      String bin = request.programFolder() + "bin/" + start.label();
      StartOptions options = new StartOptions(start.options(), tree);
      if (request.isForUnix()) {
        String script = NodeStarter.unix(identity, start, options, need, isBundled);
        files.add(made(bin, script, "starts it on Unix").asExecutable());
      }
      if (request.isFor("windows")) {
        String script = NodeStarter.windows(identity, start, options, need, isBundled);
        files.add(made(bin + ".cmd", script, "starts it on Windows, from scripts"));
        programs.add(NodeProgram.of(request, start, options));
      }
    }
    ProgramFiles program = ProgramFiles.of(request, tree, app);
    files.addAll(program.files());
    files.add(
        made("README.txt", NodeReadme.text(request, need), "tells the receiver how to start it"));
    List<LayoutLink> links = program.links();
    requireNoLinks(links, request);
    Layout layout =
        new Layout(
            files,
            List.of(),
            RecordFile.IN_FOLDER,
            List.of(),
            List.of(),
            request.startOfFolder(request.isForUnix()));
    Layout whole = layout.linking(links).starting(layout.starting().programmedBy(programs));
    return isBundled ? NodeBundle.addTo(whole, request) : whole;
  }

  /** Without starters. */
  private static Layout bare(LayoutRequest request, ModuleTree tree) {
    ProgramFiles program = ProgramFiles.of(request, tree, APP);
    boolean isBundled = request.runtime().isBundled();
    List<LayoutCommand> commands = new ArrayList<>();
    for (LaunchSpec start : request.starts()) {
      List<String> words = new ArrayList<>();
      words.add(isBundled ? LayoutCommand.PLACE + "/" + NodeBundle.FOLDER + "bin/node" : "node");
      words.addAll(new StartOptions(start.options(), tree).words(LayoutCommand.PLACE));
      words.add(LayoutCommand.PLACE + "/" + APP + start.entry().name());
      words.addAll(start.arguments());
      commands.add(new LayoutCommand(start.label(), words, LayoutCommand.PLACE + "/app"));
    }
    Layout layout =
        new Layout(
                program.files(),
                List.of(),
                RecordFile.IN_FOLDER,
                List.of(),
                List.of(),
                request.main().label())
            .linking(program.links())
            .starting(LayoutStart.by(request.main().label()).commandedBy(commands));
    return isBundled ? NodeBundle.addTo(layout, request) : layout;
  }

  /** Windows makes symbolic links for those alone who may, and archives for it carry none. */
  private static void requireNoLinks(List<LayoutLink> links, LayoutRequest request) {
    if (!links.isEmpty() && !request.isForUnix()) {
      throw GirdleException.application(
          "packages of it lie behind "
              + links.size()
              + " symbolic links, the first of them "
              + links.get(0).path()
              + ", and Windows keeps none in what is handed out",
          "  Install its packages into one flat node_modules folder, and seal that.");
    }
  }

  private static LayoutFile made(String path, String text, String reason) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), reason);
  }
}
