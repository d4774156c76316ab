package dev.girdle.java.survey;

import dev.girdle.ecosystem.Recognition;
import dev.girdle.ecosystem.Recognition.Certainty;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Optional;

/** Recognises Java applications by the names of files; opens none. */
public final class Recogniser {
  /** Files looked at before it is given up; who has that many others is no Java program. */
  private static final int MOST = 20_000;

  private Recogniser() {}

  /**
   * Whether what the user has built looks like a Java application.
   *
   * @param source what to look at; may be missing
   * @return how sure it is, and why; empty if it does not
   */
  public static Optional<Recognition> recognise(Source source) {
    Path app = source.app();
    if (Files.isRegularFile(app)) {
      return isCode(app)
          ? Optional.of(new Recognition(Certainty.CERTAIN, "it is a jar"))
          : Optional.empty();
    }
    Path[] found = new Path[1];
    try {
      Files.walkFileTree(app, new Search(found));
    } catch (IOException e) {
      return Optional.empty(); // survey tells what cannot be read
    }
    if (found[0] != null) {
      Path name = app.relativize(found[0]);
      return Optional.of(new Recognition(Certainty.LIKELY, "it holds " + name));
    }
    return Files.exists(app.resolve("pom.xml"))
        ? Optional.of(new Recognition(Certainty.POSSIBLE, "it has a pom.xml"))
        : Optional.empty();
  }

  private static boolean isCode(Path file) {
    String name = file.getFileName().toString();
    return name.endsWith(".jar") || name.endsWith(".class");
  }

  private static final class Search extends SimpleFileVisitor<Path> {
    private final Path[] found;
    private int seen;

    Search(Path[] found) {
      this.found = found;
    }

    /** What lies among the packages of another language makes nothing Java's. */
    @Override
    public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
      return folder.endsWith("node_modules")
          ? FileVisitResult.SKIP_SUBTREE
          : FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
      if (isCode(file)) {
        found[0] = file;
      }
      return found[0] != null || ++seen > MOST
          ? FileVisitResult.TERMINATE
          : FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFileFailed(Path file, IOException e) {
      return FileVisitResult.CONTINUE;
    }
  }
}
