package dev.girdle.java.runtime;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.layout.LayoutFile;
import dev.girdle.plan.NamePattern;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
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

  private final JavaHome home;
  private final RuntimeImage image;
  private final ImageResources resources;
  private final HomeFiles files;

  private BundledRuntime(JavaHome home, RuntimeImage image, List<NamePattern> always) {
    this.home = home;
    this.image = image;
    this.resources = new ImageResources(image);
    this.files = new HomeFiles(home, always);
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
    try {
      return resources.of(chosen);
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
      return files.whole(folder);
    } catch (IOException e) {
      throw unreadable(home, e);
    }
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
    List<LayoutFile> all = new ArrayList<>(files.of(extract, folder));
    SortedMap<String, Content> kept = resources.of(extract);
    String reason = "the modules " + String.join(", ", chosen.keySet());
    if (extract.contents().isPresent()) {
      reason = "what the program can reach of " + reason;
      byte[] list = leftOut(kept.keySet());
      all.add(
          LayoutFile.made(
              folder + LeftOutList.PATH, list, "tells of a class that was left out and is missed"));
    }
    all.add(files.file(folder + "lib/modules", ImageContent.of(kept), false, reason));
    all.add(
        LayoutFile.made(
            folder + "release",
            release(chosen).getBytes(StandardCharsets.UTF_8),
            "tells which Java it is"));
    return all;
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
    try {
      return files.unstripped(extract, "").stream()
          .filter(f -> ModuleFiles.isLibrary(f.path()))
          .toList();
    } catch (IOException e) {
      throw unreadable(home, e);
    }
  }

  /**
   * The files that configure the runtime, as users may change them.
   *
   * @return their contents by path
   */
  public Map<String, Content> configuration() {
    Map<String, Content> found = new TreeMap<>();
    try {
      files
          .files(path -> Optional.of(path).filter(p -> p.startsWith("conf/")), "")
          .forEach(f -> found.put(f.path(), f.content()));
      return found;
    } catch (IOException e) {
      throw unreadable(home, e);
    }
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
      resources
          .of(extract)
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

  /**
   * The files of the Java's folder that do not go along with any program, whatever it needs, unless
   * the user wants them.
   *
   * @return by path, each with what it is
   */
  public Map<String, String> leftHere() {
    try {
      return files.leftHere();
    } catch (IOException e) {
      throw unreadable(home, e);
    }
  }

  /** The contents of some modules in the order of the image, for tests of what was written. */
  Iterable<byte[]> contents(Extract extract) throws IOException {
    List<byte[]> all = new ArrayList<>();
    for (Content content : resources.of(extract).values()) {
      all.add(content.bytes(Integer.MAX_VALUE - 8));
    }
    return all;
  }

  @Override
  public void close() {
    image.close();
  }
}
