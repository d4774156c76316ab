package dev.girdle.java.survey;

import dev.girdle.io.Content;
import dev.girdle.io.FileTree;
import dev.girdle.io.TreeFile;
import dev.girdle.java.format.JarManifest;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A jar or a folder of classes as it was found, before it is decided what it is to the application.
 *
 * @param origin where it lies, relative to the application
 * @param location the file or folder on disk; null for a jar inside another
 * @param whole the jar's bytes; null for a folder
 * @param tree its files
 * @param broughtBy how it came into the application, for the user
 * @param manifest its manifest, or {@link JarManifest#NONE}
 */
record RawComponent(
    String origin,
    Path location,
    Content whole,
    FileTree tree,
    String broughtBy,
    JarManifest manifest) {
  /** How what lies in the application itself came into it. */
  static final String LIES_IN_IT = "lies in the application";

  boolean isJar() {
    return whole != null;
  }

  /** How many folders it lies deep in the application. */
  int depth() {
    String path = origin.endsWith("/") ? origin.substring(0, origin.length() - 1) : origin;
    return (int) path.chars().filter(c -> c == '/').count();
  }

  Set<String> classPaths() {
    return tree.files().stream()
        .map(TreeFile::path)
        .filter(p -> p.endsWith(".class"))
        .collect(Collectors.toSet());
  }

  /** The class that its manifest says to start, with dots; it may not be there. */
  Optional<String> mainClass() {
    return manifest.value("Main-Class").map(name -> name.replace('/', '.'));
  }

  Optional<TreeFile> file(String path) {
    return tree.files().stream().filter(f -> f.path().equals(path)).findFirst();
  }

  static JarManifest manifestOf(FileTree tree) {
    return tree.files().stream()
        .filter(f -> f.path().equals(JarManifest.PATH))
        .findFirst()
        .map(f -> JarManifest.readOrNone(f.content()))
        .orElse(JarManifest.NONE);
  }
}
