package dev.girdle.seal;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Links;
import dev.girdle.io.Paths;
import dev.girdle.io.TreeFile;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.layout.Packing;
import dev.girdle.plan.ExtraFile;
import dev.girdle.plan.LinkHandling;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** What the plan puts into the artifact besides the application. */
final class ExtraFiles {
  /** Why they are there. */
  static final String REASON = "the plan adds it";

  private ExtraFiles() {}

  static Layout addTo(Layout layout, List<ExtraFile> extras) {
    Set<String> taken = new HashSet<>();
    layout.files().forEach(f -> taken.add(f.path()));
    taken.add(layout.recordPath());
    layout.links().forEach(l -> taken.add(l.path()));
    List<LayoutFile> files = new ArrayList<>();
    List<LayoutLink> links = new ArrayList<>();
    List<String> problems = new ArrayList<>();
    for (ExtraFile extra : extras) {
      Found found = filesOf(extra);
      found.wrong.forEach((path, why) -> problems.add(wrongLink(extra, path, why)));
      for (LayoutFile file : found.files) {
        if (taken.add(file.path())) {
          files.add(file);
        } else {
          problems.add(isTaken(file.path(), extra));
        }
      }
      for (LayoutLink link : found.links) {
        if (taken.add(link.path())) {
          links.add(link);
        } else {
          problems.add(isTaken(link.path(), extra));
        }
      }
    }
    if (!problems.isEmpty()) {
      throw new GirdleException(Fault.REQUEST, problems);
    }
    return files.isEmpty() && links.isEmpty() ? layout : layout.plus(files).linking(links);
  }

  private static String isTaken(String path, ExtraFile extra) {
    return "contents: files: "
        + path
        + " is in the artifact already; choose another \"to\" for "
        + extra.from();
  }

  private static String wrongLink(ExtraFile extra, String path, String why) {
    return "contents: files: the link "
        + Paths.printable(path)
        + " in "
        + extra.from()
        + " "
        + why
        + "; links: keep takes along what a link leads to, if it is there";
  }

  private record Found(List<LayoutFile> files, List<LayoutLink> links, Map<String, String> wrong) {}

  private static Found filesOf(ExtraFile extra) {
    if (!Files.isDirectory(extra.from())) {
      return new Found(List.of(file(extra.from(), extra.to())), List.of(), Map.of());
    }
    if (extra.links() == LinkHandling.FOLLOW) {
      return new Found(followed(extra.from(), extra.to()), List.of(), Map.of());
    }
    try (FolderTree tree = FolderTree.withLinks(extra.from())) {
      List<String> paths = tree.files().stream().map(TreeFile::path).toList();
      List<LayoutFile> files = new ArrayList<>();
      paths.forEach(p -> files.add(file(extra.from().resolve(p), extra.to() + "/" + p)));
      Map<String, String> wrong = Links.wrong(tree.links(), Set.copyOf(paths));
      List<LayoutLink> links = new ArrayList<>();
      Map<String, String> told = new TreeMap<>();
      for (Map.Entry<String, String> link : tree.links().entrySet()) {
        Path from = extra.from().resolve(link.getKey());
        String to = extra.to() + "/" + link.getKey();
        String why = wrong.get(link.getKey());
        if (why == null) {
          links.add(link(to, link.getValue()));
        } else if (extra.links() == LinkHandling.KEEP && Files.exists(from)) {
          files.addAll(Files.isDirectory(from) ? followed(from, to) : List.of(file(from, to)));
        } else {
          told.put(link.getKey(), why);
        }
      }
      return new Found(files, links, told);
    } catch (IOException e) {
      throw unreadable(extra.from(), e);
    }
  }

  private static List<LayoutFile> followed(Path from, String to) {
    try (FolderTree tree = FolderTree.of(from, path -> true)) {
      return tree.files().stream()
          .map(TreeFile::path)
          .map(path -> file(from.resolve(path), to + "/" + path))
          .toList();
    } catch (IOException e) {
      throw unreadable(from, e);
    }
  }

  private static GirdleException unreadable(Path path, IOException e) {
    return new GirdleException(Fault.MACHINE, e, "cannot read " + path + ": " + e.getMessage());
  }

  private static LayoutLink link(String path, String target) {
    return new LayoutLink(path, target, "", REASON);
  }

  private static LayoutFile file(Path from, String to) {
    return new LayoutFile(
        to, FolderTree.content(from), Files.isExecutable(from), Packing.AS_IT_IS, "", REASON);
  }
}
