package dev.girdle.java.bundle;

import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.app.Target;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Reasons;
import dev.girdle.closure.Selection;
import dev.girdle.ecosystem.FittingRuntime;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.ecosystem.SystemLibraries;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import dev.girdle.java.format.JavaLanguage;
import dev.girdle.java.format.Versioned;
import dev.girdle.java.reach.ReachedRuntime;
import dev.girdle.java.reach.RuntimeWalk;
import dev.girdle.java.reach.Tongues;
import dev.girdle.java.runtime.BundledRuntime;
import dev.girdle.java.runtime.Extract;
import dev.girdle.java.runtime.JavaHome;
import dev.girdle.java.runtime.ModuleChoice;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutRuntime;
import dev.girdle.place.Variables;
import dev.girdle.plan.Choice;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.plan.RuntimeRequest;
import dev.girdle.shelf.Shelf;
import java.io.IOException;
import java.lang.module.ModuleFinder;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Puts a Java runtime beside a program. */
public final class RuntimeBundler {
  /** Where it goes, beside starters and components. */
  public static final String FOLDER = "runtime/";

  /** Bytes. */
  private static final long WORTH_A_WORD = 5_000_000;

  private RuntimeBundler() {}

  /** The runtimes that the plan names; or the one that Girdle runs on, and those on the shelf. */
  private static List<JavaHome> homes(RuntimeRequest request) {
    if (!request.from().isEmpty()) {
      return request.from().stream().map(JavaHome::of).toList();
    }
    List<JavaHome> homes = new ArrayList<>();
    homes.add(JavaHome.of(Path.of(System.getProperty("java.home"))));
    Shelf.of(Variables.here()).folders().forEach(f -> JavaHome.at(f).ifPresent(homes::add));
    return homes;
  }

  /**
   * The runtime that counts where none is looked for by its target.
   *
   * @param request which runtime goes along
   * @return the first that the plan names; else the one that Girdle runs on
   */
  public static JavaHome first(RuntimeRequest request) {
    return homes(request).get(0);
  }

  /**
   * The error for a runtime of a system that nothing is sealed for.
   *
   * @param request which runtime goes along
   * @return to be thrown
   */
  public static GirdleException notSealedFor(RuntimeRequest request) {
    return GirdleException.request(
        "the runtime in "
            + first(request).folder()
            + " is for a system or processor that cannot be sealed for");
  }

  /** The one for the target, which has to be new enough for the program. */
  public static JavaHome chosen(LayoutRequest request) {
    return chosen(request.runtime(), request.target(), request.need().orElseThrow());
  }

  /**
   * The runtime for a target.
   *
   * @param request which runtimes there are to choose from
   * @param target the target; empty for any
   * @param need which releases will do
   * @return the first that fits; if there is none, an error tells which there are
   */
  public static JavaHome chosen(RuntimeRequest request, Optional<Target> target, RuntimeNeed need) {
    List<FoundRuntime> all =
        homes(request).stream().map(h -> HostJava.found(h.folder(), h.feature(), "named")).toList();
    return JavaHome.of(FittingRuntime.of(all, target, need).home());
  }

  /**
   * Puts the runtime that a request wants beside the program.
   *
   * @param layout the program
   * @param request what was laid out, and how
   * @param memo what was found out for other forms of the same closure
   * @return the layout with the runtime in it, and with what the user should know of that
   */
  public static Layout addTo(Layout layout, LayoutRequest request, RuntimeMemo memo) {
    JavaHome home = chosen(request);
    String folder = request.programFolder() + FOLDER;
    // stays open, since its files are read only when the layout is written
    BundledRuntime runtime = BundledRuntime.open(home, request.choice().always());
    if (request.runtime().kind() == RuntimeKind.WHOLE) {
      List<LayoutFile> files = runtime.whole(folder);
      LayoutRuntime all =
          new LayoutRuntime(home.title(), home.version(), "whole", Map.of(), Map.of());
      return layout
          .with(all, files)
          .noticing(SystemLibraries.askedBy(JavaLanguage.NAME, files, request.shape()));
    }
    ModuleChoice choice = modules(runtime, request.closure(), request.choice());
    LayoutRuntime part =
        new LayoutRuntime(
            home.title(),
            home.version(),
            request.runtime().kind().text(),
            choice.chosen(),
            leftOut(choice, runtime));
    Extract extract =
        extract(choice, request.runtime(), modules -> memo.reached(runtime, modules, request));
    List<LayoutFile> files = runtime.trimmed(extract, folder);
    return layout
        .with(part, files)
        .noticing(notices(choice))
        .noticing(large(choice, runtime))
        .noticing(
            SystemLibraries.askedBy(JavaLanguage.NAME, runtime.natives(extract), request.shape()));
  }

