package dev.girdle.java.runtime;

import dev.girdle.binary.StrippedCode;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.plan.NamePattern;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/** A Java runtime that goes along with a program: whole, or cut down to some of its modules. */
public final class BundledRuntime implements AutoCloseable {
  /** The class that tells the runtime its modules. */
  public static final String LIST_OF_MODULES = "jdk.internal.module.SystemModules$listed";

  private static final String BASE = "/java.base/";
  private static final ModuleFiles OWNERS = new ModuleFiles();
  private static final int LARGEST_TYPE = 1 << 20;

  private final JavaHome home;
  private final RuntimeImage image;

  private final List<NamePattern> always;

  private BundledRuntime(JavaHome home, RuntimeImage image, List<NamePattern> always) {
    this.home = home;
    this.image = image;
    this.always = List.copyOf(always);
  }

  /**
   * Opens a runtime.
   *
   * @param home its folder
   * @param always names of what goes along in any case; files by their paths in the folder
   * @return to be closed once everything that came from it is written
   * @throws GirdleException if its image cannot be read
   */
  public static BundledRuntime open(JavaHome home, List<NamePattern> always) {
    try {
      return new BundledRuntime(home, RuntimeImage.open(home), always);
    } catch (IOException | RuntimeException e) {
      throw unreadable(home, e);
    }
  }

  private static GirdleException unreadable(JavaHome home, Exception e) {
    return new GirdleException(
        Fault.APPLICATION,
        e,
        "the runtime in " + home.folder() + " cannot be read: " + e.getMessage());
  }

  /**
   * Where it lies, and which it is.
   *
   * @return its folder and release
   */
  public JavaHome home() {
    return home;
  }

  /**
   * The modules that it has, each with those that it requires.
   *
   * @return by name, each with the modules that it requires while it runs
   */
  public Map<String, List<String>> modules() {
    Map<String, List<String>> modules = new TreeMap<>();
    image.facts().forEach((name, module) -> modules.put(name, module.requiredAtRunTime()));
    return modules;
  }

  /**
   * The module that has a file.
   *
   * @param path a path in it
   * @return empty if none has
   */
  public Optional<String> moduleWith(String path) {
    return image.contents().entrySet().stream()
        .filter(m -> m.getValue().containsKey(path))
        .map(Map.Entry::getKey)
        .findFirst();
  }

  /**
   * What lies in some of its modules.
   *
   * @param chosen names of modules
   * @return for each, its contents by path
   */
  public Map<String, SortedMap<String, Content>> contents(Collection<String> chosen) {
    Map<String, SortedMap<String, Content>> found = new TreeMap<>();
    chosen.forEach(m -> found.put(m, image.contents().get(m)));
    found.computeIfPresent("java.base", (name, base) -> listing(chosen, base));
    return found;
  }

  /** What was generated for the whole image lists the modules of that one. */
  private SortedMap<String, Content> listing(
      Collection<String> modules, SortedMap<String, Content> base) {
    SortedMap<String, Content> listing = new TreeMap<>(base);
    Content type = base.get(SystemModules.PACKAGE + "SystemModules.class");
    listing.keySet().removeIf(n -> n.startsWith(SystemModules.PACKAGE + "SystemModules$"));
    try {
      List<ModuleFacts> listed = modules.stream().sorted().map(image.facts()::get).toList();
      SystemModules.of(listed, type.bytes(LARGEST_TYPE))
          .forEach((path, bytes) -> listing.put(path, Content.of(bytes)));
      return listing;
    } catch (IOException e) {
      throw unreadable(home, e);
    }
  }

  /**
   * All of it but what is for development.
   *
   * @param folder where it goes in the artifact, with a slash at the end
   * @return its files
   */
  public List<LayoutFile> whole(String folder) {
    try {
      return stripped(files(path -> Optional.of(home.title() + ", whole"), folder));
    } catch (IOException e) {
      throw unreadable(home, e);
    }
  }

