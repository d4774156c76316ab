package dev.girdle.java.runtime;

import dev.girdle.binary.StrippedCode;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.plan.NamePattern;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** The files in the folder of a Java, beside its image of modules: which go along, and why. */
final class HomeFiles {
  private static final ModuleFiles OWNERS = new ModuleFiles();

  private final JavaHome home;
  private final List<NamePattern> always;

  /**
   * Prepares to list.
   *
   * @param home the Java
   * @param always names of what goes along in any case; files by their paths in the folder
   */
  HomeFiles(JavaHome home, List<NamePattern> always) {
    this.home = home;
    this.always = List.copyOf(always);
  }

  /** Why a file goes along; empty if it does not. */
  interface Reason {
    Optional<String> of(String path);
  }

  /** All files but those for development. */
  List<LayoutFile> whole(String folder) throws IOException {
    return stripped(files(path -> Optional.of(home.title() + ", whole"), folder));
  }

  /** The files that some modules need. */
  List<LayoutFile> of(Extract extract, String folder) throws IOException {
    return stripped(unstripped(extract, folder));
  }

  /** The same with native code as it is. */
  List<LayoutFile> unstripped(Extract extract, String folder) throws IOException {
    return files(path -> reason(path, extract), folder);
  }

  /** Without what only debuggers of native code read. */
  private static List<LayoutFile> stripped(List<LayoutFile> files) throws IOException {
    List<LayoutFile> stripped = new ArrayList<>(files.size());
    for (LayoutFile file : files) {
      stripped.add(file.with(StrippedCode.of(file.content())));
    }
    return stripped;
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

  List<LayoutFile> files(Reason reason, String folder) throws IOException {
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
  Map<String, String> leftHere() throws IOException {
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
    }
  }

  /** A file of what goes along. */
  LayoutFile file(String path, Content content, boolean executable, String reason) {
    return new LayoutFile(path, content, executable, Packing.AS_IT_IS, home.title(), reason);
  }
}
