package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Item;
import dev.girdle.binary.assembly.Assembly;
import dev.girdle.binary.assembly.AssemblyName;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** Assemblies for .NET among the files: what they ask for, and which files that means. */
public final class Assemblies {
  /** What a runtime brings; all else is brought by applications. */
  private static final Pattern OF_RUNTIME =
      Pattern.compile(
          "mscorlib|netstandard|System|System\\..*|Microsoft\\.(?:CSharp|VisualBasic|Win32)(?:\\..*)?"
              + "|Mono\\..*|WindowsBase|Presentation(?:Core|Framework)(?:\\..*)?|UIAutomation.*"
              + "|Accessibility|ReachFramework|WindowsFormsIntegration");

  /** Not libraries, but the runtime itself. */
  private static final Set<String> INSIDE = Set.of("__Internal", "QCall", "*");

  private final NativeFiles files;

  Assemblies(NativeFiles files) {
    this.files = files;
  }

  /** What an assembly asks for. */
  List<Demand> demands(Item item, Assembly assembly) {
    Site site = Site.of(item);
    List<Demand> demands = new ArrayList<>();
    for (AssemblyName one : assembly.references()) {
      demands.add(
          Demand.of(NativeThing.ASSEMBLY, one.name(), site, NativeThing.REFERS, Strength.HARD));
    }
    for (String one : assembly.natives()) {
      if (!INSIDE.contains(one)) {
        demands.add(Demand.of(NativeThing.CALLED, one, site, NativeThing.CALLS, Strength.SOFT));
      }
    }
    for (String one : assembly.modules()) {
      beside(item, one).ifPresent(i -> demands.add(forFile(i, site)));
    }
    for (String ending : List.of(".config", ".runtimeconfig.json", ".deps.json")) {
      String name = Paths.fileName(item.path());
      String stem = ending.equals(".config") ? name : name.replaceFirst("\\.(?:dll|exe)$", "");
      beside(item, stem + ending).ifPresent(i -> demands.add(forFile(i, site)));
    }
    String folder = Paths.folder(item.name());
    for (Item one : files.called(assembly.name().name() + ".resources.dll")) { // translations
      if (one.name().startsWith(folder)) {
        demands.add(forFile(one, site));
      }
    }
    return demands;
  }

  private static Demand forFile(Item item, Site site) {
    return Demand.of(Thing.FILE, item.name(), site, NativeThing.BESIDE, Strength.HINT);
  }

  private Optional<Item> beside(Item item, String name) {
    return files.file(Paths.folder(item.name()) + name);
  }

  /**
   * The files that a reference means. A runtime looks beside the program first, and for what it
   * brings itself may look there only; so of several, all are meant.
   */
  List<Item> named(Item asker, String name) {
    List<Item> found = new ArrayList<>();
    for (String ending : List.of(".dll", ".exe")) {
      for (Item one : files.called(name + ending)) {
        if (one != asker) {
          found.add(one);
        }
      }
    }
    String folder = Paths.folder(asker.name());
    found.sort(Comparator.comparing(i -> !Paths.folder(i.name()).equals(folder)));
    boolean isBeside =
        !found.isEmpty() && Paths.folder(found.get(0).name()).equals(folder) && !isOfRuntime(name);
    return isBeside ? found.subList(0, 1) : found;
  }

  /** Whether runtimes bring an assembly of that name. */
  static boolean isOfRuntime(String name) {
    return OF_RUNTIME.matcher(name).matches();
  }

  /** The libraries that a name may mean, which runtimes complete in several ways. */
  List<Item> library(Item asker, String name) throws IOException {
    List<Item> found = new ArrayList<>();
    meant(asker, name).forEach(one -> found.addAll(files.called(one)));
    return found;
  }

  /** What files may be called that a name means, also by settings. */
  List<String> meant(Item asker, String name) throws IOException {
    List<String> all = new ArrayList<>(variants(name));
    LibraryMap map = new LibraryMap();
    for (String settings : List.of(LibraryMap.OF_MONO, asker.name() + ".config")) {
      Optional<Item> file = files.file(settings);
      if (file.isPresent()) {
        map.add(file.get().content());
      }
    }
    map.of(name).forEach(t -> all.add(Paths.fileName(t)));
    return all;
  }

  /**
   * What files are called that a name in an assembly may mean, on any system.
   *
   * @param name as it stands in the assembly
   * @return the likeliest first
   */
  public static List<String> variants(String name) {
    String file = Paths.fileName(name.replace('\\', '/'));
    String plain =
        file.toLowerCase(Locale.ROOT).endsWith(".dll")
            ? file.substring(0, file.length() - 4)
            : file;
    return List.of(
        file,
        plain + ".so",
        "lib" + plain + ".so",
        "lib" + plain,
        plain + ".dll",
        plain + ".dylib",
        "lib" + plain + ".dylib");
  }
}
