package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
import dev.girdle.binary.LinkedCode;
import dev.girdle.binary.StrippedCode;
import dev.girdle.binary.ThinnedCode;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.ecosystem.Shape;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.Sizes;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutCommand;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.layout.LayoutRuntime;
import dev.girdle.layout.LayoutStart;
import dev.girdle.layout.Orders;
import dev.girdle.layout.Packing;
import dev.girdle.layout.WindowsStart;
import dev.girdle.linux.CompiledCode;
import dev.girdle.nativeprogram.linkage.NativeFiles;
import dev.girdle.nativeprogram.linkage.ProgramLinkage;
import dev.girdle.nativeprogram.linkage.ReceiversSystem;
import dev.girdle.nativeprogram.linkage.Runner;
import dev.girdle.nativeprogram.linkage.Spot;
import dev.girdle.plan.NamePattern;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;

/** Lays a native program out. */
public final class NativeLayout {
  /** Where the application's own files go, in the program's folder. */
  public static final String FILES = Placement.APP;

  private static final String SETTINGS = Spot.SYSTEM + "etc/";
  private static final String SETTINGS_BESIDE = Spot.SYSTEM + "usr/etc";

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

  private NativeLayout(LayoutRequest request, NativeFiles files, ProgramLinkage linkage) {
    this.request = request;
    this.files = files;
    this.top = request.programFolder();
    this.target = request.target().or(Target::ofThisMachine).orElseThrow();
    this.isLinux = target.system().equals("linux");
    for (Component component : request.selection().components()) {
      request.selection().items(component).keySet().forEach(i -> kept.put(i, component));
    }
    this.placement = new Placement(kept.keySet(), request.closure(), this::isSpare);
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
      throw GirdleException.because(
          e,
          () ->
              new GirdleException(
                  Fault.MACHINE, e, "the program cannot be laid out: " + e.getMessage()));
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
    List<LayoutLink> links = links();
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
    Layout layout =
        new Layout(
            isBare ? all : with(all, starters(all)),
            List.of(),
            RecordFile.IN_FOLDER,
            List.of(),
            notices(),
            isBare ? request.main().label() : request.startOfFolder(request.isForUnix()));
    layout = layout.linking(links).linking(forLeftAlone(all));
    layout =
        layout.starting(
            isBare
                ? LayoutStart.by(request.main().label()).commandedBy(commands())
                : layout.starting().programmedBy(programs()));
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
        .anyMatch(s -> Places.inArtifact(s.entry().name()).equals(place));
  }

