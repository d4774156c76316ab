package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
import dev.girdle.binary.StrippedCode;
import dev.girdle.binary.ThinnedCode;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.ecosystem.Shape;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.layout.LayoutRuntime;
import dev.girdle.layout.LayoutStart;
import dev.girdle.layout.Packing;
import dev.girdle.linux.CompiledCode;
import dev.girdle.nativeprogram.linkage.NativeFiles;
import dev.girdle.nativeprogram.linkage.ProgramLinkage;
import dev.girdle.nativeprogram.linkage.ReceiversSystem;
import dev.girdle.nativeprogram.linkage.Spot;
import dev.girdle.plan.NamePattern;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;

/** Lays a native program out. */
public final class NativeLayout {
  /** Where the application's own files go, in the program's folder. */
  public static final String FILES = Placement.APP;

  private final LayoutRequest request;
  private final NativeFiles files;
  private final String top;
  private final Target target;
  private final Optional<CLibrary> runtime;
  private final Placement placement;
  private final Map<Item, Component> kept = new LinkedHashMap<>();
  private final boolean isLinux;
  private final List<String> ofSystem;
  private final boolean hasContent;
  private final boolean hasPlaces;
  private final Map<String, Path> dataOfC;
  private final CodeEdits edits;
  private final StartedPrograms started;

  private NativeLayout(LayoutRequest request, NativeFiles files, ProgramLinkage linkage) {
    this.request = request;
    this.files = files;
    this.top = request.programFolder();
    this.target = request.target().or(Target::ofThisMachine).orElseThrow();
    this.isLinux = target.system().equals("linux");
    for (Component component : request.selection().components()) {
      request.selection().items(component).keySet().forEach(i -> kept.put(i, component));
    }
    this.placement =
        new Placement(kept.keySet(), request.closure(), this::isSpare, files.isKnownByRuns());
    this.runtime =
        isLinux && request.shape() == Shape.FOLDER && request.runtime().isBundled()
            ? Optional.of(library())
            : Optional.empty();
    this.ofSystem =
        kept.keySet().stream()
            .filter(i -> placement.of(i).startsWith(Spot.SYSTEM))
            .map(Item::name)
            .toList();
    this.hasContent =
        kept.keySet().stream().anyMatch(i -> !Spot.of(i).isOfSystem() && files.head(i).isEmpty());
    this.dataOfC =
        isLinux && request.shape() == Shape.FOLDER
            ? DataOfC.of(kept.keySet(), files, runtime)
            : Map.of();
    this.hasPlaces =
        isLinux
            && (hasContent
                || !ofSystem.isEmpty()
                || !placement.spares().isEmpty()
                || !dataOfC.isEmpty())
            && placesCode().isPresent();
    this.edits =
        new CodeEdits(files, linkage, placement, target, runtime, hasPlaces, this::isUntouched);
    this.started = new StartedPrograms(request, files, placement, target);
  }

  private boolean isUntouched(Item item) {
    return isNamed(item, request.choice().contents().untouched());
  }

  private static boolean isNamed(Item item, List<NamePattern> patterns) {
    return patterns.stream().anyMatch(p -> p.matches(item.name()) || p.matches(item.path()));
  }

  /**
   * Lays it out.
   *
   * @param request what to lay out, and how
   * @param files the files of the application
   * @param linkage how its code finds libraries
   * @return the finished tree
   * @throws GirdleException if something cannot be read, or there is no C library to go along
   */
  public static Layout layOut(LayoutRequest request, NativeFiles files, ProgramLinkage linkage) {
    try {
      return new NativeLayout(request, files, linkage).layout();
    } catch (IOException e) {
      throw GirdleException.because(e, "the program cannot be laid out");
    }
  }

  /** Images have no system of a receiver; what the user names goes first. */
  private boolean isSpare(Item item) {
    return request.shape() == Shape.FOLDER
        && ReceiversSystem.whyTheirsFirst(item).isPresent()
        && !isNamed(item, request.choice().always());
  }

  private CLibrary library() {
    Path root = request.runtime().from().stream().findFirst().orElse(Path.of("/"));
    CLibrary found =
        above(root).stream()
            .flatMap(r -> CLibrary.in(r, target).stream())
            .findFirst()
            .orElseThrow(
                () ->
                    GirdleException.request(
                        "there is no GNU C library for " + target.text() + " in " + root,
                        "  Name the root folder of a system that has one: --runtime-from DIR"));
    Optional<RuntimeNeed> need = request.need();
    if (need.isPresent() && !need.get().range().accepts(found.release())) {
      throw GirdleException.request(
          need.get().because()
              + " needs "
              + need.get().text()
              + ", and "
              + root
              + " has "
              + found.title());
    }
    return found;
  }

  /**
   * A folder; of a file, the folders above it, since a list of runtimes names the library itself.
   */
  private static List<Path> above(Path place) {
    List<Path> all = new ArrayList<>();
    if (!Files.isRegularFile(place)) {
      return List.of(place);
    }
    for (Path up = place.toAbsolutePath().getParent(); up != null; up = up.getParent()) {
      all.add(up);
    }
    return all;
  }

  private Optional<byte[]> placesCode() {
    return CompiledCode.PLACES.bytes(target.processor());
  }

