package dev.girdle.java.layout;

import dev.girdle.layout.LayoutFile;
import dev.girdle.start.Start;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** The classes of {@code girdle-start} that go into artifacts. */
final class StartClasses {
  /** The folder that they lie in, with a slash at its end. */
  static final String FOLDER = "dev/girdle/start/";

  private static final List<String> COMMON =
      List.of("Entries", "Entries$Entry", "MainMethod", "Runner");

  private StartClasses() {}

  /** What starts a nested archive. */
  static List<LayoutFile> ofNested() throws IOException {
    return files(
        "Index",
        "JarHandler",
        "Nest",
        "Nest$Found",
        "NestConnection",
        "SourceWithin",
        "Start",
        "StartLoader",
        "SystemLoader");
  }

  /** What starts a merged archive that the Java launcher cannot start by itself as it should. */
  static List<LayoutFile> ofMerged() throws IOException {
    return files("Later", "Launch");
  }

  /** What starts an application from a folder that the Java launcher cannot start by itself. */
  static List<LayoutFile> ofFolder() throws IOException {
    return files("Window");
  }

  private static List<LayoutFile> files(String... names) throws IOException {
    List<LayoutFile> files = new ArrayList<>();
    for (String name : Stream.concat(COMMON.stream(), Stream.of(names)).sorted().toList()) {
      String path = FOLDER + name + ".class";
      files.add(LayoutFile.made(path, bytes(path), "starts the application"));
    }
    return files;
  }

  private static byte[] bytes(String path) throws IOException {
    try (InputStream in = Start.class.getResourceAsStream("/" + path)) {
      if (in == null) {
        throw new IOException("Girdle itself is not whole: " + path + " is missing");
      }
      return in.readAllBytes();
    }
  }
}
