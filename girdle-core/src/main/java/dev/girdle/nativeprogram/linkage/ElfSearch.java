package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Target;
import dev.girdle.binary.LinkedCode;
import dev.girdle.io.Paths;
import dev.girdle.system.LibraryFolders;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Where the loader of Linux looks for a library ({@code ld.so(8)}): RPATH of the asker and of the
 * program if the asker has no RUNPATH, RUNPATH, the folders that the system's settings name, those
 * that it knows by itself; and in each of them the folders for certain processors.
 */
public final class ElfSearch {
  private static final List<String> HARDWARE =
      List.of("", "glibc-hwcaps/x86-64-v2/", "glibc-hwcaps/x86-64-v3/", "glibc-hwcaps/x86-64-v4/");
  private static final Map<String, String> PLATFORM = Map.of("x64", "x86_64", "arm64", "aarch64");

  private final Target target;
  private final Optional<Path> application;
  private final Set<String> folders;

  /**
   * Prepares to look.
   *
   * @param target where the program is to run
   * @param application the application's folder on this machine, so that paths that a builder wrote
   *     down are understood; empty if it is part of the system
   * @param folders the folders of the system in which libraries are found by name
   */
  public ElfSearch(Target target, Optional<Path> application, Set<String> folders) {
    this.target = target;
    this.application = application.map(p -> p.toAbsolutePath().normalize());
    this.folders = new LinkedHashSet<>(folders);
  }

  /**
   * Where a library may lie.
   *
   * @param asker where the code lies that is linked with it
   * @param code what it says
   * @param name of the library, or its path
   * @param ofProgram what the program that is started says itself of where to look
   * @return the place that is looked at first is the first
   */
  public List<Spot> places(Spot asker, LinkedCode code, String name, List<Spot> ofProgram) {
    if (name.contains("/")) {
      return name.startsWith("/") ? List.of(spot(name)) : asker.beside(name).stream().toList();
    }
    List<Spot> all = new ArrayList<>();
    for (Spot folder : ownFolders(asker, code, ofProgram)) {
      HARDWARE.forEach(h -> all.add(inside(folder, h + name)));
    }
    for (String folder : folders) {
      HARDWARE.forEach(h -> all.add(new Spot(true, folder.substring(1) + "/" + h + name)));
    }
    return all;
  }

  /** The folders that the code itself names, and the program for it. */
  private List<Spot> ownFolders(Spot asker, LinkedCode code, List<Spot> ofProgram) {
    List<Spot> own = new ArrayList<>();
    if (code.runpath().isEmpty()) {
      own.addAll(folders(asker, code.rpath()));
      own.addAll(ofProgram);
    }
    own.addAll(folders(asker, code.runpath()));
    return own;
  }

  /**
   * The folders that paths stand for.
   *
   * @param asker where the code lies that has them
   * @param paths as they stand in it
   * @return in their order
   */
  public List<Spot> folders(Spot asker, List<String> paths) {
    List<Spot> found = new ArrayList<>();
    for (String path : paths) {
      for (String lib : path.contains("LIB") ? LibraryFolders.lib(target) : List.of("")) {
        String plain =
            path.replaceAll("\\$\\{?LIB\\}?", lib)
                .replaceAll("\\$\\{?PLATFORM\\}?", PLATFORM.get(target.processor()));
        String inside = plain.replaceFirst("^\\$\\{?ORIGIN\\}?/?", "");
        if (inside.length() < plain.length()) {
          folderBeside(asker, inside).ifPresent(found::add);
        } else if (plain.startsWith("/")) {
          found.add(spot(plain.replaceFirst("/+$", "")));
        }
      }
    }
    return found;
  }

  /** What leads out of the application's folder is found where that lies on this machine. */
  private Optional<Spot> folderBeside(Spot asker, String inside) {
    Optional<Spot> there = asker.beside(inside);
    if (there.isPresent() || application.isEmpty() || asker.isOfSystem()) {
      return there;
    }
    Path folder = application.get().resolve(Paths.folder(asker.path())).resolve(inside);
    return Optional.of(spot(folder.normalize().toString()));
  }

  /** What a path of this machine stands for. */
  private Spot spot(String path) {
    Path there = Path.of(path).normalize();
    return application
        .filter(there::startsWith)
        .map(a -> new Spot(false, a.relativize(there).toString().replace('\\', '/')))
        .orElseGet(() -> new Spot(true, there.toString().substring(1)));
  }

  private static Spot inside(Spot folder, String name) {
    return new Spot(
        folder.isOfSystem(), folder.path().isEmpty() ? name : folder.path() + "/" + name);
  }
}
