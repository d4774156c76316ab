package dev.girdle.plan.file;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.PathMatcher;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;

/** Finds the files and folders that a plan names by a path or a pattern. */
final class Patterns {
  private static final int DEEPEST = 30;

  private Patterns() {}

  /**
   * What is there, sorted; a path without a star is given back as it is, there or not.
   *
   * @throws IOException if a folder cannot be listed
   */
  static List<Path> find(Path base, String text) throws IOException {
    int star = text.indexOf('*');
    if (star < 0) {
      return List.of(resolve(base, text));
    }
    int cut = text.lastIndexOf('/', star);
    Path folder = cut < 0 ? base : resolve(base, text.substring(0, Math.max(cut, 1)));
    String pattern = text.substring(cut + 1);
    List<Path> found = new ArrayList<>();
    Path start = folder.toString().isEmpty() ? Path.of(".") : folder;
    PathMatcher matcher = folder.getFileSystem().getPathMatcher("glob:" + pattern);
    if (!Files.isDirectory(start)) {
      return found;
    }
    Files.walkFileTree(
        start,
        Set.of(),
        pattern.contains("**") ? DEEPEST : pattern.split("/").length,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
            Path inFolder = start.relativize(file);
            if (matcher.matches(inFolder)) {
              found.add(folder.resolve(inFolder));
            }
            return FileVisitResult.CONTINUE;
          }
        });
    Collections.sort(found);
    return found;
  }

  static Path resolve(Path base, String text) {
    return base.resolve(text).normalize();
  }
}
