package dev.girdle.node.bundle;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.binary.StrippedCode;
import dev.girdle.ecosystem.FittingRuntime;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.SystemLibraries;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutRuntime;
import dev.girdle.layout.Packing;
import dev.girdle.licence.LegalNames;
import dev.girdle.node.pack.NodeLanguage;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.place.Variables;
import dev.girdle.plan.RuntimeRequest;
import dev.girdle.shelf.Shelf;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Puts a Node beside a program: its program, the libraries beside it, its licence. */
public final class NodeBundle {
  /** Where it goes, beside starters and application. */
  public static final String FOLDER = "runtime/";

  /** Where systems keep licences of what they installed. */
  private static final Path OF_THE_SYSTEM = Path.of("/usr/share/doc/nodejs/copyright");

  private static final String LICENCE = "LICENSE";

  private NodeBundle() {}

  /**
   * The Nodes that may go along.
   *
   * @param request which the plan names
   * @param application its packages may carry some
   * @return the named ones; if none is named those of this machine, of the shelf, of the packages
   */
  private static List<FoundRuntime> all(RuntimeRequest request, Application application) {
    if (!request.from().isEmpty()) {
      return named(request);
    }
    List<FoundRuntime> all = new ArrayList<>(HostNode.all("", Variables.here()));
    Stream.concat(
            Shelf.of(Variables.here()).folders().stream(),
            application.components().stream().flatMap(NodeBundle::carried))
        .forEach(p -> NodeHome.at(p).ifPresent(h -> all.add(HostNode.found(h, "on the shelf"))));
    all.removeIf(r -> r.kinds().isEmpty());
    return all;
  }

  /** The Nodes that the plan names, each of which has to be one. */
  private static List<FoundRuntime> named(RuntimeRequest request) {
    return request.from().stream().map(p -> HostNode.found(NodeHome.of(p), "named")).toList();
  }

  /** The folder of a package whose only work is to carry a Node. */
  private static Stream<Path> carried(Component component) {
    return component.name().matches("node-[a-z0-9]+-[a-z0-9]+(@.*)?")
        ? component.item(PackageJson.NAME).stream()
            .flatMap(i -> FolderTree.fileOf(i.content()).stream())
            .map(Path::getParent)
        : Stream.empty();
  }

  /**
   * Puts it beside a program.
   *
   * @param layout the program
   * @param request what was laid out, and how
   * @return the layout with the runtime in it, and with what the user should know of that
   */
  public static Layout addTo(Layout layout, LayoutRequest request) {
    NodeHome home =
        NodeHome.of(
            FittingRuntime.of(
                    all(request.runtime(), request.application()),
                    request.target(),
                    request.need().orElseThrow())
                .home());
    try {
      List<LayoutFile> files = files(home, request.programFolder() + FOLDER);
      Layout with =
          layout
              .with(
                  new LayoutRuntime(home.title(), home.release(), "whole", Map.of(), Map.of()),
                  files)
              .noticing(SystemLibraries.askedBy(NodeLanguage.NAME, files, request.shape()));
      boolean isLicensed = files.stream().anyMatch(f -> f.path().endsWith("/" + LICENCE));
      return isLicensed
          ? with
          : with.noticing(
              List.of(
                  "no licence lies beside "
                      + home.title()
                      + "; whoever hands it out has to add it: lay it as "
                      + LICENCE
                      + " into "
                      + home.folder()));
    } catch (IOException e) {
      throw new GirdleException(
          Fault.APPLICATION, e, home.folder() + " cannot be read: " + e.getMessage());
    }
  }

  /** What of a Node goes along, without what only debuggers read. */
  private static List<LayoutFile> files(NodeHome home, String folder) throws IOException {
    Map<String, Path> chosen = new TreeMap<>();
    chosen.put("bin/" + (isWindows(home) ? "node.exe" : "node"), home.program());
    for (Path file : inside(home.program().toAbsolutePath().getParent())) {
      String name = file.getFileName().toString();
      if (name.endsWith(".dll")) {
        chosen.put("bin/" + name, file);
      }
    }
    for (Path file : inside(home.folder())) {
      String name = file.getFileName().toString();
      if (LegalNames.isOne(name)) {
        chosen.put(name.startsWith("LICEN") ? LICENCE : name, file);
      }
    }
    for (Path file : inside(home.folder().resolve("lib"))) {
      if (file.getFileName().toString().matches("libnode\\..*")) {
        chosen.put("lib/" + file.getFileName(), file);
      }
    }
    if (Files.isRegularFile(OF_THE_SYSTEM) && home.program().startsWith("/usr/bin")) {
      chosen.putIfAbsent(LICENCE, OF_THE_SYSTEM);
    }
    List<LayoutFile> files = new ArrayList<>();
    for (Map.Entry<String, Path> file : chosen.entrySet()) {
      Content content = StrippedCode.of(FolderTree.content(file.getValue()));
      boolean isCode = file.getKey().startsWith("bin/") || file.getKey().startsWith("lib/");
      files.add(
          new LayoutFile(
              folder + file.getKey(),
              content,
              isCode,
              Packing.AS_IT_IS,
              home.title(),
              isCode ? home.title() + ", whole" : "licence of " + home.title()));
    }
    return files;
  }

  private static boolean isWindows(NodeHome home) {
    return home.program().getFileName().toString().endsWith(".exe");
  }

  private static List<Path> inside(Path folder) throws IOException {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> all = Files.list(folder)) {
      return all.filter(Files::isRegularFile).sorted().toList();
    }
  }
}
