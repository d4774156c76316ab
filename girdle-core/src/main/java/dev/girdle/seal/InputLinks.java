package dev.girdle.seal;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.plan.LinkHandling;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Refuses applications whose folders have links that lead out of them, if the user says so. */
final class InputLinks {
  private InputLinks() {}

  /**
   * Looks at all folders of an application.
   *
   * @param source what the user has built
   * @throws GirdleException if links in them lead out; it names all of them
   */
  static void check(Source source) {
    if (source.links() != LinkHandling.REFUSE) {
      return;
    }
    List<String> lines = new ArrayList<>();
    List<Path> all = new ArrayList<>(List.of(source.app()));
    all.addAll(source.with());
    for (Path folder : all) {
      if (Files.isDirectory(folder)) {
        addLeadingOut(folder, lines);
      }
    }
    if (!lines.isEmpty()) {
      lines.add(0, "application: links: refuse, and " + lines.size() + " lead out of their folder");
      throw new GirdleException(Fault.APPLICATION, lines);
    }
  }

  private static void addLeadingOut(Path folder, List<String> lines) {
    try (FolderTree tree = FolderTree.withLinks(folder)) {
      Path top = folder.toRealPath();
      for (Map.Entry<String, String> link : tree.links().entrySet()) {
        Path there = folder.resolve(link.getKey());
        if (Files.exists(there) && !there.toRealPath().startsWith(top)) {
          lines.add(
              "  "
                  + Paths.printable(folder.resolve(link.getKey()).toString())
                  + " to "
                  + Paths.printable(link.getValue()));
        }
      }
    } catch (IOException e) {
      throw new GirdleException(Fault.MACHINE, e, "cannot read " + folder + ": " + e.getMessage());
    }
  }
}
