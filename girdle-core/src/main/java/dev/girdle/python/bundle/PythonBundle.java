package dev.girdle.python.bundle;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.ecosystem.FittingRuntime;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.fault.GirdleException;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutRuntime;
import dev.girdle.place.Variables;
import dev.girdle.plan.Choice;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.plan.RuntimeRequest;
import dev.girdle.python.linkage.PythonThing;
import dev.girdle.python.tree.RuntimeNames;
import dev.girdle.shelf.Shelf;
import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Puts a Python beside a program: its program, its library, and the libraries that these need. */
public final class PythonBundle {
  /** Where it goes, beside starters and application. */
  public static final String FOLDER = "runtime/";

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

  /**
   * The Python of this machine that makes the byte code of another, whose form goes with the line
   * and not with the system.
   *
   * @param home the Python that is to run it
   * @return itself if it runs here; empty if this machine has none of its line
   */
  public static Optional<PythonHome> compilerFor(PythonHome home) {
    return home.runsHere()
        ? Optional.of(home)
        : HostPython.all("", Variables.here()).stream()
            .filter(r -> !r.kinds().isEmpty())
            .flatMap(r -> PythonHome.at(r.home()).stream())
            .filter(h -> h.runsHere() && h.line().equals(home.line()))
            .findFirst();
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
    String top = request.programFolder() + FOLDER;
    boolean isTrimmed = request.runtime().kind() == RuntimeKind.TRIMMED;
    Set<String> asked = asked(request);
    try {
      HomeFiles files =
          HomeFiles.of(
              home, top, isTrimmed ? Optional.of(asked) : Optional.empty(), request.choice());
      List<LayoutFile> all = new ArrayList<>(layout.files());
      int before = all.size();
      all.addAll(files.files());
      Set<String> leftToReceivers = new TreeSet<>();
      List<String> absent = List.of();
      if (home.runsHere() && home.target().orElseThrow().system().equals("linux")) {
        PackageTerms terms = terms(top);
        NativeLibraries libraries = libraries(home, top, terms);
        all = libraries.complete(all);
        LentData lent = LentData.of(all, home, request.programFolder(), asked, terms);
        all.addAll(lent.files());
        all.addAll(terms.files());
        absent = lent.absent();
        leftToReceivers.addAll(libraries.leftToReceivers());
      }
      Layout with =
          layout
              .having(all.subList(0, before), layout.links())
              .with(
                  new LayoutRuntime(
                      home.title(),
                      home.release(),
                      isTrimmed ? "trimmed" : "whole",
                      files.parts(),
                      files.leftOut()),
                  all.subList(before, all.size()));
      List<String> notices = new ArrayList<>(absent);
      if (!leftToReceivers.isEmpty()) {
        notices.add(
            "the receiver's system has to have "
                + String.join(", ", leftToReceivers)
                + ", which is better its own, or is not on this machine");
      }
      return with.noticing(notices);
    } catch (IOException e) {
      throw GirdleException.because(e, home.folder() + " cannot be read");
    }
  }

  private static PackageTerms terms(String top) {
    return new PackageTerms(new RootFolder(Path.of("/")), top + "licences/");
  }

  private static NativeLibraries libraries(PythonHome home, String top, PackageTerms terms) {
    return new NativeLibraries(
        home.target().orElseThrow(), top + "lib/", List.of(home.folder().resolve("lib")), terms);
  }

  /**
   * Which modules a program asks for, by whomever: also by what only travels along, since that can
   * be loaded by a name which only the run will tell.
   */
  private static Set<String> asked(LayoutRequest request) {
    Set<String> asked =
        request.closure().askedOfRuntime().stream()
            .filter(d -> d.thing().equals(PythonThing.MODULE))
            .map(Demand::name)
            .collect(Collectors.toCollection(TreeSet::new));
    for (Component component : request.selection().components()) {
      for (Item item : request.selection().items(component).keySet()) {
        boolean isKeptUnread =
            item.path().endsWith(".py") && request.closure().reached(item).isEmpty();
        if (isKeptUnread) {
          asked.addAll(RuntimeImports.of(item));
        } else if (RuntimeImports.arePacked(item)) {
          asked.addAll(RuntimeNames.all());
        }
      }
      // what native code was made from says what it imports, though it stays behind itself
      component.items().stream()
          .filter(i -> i.path().endsWith(".pyx"))
          .forEach(i -> asked.addAll(RuntimeImports.of(i)));
    }
    return asked;
  }

  /**
   * Writes one down that can lie anywhere.
   *
   * @param home a Python of this machine
   * @param folder an empty folder
   * @return the folder that holds it
   * @throws IOException if it cannot be read or written
   */
  public static Path writeWhole(PythonHome home, Path folder) throws IOException {
    List<LayoutFile> files = HomeFiles.of(home, FOLDER, Optional.empty(), Choice.USUAL).files();
    PackageTerms terms = terms(FOLDER);
    List<LayoutFile> all = new ArrayList<>(libraries(home, FOLDER, terms).complete(files));
    all.addAll(terms.files());
    for (LayoutFile file : all) {
      Path place = folder.resolve(file.path());
      Files.createDirectories(place.getParent());
      try (InputStream in = file.content().open()) {
        Files.copy(in, place);
      }
      if (file.executable()) {
        place.toFile().setExecutable(true);
      }
    }
    return folder.resolve(FOLDER.replace("/", ""));
  }
}
