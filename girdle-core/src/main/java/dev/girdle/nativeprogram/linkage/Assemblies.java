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
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
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

  /** What settings of an assembly are called, behind its name. */
  private static final String CONFIG = ".config";

  private final NativeFiles files;
  private final Map<String, LibraryMap> maps = new ConcurrentHashMap<>();

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
    String folder = Paths.folder(item.name());
    for (String one : assembly.modules()) {
      files.file(folder + one).ifPresent(i -> demands.add(forFile(i, site)));
    }
    String stem = Runners.stem(item.name());
    for (String settings :
        List.of(item.name() + CONFIG, stem + Runners.SETTINGS, stem + ".deps.json")) {
      files.file(settings).ifPresent(i -> demands.add(forFile(i, site)));
    }
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

  /** What files may be called that a name means, also by settings. */
  List<String> meant(Item asker, String name) throws IOException {
    List<String> all = new ArrayList<>(variants(name));
    for (String settings : List.of(LibraryMap.OF_MONO, asker.name() + CONFIG)) {
      map(settings).of(name).forEach(t -> all.add(Paths.fileName(t)));
    }
    return all;
  }

  private LibraryMap map(String settings) throws IOException {
    LibraryMap known = maps.get(settings);
    if (known == null) {
      known = new LibraryMap();
      Optional<Item> file = files.file(settings);
      if (file.isPresent()) {
        known.add(file.get().content());
      }
      maps.put(settings, known);
    }
    return known;
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