  private Layout layout() throws IOException {
    List<LayoutFile> all = new ArrayList<>();
    NativeLinks ways = new NativeLinks(request, files, kept.keySet(), placement);
    List<LayoutLink> links = target.system().equals("windows") ? List.of() : ways.all();
    for (Map.Entry<Item, Component> one : kept.entrySet()) {
      all.add(file(one.getKey(), one.getValue()));
    }
    if (hasPlaces) {
      all.add(
          code(
              Placement.LIB + CodeEdits.PLACES,
              Content.of(placesCode().get()),
              "leads paths that were baked in to what came along"));
      all.add(
          LayoutFile.made(
              top + Placement.LIB + CodeEdits.PLACES + ".places",
              Places.of(withLinks(links), files.root(), startFolders()),
              "which paths mean what came along"));
    }
    String owner = runtime.map(CLibrary::title).orElse("");
    dataOfC.forEach(
        (path, file) ->
            all.add(
                new LayoutFile(
                    top + Placement.LIB + path,
                    FolderTree.content(file),
                    false,
                    Packing.AS_IT_IS,
                    owner,
                    "the C library reads it")));
    boolean isBare = request.shape() == Shape.BARE;
    NativeStarters starters =
        new NativeStarters(
            request, target, started, placement, edits, runtime, hasContent, hasPlaces);
    Layout layout =
        new Layout(
            isBare ? all : with(all, starters.scripts(all)),
            List.of(),
            RecordFile.IN_FOLDER,
            List.of(),
            new NativeNotices(
                    kept.keySet(), placement, edits, started, request.shape(), runtime.isPresent())
                .all(),
            isBare ? request.main().label() : request.startOfFolder(request.isForUnix()));
    layout = layout.linking(links);
    if (runtime.isPresent() && started.areAnyOf(edits.leftAlone().keySet())) {
      layout = layout.linking(ways.toOthers(all, runtime.get().files().keySet()));
    }
    layout =
        layout.starting(
            isBare
                ? LayoutStart.by(request.main().label()).commandedBy(starters.commands())
                : layout.starting().programmedBy(starters.programs()));
    return runtime.isPresent() ? withRuntime(layout) : layout;
  }

  /** What lies under {@code system}, by its path there. */
  private List<String> withLinks(List<LayoutLink> links) {
    List<String> all = new ArrayList<>(ofSystem);
    for (LayoutLink link : links) {
      String path = link.path().substring(top.length());
      if (path.startsWith(Spot.SYSTEM) && !isStart(path)) {
        all.add(path.substring(Spot.SYSTEM.length() - 1));
      }
    }
    return all;
  }

  private boolean isStart(String place) {
    return request.starts().stream()
        .anyMatch(
            s ->
                s.entry().name().startsWith("/")
                    && Places.inArtifact(s.entry().name()).equals(place));
  }

  /** Where a program may expect to be started: the top of its folder, or where it lies itself. */
  private List<String> startFolders() {
    TreeSet<String> folders = new TreeSet<>();
    if (hasContent) {
      folders.add("app");
      for (LaunchSpec start : request.starts()) {
        folders.add(Paths.folder(started.file(start)).replaceFirst("/$", ""));
      }
      folders.removeIf(f -> !f.startsWith("app"));
    }
    return List.copyOf(folders);
  }

  private static List<LayoutFile> with(List<LayoutFile> some, List<LayoutFile> more) {
    List<LayoutFile> all = new ArrayList<>(more);
    all.addAll(some);
    return all;
  }

  private LayoutFile file(Item item, Component component) throws IOException {
    boolean isExecutable =
        FolderTree.fileOf(item.content()).filter(Files::isExecutable).isPresent();
    return new LayoutFile(
        top + placement.of(item),
        content(item),
        isExecutable || files.head(item).isPresent() && isStarted(item),
        Packing.AS_IT_IS,
        component.name(),
        request.reason(item));
  }

  private Content content(Item item) throws IOException {
    if (item.path().endsWith(AssemblyList.ENDING)) {
      String folder = Paths.folder(item.name());
      return AssemblyList.of(item.content(), name -> !isLeftBehind(folder, name));
    }
    if (target.system().equals("macos")) {
      return ThinnedCode.of(item.content(), target.processor());
    }
    return isLinux ? edits.of(item) : item.content();
  }

  /** Whether a list has a file that is there, and does not go along. */
  private boolean isLeftBehind(String folder, String name) {
    return files.called(name).stream()
        .filter(i -> i.name().startsWith(folder))
        .anyMatch(i -> !placement.has(i));
  }

  private boolean isStarted(Item item) {
    return request.starts().stream()
        .anyMatch(s -> files.startedItem(s.entry().name()).filter(i -> i == item).isPresent());
  }

  private LayoutFile code(String path, Content content, String reason) {
    return new LayoutFile(top + path, content, true, Packing.AS_IT_IS, "", reason);
  }

  private Layout withRuntime(Layout layout) throws IOException {
    CLibrary library = runtime.orElseThrow();
    List<LayoutFile> its = new ArrayList<>();
    for (String name : new TreeSet<>(library.files().keySet())) {
      Content content = StrippedCode.of(FolderTree.content(library.files().get(name)));
      its.add(
          new LayoutFile(
              top + Placement.LIB + name,
              content,
              true,
              Packing.AS_IT_IS,
              library.title(),
              name.equals(library.loader()) ? "loads the program" : "the C library"));
    }
    its.removeIf(f -> layout.files().stream().anyMatch(o -> o.path().equals(f.path())));
    return layout.with(
        new LayoutRuntime(library.title(), library.release(), "whole", Map.of(), Map.of()), its);
  }
}