  /** Where a program may expect to be started: the top of its folder, or where it lies itself. */
  private List<String> startFolders() {
    TreeSet<String> folders = new TreeSet<>();
    if (hasContent) {
      folders.add("app");
      for (LaunchSpec start : request.starts()) {
        folders.add(Paths.folder(file(start)).replaceFirst("/$", ""));
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
    return request.starts().stream().anyMatch(s -> s.entry().name().equals(item.name()));
  }

  private LayoutFile code(String path, Content content, String reason) {
    return new LayoutFile(top + path, content, true, Packing.AS_IT_IS, "", reason);
  }

  /** Links that lead to something that goes along. */
  private List<LayoutLink> links() {
    TreeSet<String> there = new TreeSet<>();
    kept.keySet().forEach(i -> there.add(i.name()));
    List<LayoutLink> links = new ArrayList<>();
    request
        .application()
        .links()
        .forEach(
            (path, leads) -> {
              String real = files.real(path).orElse(null);
              String next = real == null ? null : there.ceiling(real);
              if (next != null && (next.equals(real) || next.startsWith(real + "/"))) {
                String place =
                    path.startsWith("/") ? Places.inArtifact(path) : Placement.APP + path;
                links.add(new LayoutLink(top + place, leads, "", "leads to what goes along"));
              }
            });
    for (Item item : kept.keySet()) {
      if (placement.isCalled(item)) { // runtimes look for it where it lay, and by its name
        String way = Placement.way(item.path(), placement.of(item));
        links.add(new LayoutLink(top + item.path(), way, "", "leads to a library"));
      }
    }
    // programs that look for settings by their own path count them from the folder above theirs
    boolean hasSettings =
        kept.keySet().stream().anyMatch(i -> placement.of(i).startsWith(SETTINGS));
    boolean hasOthers =
        kept.keySet().stream().anyMatch(i -> placement.of(i).startsWith(SETTINGS_BESIDE));
    if (hasSettings && !hasOthers) {
      links.add(new LayoutLink(top + SETTINGS_BESIDE, "../etc", "", "settings, by another way"));
    }
    return target.system().equals("windows") ? List.of() : links;
  }

  private List<String> notices() {
    List<String> notices = new ArrayList<>();
    if (edits.stripped() > 1 << 20) {
      notices.add("symbols for debuggers were left out of its code: " + Sizes.of(edits.stripped()));
    }
    notices.addAll(aboutSpares());
    if (isLinux) {
      edits.leftAlone().forEach((place, why) -> notices.add(aboutLeftAlone(place, why)));
    }
    return notices;
  }

  private String aboutLeftAlone(String place, String why) {
    boolean isStarted = request.starts().stream().anyMatch(s -> program(s).code().equals(place));
    return place
        + " is left as it is, "
        + why
        + "; "
        + (isStarted
            ? (request.shape() == Shape.BARE ? "the image" : "its starter")
                + " tells it where libraries are"
            : "it finds libraries where it looked before, and nowhere else")
        + (runtime.isPresent() ? ", and it uses the receiver's C library" : "");
  }

  /** Code that is left alone comes with the receiver's C library, and must not find another. */
  private List<LayoutLink> forLeftAlone(List<LayoutFile> all) {
    if (runtime.isEmpty() || !hasLeftAlone()) {
      return List.of();
    }
    List<LayoutLink> links = new ArrayList<>();
    for (LayoutFile file : all) {
      String path = file.path().substring(Math.min(top.length(), file.path().length()));
      String name = Paths.fileName(path);
      boolean isLibrary =
          Paths.folder(path).equals(Placement.LIB) && !name.startsWith(CodeEdits.PLACES);
      if (isLibrary && !runtime.get().files().containsKey(name)) {
        links.add(
            new LayoutLink(
                top + Placement.BESIDE_OTHER_C + name,
                "../" + name,
                "",
                "for code that uses the receiver's C library"));
      }
    }
    return links;
  }

  private boolean hasLeftAlone() {
    return request.starts().stream()
        .anyMatch(s -> edits.leftAlone().containsKey(program(s).code()));
  }

  private List<String> aboutSpares() {
    Map<String, List<String>> byReason = new TreeMap<>();
    for (Item item : kept.keySet()) {
      if (placement.isSpare(item)) {
        byReason
            .computeIfAbsent(
                ReceiversSystem.whyTheirsFirst(item).orElseThrow(), w -> new ArrayList<>())
            .add(Paths.fileName(item.path()));
      }
    }
    List<String> notices = new ArrayList<>();
    byReason.forEach(
        (why, names) ->
            notices.add(
                String.join(", ", names)
                    + " of the receiver's system "
                    + (names.size() == 1 ? "goes" : "go")
                    + " first, and what came along is used where there is none: "
                    + why
                    + "; --always makes it go first"));
    return notices;
  }

  private StartedProgram program(LaunchSpec start) {
    String file = file(start);
    Optional<Runner> runner = Optional.empty();
    try {
      Item item = files.file(start.entry().name()).orElseThrow();
      runner = isLinux ? files.runner(item) : runner;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    String runnerFile =
        runner
            .filter(r -> !r.isReceivers())
            .map(
                r ->
                    files
                        .file(r.program())
                        .filter(placement::has)
                        .map(i -> placeOf(i, r.program()))
                        .orElseThrow(
                            () -> GirdleException.request(r.program() + " does not go along")))
            .orElse("");
    return new StartedProgram(file, runner, runnerFile);
  }

  /** Some programs do what they are called by, so a link to one is kept. */
  private String placeOf(Item item, String name) {
    return name.equals(item.name()) || !name.startsWith("/")
        ? placement.of(item)
        : Places.inArtifact(name);
  }

  private String file(LaunchSpec start) {
    Item item =
        files
            .file(start.entry().name())
            .filter(placement::has)
            .orElseThrow(
                () -> GirdleException.request(start.entry().name() + " does not go along"));
    return placeOf(item, start.entry().name());
  }

  private List<LayoutFile> starters(List<LayoutFile> all) {
    List<LayoutFile> starters = new ArrayList<>();
    List<String> needed = needed(all);
    SpareLibraries spares = new SpareLibraries(placement.spares(), target);
    boolean isWindows = target.system().equals("windows");
    for (LaunchSpec start : isWindows ? startsOnWindows() : request.starts()) {
      String bin = top + "bin/" + start.label();
      StartedProgram program = program(start);
      NativeStarter starter = new NativeStarter(request.application().identity(), start, program);
      if (isWindows) {
        starters.add(
            made(bin + ".cmd", starter.windows(hasContent), "starts it on Windows, from scripts"));
      } else {
        Optional<String> libraries =
            edits.leftAlone().containsKey(program.code())
                ? Optional.of(runtime.isPresent() ? Placement.BESIDE_OTHER_C : Placement.LIB)
                : Optional.empty();
        starters.add(
            made(bin, starter.unix(needed, libraries, hasPlaces, spares), "starts it on Unix")
                .asExecutable());
      }
    }
    starters.add(
        made(
            "README.txt",
            NativeReadme.text(request, target, runtime.map(CLibrary::title)),
            "tells the receiver how to start it"));
    return starters;
  }

  /** What the programs cannot be started without, by paths beside the starters' folder. */
  private List<String> needed(Collection<LayoutFile> all) {
    TreeSet<String> needed = new TreeSet<>();
    for (LaunchSpec start : request.starts()) {
      needed.add(program(start).code());
      needed.add(file(start));
    }
    needed.remove("");
    for (LayoutFile file : all) {
      String path = file.path().substring(top.length());
      boolean isLibrary = Paths.folder(path).equals(Placement.LIB);
      if (isLibrary || path.startsWith(Placement.SPARE)) {
        needed.add(path);
      }
    }
    runtime.ifPresent(r -> r.files().keySet().forEach(f -> needed.add(Placement.LIB + f)));
    return List.copyOf(needed);
  }

  /** Programs say by themselves whether they open windows. */
  private List<LaunchSpec> startsOnWindows() {
    return request.starts().stream()
        .map(s -> s.opensWindow() || isForWindow(s) ? s.openingWindow() : s)
        .toList();
  }

  private boolean isForWindow(LaunchSpec start) {
    try {
      Optional<Item> item = files.file(start.entry().name());
      return item.isPresent()
          && files
              .linked(item.get())
              .flatMap(LinkedCode::subsystem)
              .filter(LinkedCode.Subsystem.WINDOWS::equals)
              .isPresent();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private List<WindowsStart> programs() {
    List<WindowsStart> programs = new ArrayList<>();
    if (target.system().equals("windows")) {
      for (LaunchSpec start : startsOnWindows()) {
        String program = file(start).replace('/', '\\');
        Orders orders =
            Orders.NONE.and("file", program).and("program", program).and("word", start.arguments());
        if (start.opensWindow() && hasContent) {
          // as if it had been started itself: nothing leads its paths to its content there
          String folder = Paths.folder(file(start)).replaceFirst("/$", "");
          orders = orders.and("place", LayoutCommand.PLACE + "/" + folder);
        }
        programs.add(WindowsStart.of(start, orders).showing(top + file(start)));
      }
    }
    return programs;
  }

  private List<LayoutCommand> commands() {
    List<LayoutCommand> commands = new ArrayList<>();
    for (LaunchSpec start : request.starts()) {
      List<String> words = new ArrayList<>();
      words.addAll(program(start).command(p -> LayoutCommand.PLACE + "/" + p, w -> w));
      words.addAll(start.arguments());
      boolean isAlone = edits.leftAlone().containsKey(program(start).code());
      String folder = LayoutCommand.PLACE + (isAlone ? "/app" : ""); // nobody leads its paths
      Map<String, String> told =
          isAlone ? Map.of("LD_LIBRARY_PATH", LayoutCommand.PLACE + "/lib") : Map.of();
      commands.add(new LayoutCommand(start.label(), words, folder, told));
    }
    return commands;
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

  private static LayoutFile made(String path, String text, String reason) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), reason);
  }
}