  /** Without what only debuggers of native code read. */
  private static List<LayoutFile> stripped(List<LayoutFile> files) throws IOException {
    List<LayoutFile> stripped = new ArrayList<>(files.size());
    for (LayoutFile file : files) {
      stripped.add(file.with(StrippedCode.of(file.content())));
    }
    return stripped;
  }

  /**
   * Some of its modules, with the native code, configuration and legal notices of these.
   *
   * @param extract what goes along
   * @param folder where it goes in the artifact, with a slash at the end
   * @return its files; the image is read while it is written
   */
  public List<LayoutFile> trimmed(Extract extract, String folder) {
    try {
      return extracted(extract, folder);
    } catch (IOException e) {
      throw unreadable(home, e);
    }
  }

  private List<LayoutFile> extracted(Extract extract, String folder) throws IOException {
    Map<String, String> chosen = extract.modules();
    List<LayoutFile> files = stripped(files(path -> reason(path, extract), folder));
    SortedMap<String, Content> resources = resources(extract);
    String reason = "the modules " + String.join(", ", chosen.keySet());
    if (extract.contents().isPresent()) {
      reason = "what the program can reach of " + reason;
      byte[] list = leftOut(resources.keySet());
      files.add(
          LayoutFile.made(
              folder + LeftOutList.PATH, list, "tells of a class that was left out and is missed"));
    }
    files.add(file(folder + "lib/modules", ImageContent.of(resources), false, reason));
    files.add(
        LayoutFile.made(
            folder + "release",
            release(chosen).getBytes(StandardCharsets.UTF_8),
            "tells which Java it is"));
    return files;
  }

  private static Optional<String> reason(String path, Extract extract) {
    if (ModuleFiles.ofWholeOnly(path).isPresent()) {
      return Optional.empty();
    }
    Optional<String> module = OWNERS.moduleOf(path);
    if (module.isEmpty()) {
      return Optional.of("every Java runtime has it");
    }
    String name = path.substring(path.lastIndexOf('/') + 1);
    boolean isMissed =
        ModuleFiles.isLibrary(path) && extract.natives().filter(n -> !n.contains(name)).isPresent();
    return module
        .filter(m -> extract.modules().containsKey(m) && !isMissed)
        .map(m -> "belongs to " + m);
  }

  private byte[] leftOut(Set<String> kept) {
    List<String> there = new ArrayList<>();
    image.contents().forEach((module, files) -> files.keySet().forEach(there::add));
    Set<String> paths = new HashSet<>();
    kept.forEach(k -> paths.add(k.substring(k.indexOf('/', 1) + 1)));
    return LeftOutList.of(there, paths);
  }

  /**
   * The native libraries that go along.
   *
   * @param extract what goes along
   * @return their files as they are, those that belong to any runtime among them
   */
  public List<LayoutFile> natives(Extract extract) {
    return files(path -> reason(path, extract), "").stream()
        .filter(f -> ModuleFiles.isLibrary(f.path()))
        .toList();
  }

  /**
   * The files that configure the runtime, as users may change them.
   *
   * @return their contents by path
   */
  public Map<String, Content> configuration() {
    Map<String, Content> found = new TreeMap<>();
    files(path -> Optional.of(path).filter(p -> p.startsWith("conf/")), "")
        .forEach(f -> found.put(f.path(), f.content()));
    return found;
  }

  /**
   * How much room the contents of modules take in what goes along.
   *
   * @param extract what goes along
   * @return for each of its modules, bytes
   */
  public Map<String, Long> weights(Extract extract) {
    Map<String, Long> weights = new TreeMap<>();
    try {
      resources(extract)
          .forEach(
              (path, content) ->
                  weights.merge(
                      path.substring(1, path.indexOf('/', 1)), content.size(), Long::sum));
      return weights;
    } catch (IOException e) {
      throw unreadable(home, e);
    }
  }

  private String release(Map<String, String> chosen) {
    return "JAVA_VERSION=\""
        + home.version()
        + "\"\nIMPLEMENTOR=\""
        + home.vendor()
        + "\"\nMODULES=\""
        + String.join(" ", chosen.keySet())
        + "\"\n";
  }

