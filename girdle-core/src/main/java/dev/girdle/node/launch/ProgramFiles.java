package dev.girdle.node.launch;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.io.FolderTree;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.layout.Packing;
import dev.girdle.node.tree.ModuleTree;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/**
 * What of an application goes along, as it lay: its files, and the links that lead to such.
 *
 * @param files by component
 * @param links by path
 */
public record ProgramFiles(List<LayoutFile> files, List<LayoutLink> links) {
  /** Copies the lists. */
  public ProgramFiles {
    files = List.copyOf(files);
    links = List.copyOf(links);
  }

  /**
   * Gathers them.
   *
   * @param request what goes along
   * @param tree the application's files
   * @param folder where they go, with a slash at the end
   * @return all of them
   */
  public static ProgramFiles of(LayoutRequest request, ModuleTree tree, String folder) {
    List<LayoutFile> files = new ArrayList<>();
    TreeSet<String> kept = new TreeSet<>();
    for (Component component : request.selection().components()) {
      for (Item item : request.selection().items(component).keySet()) {
        String path = ModuleTree.path(item);
        kept.add(path);
        files.add(
            new LayoutFile(
                folder + path,
                item.content(),
                isExecutable(item),
                Packing.AS_IT_IS,
                component.name(),
                request.reason(item)));
      }
    }
    return new ProgramFiles(files, links(request.application().links(), tree, kept, folder));
  }

  private static boolean isExecutable(Item item) {
    return FolderTree.fileOf(item.content()).filter(Files::isExecutable).isPresent();
  }

  /** The links that lead to something that goes along. */
  private static List<LayoutLink> links(
      Map<String, String> links, ModuleTree tree, TreeSet<String> kept, String folder) {
    List<LayoutLink> all = new ArrayList<>();
    links.forEach(
        (path, target) -> {
          String real = tree.real(path).orElse(null);
          String next = real == null ? null : kept.ceiling(real);
          if (next != null && (next.equals(real) || next.startsWith(real + "/"))) {
            all.add(new LayoutLink(folder + path, target, "", "leads to what goes along"));
          }
        });
    return all;
  }
}
