package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Item;
import dev.girdle.app.Target;
import dev.girdle.binary.CodeKind;
import dev.girdle.binary.DamagedCodeException;
import dev.girdle.binary.LinkedCode;
import dev.girdle.binary.StrippedCode;
import dev.girdle.binary.elf.EditedElf;
import dev.girdle.binary.elf.ElfEdit;
import dev.girdle.binary.elf.ElfEdit.OwnLoader;
import dev.girdle.binary.elf.ElfPayload;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import dev.girdle.linux.CompiledCode;
import dev.girdle.nativeprogram.linkage.ElfSearch;
import dev.girdle.nativeprogram.linkage.NativeFiles;
import dev.girdle.nativeprogram.linkage.ProgramLinkage;
import dev.girdle.nativeprogram.linkage.Spot;
import dev.girdle.system.LibraryFolders;
import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;

/** Edits the code of an artifact for Linux, so that it finds what lies beside it. */
final class CodeEdits {
  static final String PLACES = "libgirdle-places.so";

  private final NativeFiles files;
  private final ProgramLinkage linkage;
  private final Placement placement;
  private final Target target;
  private final Optional<CLibrary> runtime;
  private final boolean hasPlaces;
  private final Predicate<Item> isUntouched;
  private final List<String> loadedFrom;
  private final Map<String, String> leftAlone = new TreeMap<>();
  private long stripped;

  CodeEdits(
      NativeFiles files,
      ProgramLinkage linkage,
      Placement placement,
      Target target,
      Optional<CLibrary> runtime,
      boolean hasPlaces,
      Predicate<Item> isUntouched) {
    this.files = files;
    this.linkage = linkage;
    this.placement = placement;
    this.target = target;
    this.runtime = runtime;
    this.hasPlaces = hasPlaces;
    this.isUntouched = isUntouched;
    this.loadedFrom =
        files.isKnownByRuns() ? placement.holding(loaderFolders(files.root(), target)) : List.of();
  }

  private static List<String> loaderFolders(Path system, Target target) {
    RootFolder root = new RootFolder(system);
    return LibraryFolders.all(root, target).stream()
        .flatMap(f -> root.find(f).map(root::pathOf).stream())
        .distinct()
        .toList();
  }

  /** By path, why code is as it was and looks for libraries where it did. */
  Map<String, String> leftAlone() {
    return leftAlone;
  }

  /** How many bytes only debuggers would have read. */
  long stripped() {
    return stripped;
  }

  /** What goes into the artifact for an item. */
  Content of(Item item) throws IOException {
    Optional<NativeFiles.Head> head = files.head(item);
    if (head.isEmpty()
        || !target.runs(head.get().code().system(), head.get().code().processors())) {
      return item.content();
    }
    if (isUntouched.test(item)) {
      leftAlone.put(placement.of(item), "since the plan says so");
      return item.content();
    }
    if (ElfPayload.isIn(item.content())) {
      // it reads what stands behind its end, and knows where that is
      leftAlone.put(placement.of(item), "since it holds data behind its code");
      return item.content();
    }
    Content bare = StrippedCode.of(item.content());
    stripped += item.content().size() - bare.size();
    Optional<LinkedCode> code = files.linked(item);
    if (code.isEmpty() || isStatic(code.get())) {
      return bare;
    }
    boolean isProgram =
        head.get().kind() == CodeKind.PROGRAM && code.get().interpreter().isPresent();
    Optional<OwnLoader> loader =
        isProgram && runtime.isPresent() ? loader(placement.of(item)) : Optional.empty();
    List<String> first = isProgram && hasPlaces ? List.of(PLACES) : List.of();
    ElfEdit edit = new ElfEdit(folders(item, code.get()), first, renamed(item, code.get()), loader);
    try {
      Optional<Content> edited = EditedElf.of(bare, edit);
      if (edited.isEmpty()) {
        leftAlone.put(placement.of(item), "since it has no room for changes");
      }
      return edited.orElse(bare);
    } catch (DamagedCodeException e) {
      // loaders may never look at it: what is needed and damaged, the walk has told
      leftAlone.put(placement.of(item), "since " + e.getMessage());
      return item.content();
    }
  }

  private static boolean isStatic(LinkedCode code) {
    return code.interpreter().isEmpty() && code.needed().isEmpty() && code.ownName().isEmpty();
  }

  private Optional<OwnLoader> loader(String place) {
    return CompiledCode.LOADING
        .bytes(target.processor())
        .map(
            code -> {
              String way = Placement.way(place, "lib");
              String folder = way.equals(".") ? "" : way + "/";
              return new OwnLoader(code, folder + runtime.get().loader());
            });
  }

  /** Where what it is linked with lies, then where it says itself, then where libraries are. */
  private List<String> folders(Item item, LinkedCode code) throws IOException {
    String place = placement.of(item);
    Set<String> ways = new LinkedHashSet<>();
    for (LinkedCode.Needed needed : code.needed()) {
      Optional<Item> library = linkage.libraryItem(item, needed.name());
      if (library.isPresent()
          && placement.has(library.get())
          && !placement.isSpare(library.get())) {
        ways.add(Placement.way(place, folder(placement.of(library.get()))));
      }
    }
    List<String> own = new ArrayList<>(code.rpath());
    own.addAll(code.runpath());
    if (!Spot.of(item).isOfSystem()) {
      ElfSearch search = new ElfSearch(target, Optional.empty(), Set.of());
      for (Spot folder : search.folders(Spot.of(item), own)) {
        if (!folder.isOfSystem() && !files.below(folder.path()).isEmpty()) {
          ways.add(Placement.way(place, Placement.APP + folder.path()));
        }
      }
    }
    ways.add(Placement.way(place, "lib"));
    // what it loads by a name lies where its loader looked
    loadedFrom.forEach(f -> ways.add(Placement.way(place, f)));
    if (placement.isCalled(item)) { // loaders count from a link to it, if it is loaded by that
      ways.add(Placement.way(item.path(), "lib"));
    }
    return ways.stream().map(w -> w.equals(".") ? "$ORIGIN" : "$ORIGIN/" + w).toList();
  }

  private static String folder(String place) {
    return Paths.folder(place).replaceFirst("/$", "");
  }

  /** What is linked by a path is found by its name. */
  private Map<String, String> renamed(Item item, LinkedCode code) throws IOException {
    Map<String, String> renamed = new java.util.HashMap<>();
    for (LinkedCode.Needed needed : code.needed()) {
      Optional<Item> library = linkage.libraryItem(item, needed.name());
      String file =
          library
              .filter(placement::has)
              .map(l -> Paths.fileName(placement.of(l)))
              .orElse(Paths.fileName(needed.name()));
      if (needed.name().contains("/") || !file.equals(needed.name())) {
        renamed.put(needed.name(), file);
      }
    }
    return renamed;
  }
}