  private interface Reason {
    Optional<String> of(String path);
  }

  private List<LayoutFile> files(Reason reason, String folder) {
    List<LayoutFile> files = new ArrayList<>();
    try (FolderTree tree = tree()) {
      for (TreeFile file : tree.files()) {
        Optional<String> wanted = wanted(file.path());
        if (wanted.isEmpty() && ModuleFiles.forDevelopment(file.path()).isPresent()) {
          continue;
        }
        Path there = home.folder().resolve(file.path());
        wanted
            .or(() -> reason.of(file.path()))
            .ifPresent(
                why ->
                    files.add(
                        file(
                            folder + file.path(), file.content(), Files.isExecutable(there), why)));
      }
      return files;
    } catch (IOException e) {
      throw unreadable(home, e);
    }
  }

  /** Without folders that hold nothing that goes along. */
  private FolderTree tree() throws IOException {
    return FolderTree.of(
        home.folder(),
        path -> !always.isEmpty() || ModuleFiles.forDevelopment(path + "/").isEmpty());
  }

  /** Why the user wants a file, whatever it is; not what is made anew for what goes along. */
  private Optional<String> wanted(String path) {
    boolean isMade = path.equals("lib/modules") || path.equals("release");
    return always.stream()
        .filter(p -> !isMade && path.indexOf('/') > 0 && p.matches(path))
        .map(p -> p.called("always"))
        .findFirst();
  }

  /**
   * The files of the Java's folder that do not go along with any program, whatever it needs, unless
   * the user wants them.
   *
   * @return by path, each with what it is
   */
  public Map<String, String> leftHere() {
    Map<String, String> left = new TreeMap<>();
    try (FolderTree tree = FolderTree.of(home.folder(), path -> true)) {
      for (TreeFile file : tree.files()) {
        if (wanted(file.path()).isEmpty()) {
          ModuleFiles.forDevelopment(file.path())
              .or(() -> ModuleFiles.ofWholeOnly(file.path()))
              .ifPresent(why -> left.put(file.path(), why));
        }
      }
      left.remove("lib/modules"); // another takes its place
      left.remove("release");
      return left;
    } catch (IOException e) {
      throw unreadable(home, e);
    }
  }

  private LayoutFile file(String path, Content content, boolean executable, String reason) {
    return new LayoutFile(path, content, executable, Packing.AS_IT_IS, home.title(), reason);
  }

  private SortedMap<String, Content> resources(Extract extract) throws IOException {
    SortedMap<String, Content> resources = new TreeMap<>();
    for (var module : contents(extract.modules().keySet()).entrySet()) {
      Optional<Set<String>> kept =
          extract.contents().map(c -> c.getOrDefault(module.getKey(), Set.of()));
      for (var file : module.getValue().entrySet()) {
        String path = file.getKey();
        if (kept.isEmpty() || kept.get().contains(path) || path.equals(RuntimeImage.DESCRIPTOR)) {
          resources.put("/" + module.getKey() + "/" + path, file.getValue());
        }
      }
    }
    if (extract.contents().isPresent()) {
      for (String error : ClassEdits.NOT_FOUND) {
        resources.computeIfPresent(BASE + error, (n, c) -> telling(c));
      }
      resources.put(BASE + ClassEdits.TELLER + ".class", ClassEdits.teller());
    }
    if (!extract.debugTables()) {
      for (var resource : resources.entrySet()) {
        resource.setValue(ClassEdits.withoutDebugTables(resource.getKey(), resource.getValue()));
      }
    }
    return resources;
  }

  private static Content telling(Content error) {
    try {
      return ClassEdits.telling(error);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The contents of some modules in the order of the image, for tests of what was written. */
  Iterable<byte[]> contents(Extract extract) throws IOException {
    List<byte[]> all = new ArrayList<>();
    for (Content content : resources(extract).values()) {
      all.add(content.bytes(Integer.MAX_VALUE - 8));
    }
    return all;
  }

  @Override
  public void close() {
    image.close();
  }
}
