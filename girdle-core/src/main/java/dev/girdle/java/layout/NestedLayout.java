package dev.girdle.java.layout;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Target;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.io.Content;
import dev.girdle.io.TreeFile;
import dev.girdle.io.ZipTree;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.format.JavaRelease;
import dev.girdle.java.index.JavaFacts;
import dev.girdle.java.index.MainClasses;
import dev.girdle.java.launcher.LaunchOptions;
import dev.girdle.java.launcher.Starter;
import dev.girdle.java.launcher.UnixStarter;
import dev.girdle.java.launcher.WindowsProgram;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.record.RecordFile;
import dev.girdle.start.Index;
import dev.girdle.start.Start;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.jar.Manifest;

/**
 * One archive that holds the jars whole and uncompressed, so that they can be read in place;
 * started by the classes of {@code girdle-start}.
 */
public final class NestedLayout {
  private static final String SERVICES = "lib/declared-services.jar";

  private final LayoutRequest request;
  private final MainClasses mainClasses;

  /**
   * Prepares to lay out.
   *
   * @param request what to lay out
   * @param mainClasses tells which entry points the launcher cannot start by itself
   */
  public NestedLayout(LayoutRequest request, MainClasses mainClasses) {
    this.mainClasses = mainClasses;
    this.request = request;
  }

  /**
   * Lays it out.
   *
   * @return the finished tree, without a runtime
   * @throws IOException if something cannot be read
   */
  public Layout layOut() throws IOException {
    LaunchOptions options = LaunchOptions.of(request);
    List<LayoutFile> files = new ArrayList<>();
    files.add(
        LayoutFile.made(
            JarManifest.PATH, LaunchOptions.bytes(manifest(options)), "tells Java what to start"));
    EntryTable entries = new EntryTable(request, mainClasses);
    NestIndex index = new NestIndex(entries, request.need().orElseThrow());
    List<LayoutFile> ofJars = new ArrayList<>();
    List<String> folders = new ArrayList<>();
    for (Component component : request.selection().components()) {
      String folder = isAtTop(component) ? "" : "lib/" + Jars.fileName(component);
      List<String> names = unpacked(component, folder, ofJars, folders);
      index.add(folder, names, JarManifest.of(component).isTrue("Multi-Release"));
    }
    List<LayoutFile> services = DeclaredServices.files(request);
    if (!services.isEmpty()) {
      index.add(SERVICES, services.stream().map(LayoutFile::path).toList(), false);
      services.forEach(s -> ofJars.add(s.at(SERVICES + "/" + s.path())));
    }
    files.add(
        new LayoutFile(
            Index.PATH,
            Content.of(index.bytes()),
            false,
            Packing.STORED,
            "",
            "tells the starter where everything lies"));
    files.addAll(StartClasses.ofNested());
    files.addAll(ofJars);
    Layout layout =
        new Layout(
            files,
            folders,
            RecordFile.IN_ARCHIVE,
            List.of(),
            notices(options, entries),
            (JavaRelease.of(request.need().orElseThrow()).exactly()
                ? "java --enable-preview -jar %s"
                : "java -jar %s"));
    return request.isSelfStarting() ? selfStarting(layout, options) : layout;
  }

  /** What the archive says of itself, and with it what the jar says whose files lie at its top. */
  private Manifest manifest(LaunchOptions options) {
    Manifest manifest = options.newManifest(request, Start.class.getName());
    LaunchOptions.open(manifest, Start.OPENED);
    request.selection().components().stream()
        .filter(this::isAtTop)
        .map(JarManifest::of)
        .forEach(own -> own.addTo(manifest));
    return manifest;
  }

  /**
   * Whether a component's files lie in the archive itself, so that programs find their own files
   * and packages where they look for them in any jar: those of what is started, unless they would
   * mean something else there.
   */
  private boolean isAtTop(Component component) {
    boolean isStarted = component.name().equals(request.main().entry().component());
    return isStarted
        && component.items().stream()
            .map(Item::path)
            .noneMatch(
                p ->
                    JavaFacts.isSignature(p)
                        || p.equals("META-INF/INDEX.LIST")
                        || p.startsWith("META-INF/girdle/")
                        || p.startsWith("dev/girdle/start/")
                        || p.startsWith("lib/"));
  }

  /**
   * The files of a component's jar, each at its place in a folder of the archive that is called
   * like the jar; as they are packed.
   *
   * @return their names in the jar, and those of its folders
   */
  private List<String> unpacked(
      Component component, String folder, List<LayoutFile> files, List<String> folders)
      throws IOException {
    List<String> names = new ArrayList<>();
    String prefix = folder.isEmpty() ? "" : folder + "/";
    ZipTree jar = ZipTree.open(Jars.content(component, request), component.name());
    for (String inner : jar.folders()) {
      names.add(inner);
      folders.add(prefix + inner);
    }
    for (TreeFile file : jar.files()) {
      names.add(file.path());
      if (folder.isEmpty() && file.path().equals(JarManifest.PATH)) {
        continue; // the archive's own stands for it
      }
      files.add(
          new LayoutFile(
              prefix + file.path(),
              file.content(),
              false,
              Jars.packing(file.path()),
              component.name(),
              component.item(file.path()).map(request::reason).orElse("part of its jar")));
    }
    return names;
  }

  /** Started by systems like any other program. */
  private Layout selfStarting(Layout layout, LaunchOptions options) throws IOException {
    Starter starter =
        new Starter(
            request.application().identity(),
            request.main(),
            false,
            request.need().orElseThrow(),
            List.of(),
            options.commandLine(),
            Optional.empty(),
            false);
    boolean isOnly = request.starts().size() == 1;
    boolean isForWindows = Target.isOf("windows", request.target());
    return layout.starting(
        isForWindows
            ? layout.starting().programmedBy(List.of(WindowsProgram.ofArchive(starter, isOnly)))
            : layout.starting().headedBy(UnixStarter.head(starter, isOnly)));
  }

  private static List<String> notices(LaunchOptions options, EntryTable entries) {
    List<String> notices = new ArrayList<>(entries.notices());
    options
        .manifest()
        .value("Launcher-Agent-Class")
        .ifPresent(
            a ->
                notices.add(
                    "the manifest asks for the agent "
                        + a
                        + ", which a nested archive cannot start"));
    return notices;
  }
}
