package dev.girdle.seal;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.plan.ExtraFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** What the plan puts into the artifact besides the application. */
final class ExtraFiles {
  private ExtraFiles() {}

  static Layout addTo(Layout layout, List<ExtraFile> extras) {
    Set<String> taken = new HashSet<>();
    layout.files().forEach(f -> taken.add(f.path()));
    taken.add(layout.recordPath());
    List<LayoutFile> files = new ArrayList<>();
    List<String> problems = new ArrayList<>();
    for (ExtraFile extra : extras) {
      for (LayoutFile file : filesOf(extra)) {
        if (taken.add(file.path())) {
          files.add(file);
        } else {
          problems.add(
              "contents: files: "
                  + file.path()
                  + " is in the artifact already; choose another \"to\" for "
                  + extra.from());
        }
      }
    }
    if (!problems.isEmpty()) {
      throw new GirdleException(Fault.REQUEST, problems);
    }
    return files.isEmpty() ? layout : layout.plus(files);
  }

  private static List<LayoutFile> filesOf(ExtraFile extra) {
    if (!Files.isDirectory(extra.from())) {
      return List.of(file(extra.from(), extra.to()));
    }
    try (FolderTree tree = FolderTree.of(extra.from(), path -> true)) {
      return tree.files().stream()
          .map(TreeFile::path)
          .map(path -> file(extra.from().resolve(path), extra.to() + "/" + path))
          .toList();
    } catch (IOException e) {
      throw new GirdleException(
          Fault.MACHINE, e, "cannot read " + extra.from() + ": " + e.getMessage());
    }
  }

  private static LayoutFile file(Path from, String to) {
    return new LayoutFile(
        to,
        FolderTree.content(from),
        Files.isExecutable(from),
        Packing.AS_IT_IS,
        "",
        "the plan adds it");
  }
}