  /**
   * Whether a module fits, or a file of its folder that stays behind otherwise; or a class, if the
   * runtime is taken apart to its classes.
   */
  public static boolean has(NamePattern pattern, RuntimeRequest request) {
    if (ModuleFinder.ofSystem().findAll().stream()
        .anyMatch(m -> pattern.matches(m.descriptor().name()))) {
      return true;
    }
    if (!request.isBundled()) {
      return false;
    }
    try (BundledRuntime runtime = BundledRuntime.open(first(request), List.of())) {
      if (runtime.leftHere().keySet().stream().anyMatch(pattern::matches)) {
        return true;
      }
      return request.kind() == RuntimeKind.TIGHT
          && runtime.contents(runtime.modules().keySet()).values().stream()
              .flatMap(files -> files.keySet().stream())
              .anyMatch(path -> pattern.matches(Versioned.itemName(path)));
    }
  }

  /**
   * Which modules of a runtime go along.
   *
   * @param runtime the runtime
   * @param closure what the program needs
   * @param choice what the plan wants in and out
   * @return the modules, each with its reason, and those that stay behind
   */
  public static ModuleChoice modules(BundledRuntime runtime, Closure closure, Choice choice) {
    return modules(runtime.modules(), closure, choice);
  }

  /**
   * Which modules go along.
   *
   * @param there all modules, each with those that it requires
   * @param closure what the program needs
   * @param choice what the plan wants in and out
   * @return the modules, each with its reason, and those that stay behind
   */
  public static ModuleChoice modules(
      Map<String, List<String>> there, Closure closure, Choice choice) {
    Map<String, Demand> names = new LinkedHashMap<>(closure.ofRuntime());
    names.putAll(Tongues.of(closure));
    return ModuleChoice.of(there, reached(closure), names, choice.always(), choice.never());
  }

  /**
   * What of the chosen modules goes along; what of them is reached is asked for only if need be.
   */
  static Extract extract(
      ModuleChoice choice,
      RuntimeRequest request,
      Function<Map<String, String>, ReachedRuntime> reachedOf) {
    Extract extract = Extract.of(choice.chosen()).withDebugTables(request.debugTables());
    if (request.kind() != RuntimeKind.TIGHT) {
      return extract;
    }
    ReachedRuntime reached = reachedOf.apply(choice.chosen());
    return extract.onlyWith(reached.contents(), reached.natives());
  }

  static ReachedRuntime walk(
      BundledRuntime runtime,
      Map<String, String> modules,
      Closure closure,
      Selection selection,
      Choice choice) {
    try {
      return RuntimeWalk.walk(runtime, modules, closure, selection, choice);
    } catch (IOException e) {
      throw new GirdleException(Fault.MACHINE, e, "the runtime cannot be read: " + e.getMessage());
    }
  }

  /** The modules that a closure reaches, each with the first demand. */
  static Map<String, String> reached(Closure closure) {
    Map<String, String> reached = new LinkedHashMap<>();
    for (Reached one : closure.reached()) {
      Item item = one.item();
      if (item.component().role() == Role.RUNTIME) {
        reached.put(item.name(), Reasons.sentence(one.first()));
      }
    }
    return reached;
  }

  /** What takes much room and may be of no use, so that people think of it. */
  private static List<String> large(ModuleChoice choice, BundledRuntime runtime) {
    List<String> notices = new ArrayList<>();
    runtime
        .contents(choice.byName().keySet())
        .forEach(
            (module, contents) -> {
              long size = contents.values().stream().mapToLong(Content::size).sum();
              if (size > WORTH_A_WORD) {
                notices.add(
                    module
                        + String.format(Locale.ROOT, " (%.1f MB)", size / 1e6)
                        + " goes along for "
                        + choice.byName().get(module)
                        + "; --never "
                        + module
                        + " leaves it out");
              }
            });
    return notices;
  }

  /** Modules and files that stay behind without anybody having looked who might need them. */
  private static Map<String, String> leftOut(ModuleChoice choice, BundledRuntime runtime) {
    Map<String, String> leftOut = new LinkedHashMap<>(choice.leftOut());
    Map<List<String>, List<String>> groups = new LinkedHashMap<>();
    runtime
        .leftHere()
        .forEach(
            (path, what) ->
                groups
                    .computeIfAbsent(List.of(Paths.folder(path), what), g -> new ArrayList<>())
                    .add(path));
    groups.forEach(
        (group, paths) -> {
          boolean isOne = paths.size() == 1;
          String name = isOne ? paths.get(0) : group.get(0) + "*";
          String many = isOne ? "" : paths.size() + " files: ";
          String keeps = isOne ? " keeps it" : " keeps them";
          leftOut.put(name, many + group.get(1) + "; --always '" + name + "'" + keeps);
        });
    return leftOut;
  }

  private static List<String> notices(ModuleChoice choice) {
    return choice.leftOut().isEmpty()
        ? List.of()
        : List.of(
            "modules that only services or reflection ask for stay out of the runtime: "
                + String.join(", ", choice.leftOut().keySet())
                + "; --always NAME keeps one");
  }
}
