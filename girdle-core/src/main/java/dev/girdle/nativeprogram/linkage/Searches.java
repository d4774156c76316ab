package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Item;
import dev.girdle.binary.LinkedCode;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

/** How the loaders of all systems look for libraries among the files of an application. */
public final class Searches {
  private Searches() {}

  /**
   * All of them.
   *
   * @param files all files
   * @param programs what is started, which has a say in where its libraries look for others
   * @param elf how the loader of Linux looks
   * @return by system
   */
  public static Map<String, LibrarySearch> of(
      NativeFiles files, Supplier<List<Item>> programs, ElfSearch elf) {
    return Map.of(
        "linux", linux(files, programs, elf),
        "windows", new OfWindows(files, programs),
        "macos", macos(files, programs));
  }

  private static LibrarySearch linux(
      NativeFiles files, Supplier<List<Item>> programs, ElfSearch elf) {
    return (asker, name) -> {
      Optional<LinkedCode> code = files.linked(asker);
      if (code.isEmpty()) {
        return List.of();
      }
      List<Spot> ofProgram = new ArrayList<>();
      for (Item program : programs.get()) {
        Optional<LinkedCode> said = files.linked(program);
        if (said.isPresent() && said.get().runpath().isEmpty()) {
          ofProgram.addAll(elf.folders(Spot.of(program), said.get().rpath()));
        }
      }
      return elf.places(Spot.of(asker), code.get(), name, ofProgram);
    };
  }

  /**
   * The folder of the program that is started, then that of the asker; names without regard to case
   * (Microsoft Learn, "Dynamic-link library search order").
   */
  private record OfWindows(NativeFiles files, Supplier<List<Item>> programs)
      implements LibrarySearch {
    @Override
    public List<Spot> places(Item asker, String name) {
      List<Spot> all = new ArrayList<>();
      for (Item program : programs.get()) {
        all.addAll(named(program, name));
      }
      all.addAll(named(asker, name));
      return all;
    }

    private List<Spot> named(Item beside, String name) {
      String folder = Paths.folder(beside.path());
      String wanted = name.toLowerCase(Locale.ROOT);
      return files.below(folder.replaceFirst("/$", "")).stream()
          .filter(i -> Paths.folder(i.path()).equals(folder))
          .filter(i -> Paths.fileName(i.path()).toLowerCase(Locale.ROOT).equals(wanted))
          .map(Spot::of)
          .toList();
    }
  }

  /** Paths that count from the asker, the program, or where they say ({@code dyld(1)}). */
  private static LibrarySearch macos(NativeFiles files, Supplier<List<Item>> programs) {
    return (asker, name) -> {
      List<Spot> all = new ArrayList<>();
      if (name.startsWith("@rpath/")) {
        String rest = name.substring("@rpath/".length());
        for (String path : rpaths(files, asker)) {
          counted(path + "/" + rest, asker, programs.get()).ifPresent(all::add);
        }
        for (Item program : programs.get()) {
          for (String path : rpaths(files, program)) {
            counted(path + "/" + rest, program, programs.get()).ifPresent(all::add);
          }
        }
      } else {
        counted(name, asker, programs.get()).ifPresent(all::add);
      }
      return all;
    };
  }

  private static List<String> rpaths(NativeFiles files, Item item) throws IOException {
    return files.linked(item).map(LinkedCode::rpath).orElse(List.of());
  }

  private static Optional<Spot> counted(String path, Item asker, List<Item> programs) {
    if (path.startsWith("@loader_path/")) {
      return Spot.of(asker).beside(path.substring("@loader_path/".length()));
    }
    if (path.startsWith("@executable_path/")) {
      String rest = path.substring("@executable_path/".length());
      return programs.stream().findFirst().flatMap(p -> Spot.of(p).beside(rest));
    }
    return Optional.empty();
  }
}
