package dev.girdle.python.bundle;

import dev.girdle.app.Target;
import dev.girdle.closure.Demand;
import dev.girdle.ecosystem.FittingRuntime;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutRuntime;
import dev.girdle.layout.Packing;
import dev.girdle.place.Variables;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.plan.RuntimeRequest;
import dev.girdle.python.linkage.PythonThing;
import dev.girdle.shelf.Shelf;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Puts a Python beside a program: its program, its library, and the libraries that these need. */
public final class PythonBundle {
  /** Where it goes, beside starters and application. */
  public static final String FOLDER = "runtime/";

  private static final Path LICENCES_OF_SYSTEM = Path.of("/usr/share/doc");

  private PythonBundle() {}

  /**
   * The Python that goes along, or that byte code is made with.
   *
   * @param request what is laid out
   * @return one that fits
   * @throws GirdleException if there is none
   */
  public static PythonHome chosen(LayoutRequest request) {
    return PythonHome.of(
        FittingRuntime.of(all(request.runtime()), request.target(), request.need().orElseThrow())
            .home());
  }

  /**
   * A Python of this machine whose byte code a receiver's can read.
   *
   * @param need which releases will do
   * @return empty if there is none
   */
  public static Optional<PythonHome> here(RuntimeNeed need) {
    return HostPython.all("", Variables.here()).stream()
        .filter(r -> !r.kinds().isEmpty() && r.isIn(need.range()))
        .findFirst()
        .flatMap(r -> PythonHome.at(r.home()));
  }

  private static List<FoundRuntime> all(RuntimeRequest request) {
    if (!request.from().isEmpty()) {
      return request.from().stream().map(p -> HostPython.found(PythonHome.of(p), "named")).toList();
    }
    List<FoundRuntime> all = new ArrayList<>(HostPython.all("", Variables.here()));
    Shelf.of(Variables.here())
        .folders()
        .forEach(
            p -> PythonHome.at(p).ifPresent(h -> all.add(HostPython.found(h, "on the shelf"))));
    all.removeIf(r -> r.kinds().isEmpty());
    return all;
  }

  /**
   * Puts it beside a program.
   *
   * @param layout the program
   * @param request what was laid out, and how
   * @param home the Python
   * @return the layout with the runtime in it, and with what the user should know of that
   */
  public static Layout addTo(Layout layout, LayoutRequest request, PythonHome home) {
    try {
      return new PythonBundle.Adding(request, home).to(layout);
    } catch (IOException e) {
      throw GirdleException.because(e, home.folder() + " cannot be read");
    }
  }

  /** One Python for one program. */
  private static final class Adding {
    private final LayoutRequest request;
    private final PythonHome home;
    private final String top;
    private final Map<String, LayoutFile> files = new TreeMap<>();
    private final Map<String, String> parts = new TreeMap<>();
    private final Map<String, String> leftOut = new TreeMap<>();

    Adding(LayoutRequest request, PythonHome home) {
      this.request = request;
      this.home = home;
      this.top = request.programFolder() + FOLDER;
    }

