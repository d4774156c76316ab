package dev.girdle.node.launch;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.layout.Packing;
import dev.girdle.node.tree.ModuleTree;
import dev.girdle.record.RecordFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;

/**
 * A folder that starts with the receiver's own Node: starters in {@code bin}, the application in
 * {@code app} as it lay, with its links.
 */
public final class NodeLayout {
  private static final String APP = "app/";

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
    if (request.target().isPresent() && request.isFor("windows")) {
      throw GirdleException.request(
          "Node.js programs cannot be sealed for "
              + request.target().get().text()
              + " yet: there is no starter for it",
          "  What can be: linux, macos; or no --target.");
    }
    String app = request.programFolder() + APP;
    RuntimeNeed need = request.need().orElseThrow();
    List<LayoutFile> files = new ArrayList<>();
    for (LaunchSpec start : request.starts()) {
      files.add(
          made(
                  request.programFolder() + "bin/" + start.label(),
                  NodeStarter.script(request.application().identity(), start, need),
                  "starts it on Unix")
              .asExecutable());
    }
    TreeSet<String> kept = new TreeSet<>();
    for (Component component : request.selection().components()) {
      for (Item item : request.selection().items(component).keySet()) {
        String path = ModuleTree.path(item);
        kept.add(path);
        files.add(
            new LayoutFile(
                app + path,
                item.content(),
                isExecutable(item),
                Packing.AS_IT_IS,
                component.name(),
                request.reason(item)));
      }
    }
    files.add(
        made("README.txt", NodeReadme.text(request, need), "tells the receiver how to start it"));
    return new Layout(
            files,
            List.of(),
            RecordFile.IN_FOLDER,
            List.of(),
            List.of(),
            "%s/" + request.programFolder() + "bin/" + request.main().label())
        .linking(kept(request.application().links(), tree, kept, app));
  }

  private static boolean isExecutable(Item item) {
    return FolderTree.fileOf(item.content()).filter(Files::isExecutable).isPresent();
  }

  /** The links that lead to something that goes along. */
  private static List<LayoutLink> kept(
      Map<String, String> links, ModuleTree tree, TreeSet<String> kept, String app) {
    List<LayoutLink> all = new ArrayList<>();
    links.forEach(
        (path, target) -> {
          Optional<String> real = tree.real(path);
          String next = real.map(kept::ceiling).orElse(null);
          boolean leads =
              next != null && (next.equals(real.get()) || next.startsWith(real.get() + "/"));
          if (leads) {
            all.add(new LayoutLink(app + path, target, "", "leads to what goes along"));
          }
        });
    return all;
  }

  private static LayoutFile made(String path, String text, String reason) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), reason);
  }
}
