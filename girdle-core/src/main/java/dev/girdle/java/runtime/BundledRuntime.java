package dev.girdle.java.runtime;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;

/** A Java runtime that goes along with a program: whole, or cut down to some of its modules. */
public final class BundledRuntime implements AutoCloseable {
  private static final String SYSTEM_MODULES = "/java.base/jdk/internal/module/SystemModules";

  private final JavaHome home;
  private final FileSystem image;
  private final Map<String, List<String>> modules = new TreeMap<>();

  private BundledRuntime(JavaHome home, FileSystem image) {
    this.home = home;
    this.image = image;
  }

  /**
   * Opens a runtime.
   *
   * @param home its folder
   * @return to be closed once everything that came from it is written
   * @throws GirdleException if its image cannot be read
   */
  public static BundledRuntime open(JavaHome home) {
    try {
      // the file system of the runtime itself, which knows the format of its own image
      FileSystem image =
          FileSystems.newFileSystem(
              URI.create("jrt:/"), Map.of("java.home", home.folder().toAbsolutePath().toString()));
      BundledRuntime runtime = new BundledRuntime(home, image);
      runtime.readModules();
      return runtime;
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

  private void readModules() throws IOException {
    try (Stream<Path> all = Files.list(image.getPath("/modules"))) {
      for (Path module : all.sorted().toList()) {
        byte[] descriptor = Files.readAllBytes(module.resolve("module-info.class"));
        modules.put(module.getFileName().toString(), RequiredModules.of(descriptor));
      }
    }
  }

  /**
   * Its modules.
   *
   * @return by name, each with the modules that it requires while it runs
   */
  public Map<String, List<String>> modules() {
    return modules;
  }

  /**
   * All of it but what is for development.
   *
   * @param folder where it goes in the artifact, with a slash at the end
   * @return its files
   */
  public List<LayoutFile> whole(String folder) {
    return files(path -> Optional.of(home.title() + ", whole"), folder);
  }

  /**
   * Some of its modules, with the native code, configuration and legal notices of these.
   *
   * @param chosen the modules, each with the reason
   * @param folder where it goes in the artifact, with a slash at the end
   * @return its files; the image is read while it is written
   */
  public List<LayoutFile> trimmed(Map<String, String> chosen, String folder) {
    ModuleFiles owners = new ModuleFiles();
    List<LayoutFile> files =
        files(
            path -> {
              if (ModuleFiles.isOfWholeOnly(path)) {
                return Optional.empty();
              }
              Optional<String> module = owners.moduleOf(path);
              return module.isEmpty()
                  ? Optional.of("every Java runtime has it")
                  : module.filter(chosen::containsKey).map(m -> "belongs to " + m);
            },
            folder);
    String reason = "the modules " + String.join(", ", chosen.keySet());
    files.add(file(folder + "lib/modules", ImageContent.of(resources(chosen)), false, reason));
    files.add(
        LayoutFile.made(
            folder + "release",
            release(chosen).getBytes(StandardCharsets.UTF_8),
            "tells which Java it is"));
    return files;
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
    try (FolderTree tree =
        FolderTree.of(home.folder(), path -> !ModuleFiles.isForDevelopment(path + "/"))) {
      for (TreeFile file : tree.files()) {
        if (ModuleFiles.isForDevelopment(file.path())) {
          continue;
        }
        Path there = home.folder().resolve(file.path());
        reason
            .of(file.path())
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

  private LayoutFile file(String path, Content content, boolean executable, String reason) {
    return new LayoutFile(path, content, executable, Packing.AS_IT_IS, home.title(), reason);
  }

  private SortedMap<String, Content> resources(Map<String, String> chosen) {
    SortedMap<String, Content> resources = new TreeMap<>();
    try {
      for (String module : chosen.keySet()) {
        Path root = image.getPath("/modules", module);
        try (Stream<Path> all = Files.walk(root)) {
          for (Path file : all.filter(Files::isRegularFile).toList()) {
            resources.put(
                "/" + module + "/" + root.relativize(file),
                new ImageResource(file, Files.size(file)));
          }
        }
      }
    } catch (IOException e) {
      throw unreadable(home, e);
    }
    // what was generated for the whole image lists the modules of that one
    resources.keySet().removeIf(n -> n.startsWith(SYSTEM_MODULES + "$"));
    resources.put(
        SYSTEM_MODULES + "Map.class", Content.of(SystemModulesMap.thatKnowsNone(home.feature())));
    return resources;
  }

  /** The contents of some modules in the order of the image, for tests of what was written. */
  Iterable<byte[]> contents(Map<String, String> chosen) throws IOException {
    List<byte[]> contents = new ArrayList<>();
    for (Content content : resources(chosen).values()) {
      contents.add(content.bytes(Integer.MAX_VALUE - 8));
    }
    return contents;
  }

  private record ImageResource(Path file, long size) implements Content {
    @Override
    public InputStream open() throws IOException {
      return Files.newInputStream(file);
    }
  }

  @Override
  public void close() {
    try {
      image.close();
    } catch (IOException | UnsupportedOperationException e) {
      return; // it was only read from
    }
  }
}