    Layout to(Layout layout) throws IOException {
      boolean isTrimmed = request.runtime().kind() == RuntimeKind.TRIMMED;
      LibraryFiles library = LibraryFiles.of(home);
      leftOut.putAll(library.leftOut());
      Map<String, String> why =
          isTrimmed
              ? LibraryWalk.of(library, asked(), request.choice())
              : library.files().keySet().stream()
                  .collect(Collectors.toMap(p -> p, p -> home.title() + ", whole"));
      String lib = home.isWindows() ? "Lib/" : "lib/" + home.library().getFileName() + "/";
      for (TreeFile file : library.files().values()) {
        String reason = why.get(file.path());
        if (reason != null) {
          boolean isCode = file.path().startsWith("lib-dynload/");
          add(lib + file.path(), file, isCode, reason);
        }
        if (isTrimmed) {
          tell(file.path(), reason);
        }
      }
      program();
      licence();
      List<LayoutFile> all = new ArrayList<>(layout.files());
      int before = all.size();
      all.addAll(files.values());
      Set<String> asked = new TreeSet<>();
      if (request
          .target()
          .or(Target::ofThisMachine)
          .filter(t -> t.system().equals("linux"))
          .isPresent()) {
        NativeLibraries libraries =
            new NativeLibraries(
                request.target().or(Target::ofThisMachine).orElseThrow(),
                top + "lib/",
                List.of(home.folder().resolve("lib")));
        all = libraries.complete(all);
        asked.addAll(libraries.leftToReceivers());
      }
      Layout with =
          layout
              .having(all.subList(0, before), layout.links())
              .with(
                  new LayoutRuntime(
                      home.title(),
                      home.release(),
                      isTrimmed ? "trimmed" : "whole",
                      parts,
                      leftOut),
                  all.subList(before, all.size()));
      return asked.isEmpty()
          ? with
          : with.noticing(
              List.of(
                  "the receiver's system has to have "
                      + String.join(", ", asked)
                      + ", which is better its own, or is not on this machine"));
    }

    /** Which modules the program asks for, by whomever. */
    private Set<String> asked() {
      return request.closure().askedOfRuntime().stream()
          .filter(d -> d.thing().equals(PythonThing.MODULE))
          .map(Demand::name)
          .collect(Collectors.toCollection(TreeSet::new));
    }

    private void add(String path, TreeFile file, boolean isCode, String reason) {
      files.put(
          top + path,
          new LayoutFile(
              top + path, file.content(), isCode, Packing.AS_IT_IS, home.title(), reason));
    }

    /** By the names of modules without dots. */
    private void tell(String path, String reason) {
      String name =
          path.replaceFirst("^lib-dynload/", "").replaceFirst("/.*", "").replaceFirst("\\..*", "");
      if (reason != null) {
        parts.putIfAbsent(name, reason);
        leftOut.remove(name);
      } else if (!parts.containsKey(name)) {
        leftOut.putIfAbsent(name, "nothing in the closure asks for it");
      }
    }

    private void program() throws IOException {
      String name = home.isWindows() ? "python.exe" : "bin/python3";
      add(name, new TreeFile(name, FolderTree.content(home.program())), true, home.title());
      Path folder = home.isWindows() ? home.folder() : home.folder().resolve("lib");
      Pattern wanted =
          home.isWindows()
              ? Pattern.compile("python\\d+\\.dll|python3\\.dll|vcruntime.*\\.dll|pythonw\\.exe")
              : Pattern.compile("libpython" + Pattern.quote(home.line()) + "\\.(so\\.1\\.0|dylib)");
      for (Path file : inside(folder)) {
        String file1 = file.getFileName().toString();
        if (wanted.matcher(file1).matches() && isUsed(file1)) {
          String path = (home.isWindows() ? "" : "lib/") + file1;
          add(path, new TreeFile(path, FolderTree.content(file)), true, home.title());
        }
      }
    }

    /** A program may have all of Python in it, and the library be for others. */
    private boolean isUsed(String library) throws IOException {
      if (!library.startsWith("libpython")) {
        return true;
      }
      try (var channel = FolderTree.channel(home.program())) {
        return dev.girdle.binary.NeededLibraries.of(channel).contains(library)
            || library.endsWith(".dylib");
      }
    }

    private void licence() throws IOException {
      List<Path> places =
          List.of(
              home.library().resolve("LICENSE.txt"),
              home.library().resolve("LICENSE"),
              home.folder().resolve("LICENSE.txt"),
              home.folder().resolve("LICENSE"),
              LICENCES_OF_SYSTEM.resolve("python" + home.line()).resolve("copyright"));
      for (Path place : places) {
        if (Files.isRegularFile(place)) {
          add(
              "LICENSE",
              new TreeFile("LICENSE", FolderTree.content(place)),
              false,
              "licence of " + home.title());
          return;
        }
      }
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
}
