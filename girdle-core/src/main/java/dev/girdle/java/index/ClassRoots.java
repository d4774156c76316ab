package dev.girdle.java.index;

import dev.girdle.closure.UnreadableItemException;
import dev.girdle.io.FileTree;
import dev.girdle.io.Paths;
import dev.girdle.io.TreeFile;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.Versioned;
import java.io.IOException;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Finds the folders of a tree that class paths would name: a class file itself says which part of
 * its path is its package, and what lies before that is the root.
 */
public final class ClassRoots {
  private final Set<String> roots = new LinkedHashSet<>();
  private final Map<String, Optional<String>> rootOfFolder = new HashMap<>();

  private ClassRoots() {}

  /** One class file is read for each folder that holds some. */
  public static ClassRoots of(FileTree tree) throws IOException {
    ClassRoots found = new ClassRoots();
    for (TreeFile file : tree.files()) {
      String path = Versioned.of(file.path()).path();
      if (path.endsWith(".class") && path.equals(file.path()) && !isDescriptor(path)) {
        String folder = Paths.folder(path);
        Optional<String> known = found.rootOfFolder.get(folder);
        if (known == null || known.isEmpty()) {
          found.rootOfFolder.put(folder, rootFrom(file));
        }
      }
    }
    found.rootOfFolder.values().forEach(root -> root.ifPresent(found.roots::add));
    return found;
  }

  private static boolean isDescriptor(String path) {
    return path.endsWith("module-info.class") || path.endsWith("package-info.class");
  }

  private static Optional<String> rootFrom(TreeFile file) throws IOException {
    try {
      String name = ClassHeader.read(ClassHeader.bytesOf(file.content())).name();
      String inPackage = name.replace('.', '/') + ".class";
      return file.path().endsWith("/" + inPackage) || file.path().equals(inPackage)
          ? Optional.of(file.path().substring(0, file.path().length() - inPackage.length()))
          : Optional.empty();
    } catch (UnreadableItemException e) {
      return Optional.empty(); // another class of the folder may tell
    }
  }

  /**
   * All folders that class paths would name.
   *
   * @return each with a slash at its end; empty for the top
   */
  public Collection<String> all() {
    return roots;
  }

  /**
   * Adds a folder that holds no classes and that class paths name all the same.
   *
   * @param root with a slash at its end
   */
  public void addResourceRoot(String root) {
    roots.add(root);
  }

  /** The innermost root that a path lies under. */
  public Optional<String> rootOf(String path) {
    return roots.stream().filter(path::startsWith).max(Comparator.comparingInt(String::length));
  }

  /** Whether classes of this folder belong to no root, though there are some. */
  public boolean isStray(String path) {
    return rootOfFolder.getOrDefault(Paths.folder(path), Optional.empty()).isEmpty();
  }

  static List<String> segments(String path) {
    return List.of(path.split("/"));
  }
}
