package dev.girdle.python;

import dev.girdle.app.Application;
import dev.girdle.app.LaunchSpec;
import dev.girdle.place.Windows;
import dev.girdle.python.pack.EntryPointsFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** How an application is started as it was handed over: by the Python of its environment. */
final class UnsealedStart {
  private static final int DEEPEST = 3;

  private UnsealedStart() {}

  static List<String> words(Application application, LaunchSpec start) throws IOException {
    Path app = Path.of(application.source()).toAbsolutePath();
    boolean isFolder = Files.isDirectory(app);
    List<String> words = new ArrayList<>();
    words.add(isFolder ? python(app) : "python3");
    words.addAll(start.options());
    String entry = start.entry().name();
    Path script = isFolder ? app.resolve(entry) : app;
    if (!isFolder || Files.isRegularFile(script)) {
      words.add(script.toString());
    } else {
      EntryPointsFile.Offer offer = EntryPointsFile.offer("", entry);
      String paths = isFolder ? app + java.io.File.pathSeparator + app.resolve("src") : "";
      String path =
          "import sys; sys.path[:0] = "
              + literal(paths)
              + ".split("
              + literal(java.io.File.pathSeparator)
              + "); ";
      words.add("-c");
      words.add(
          offer.object().isEmpty()
              ? path
                  + "import runpy; runpy.run_module("
                  + literal(offer.module())
                  + ", run_name='__main__', alter_sys=True)"
              : path
                  + "import importlib; sys.exit(importlib.import_module("
                  + literal(offer.module())
                  + ")."
                  + offer.object()
                  + "())");
    }
    words.addAll(start.arguments());
    return words;
  }

  private static String literal(String text) {
    return "'" + text.replace("\\", "\\\\").replace("'", "\\'") + "'";
  }

  private static String python(Path app) throws IOException {
    try (Stream<Path> all =
        Files.find(app, DEEPEST, (p, a) -> p.getFileName().toString().equals("pyvenv.cfg"))) {
      return all.findFirst()
          .map(
              p ->
                  p.getParent()
                      .resolve(Windows.isHere() ? "Scripts/python.exe" : "bin/python")
                      .toString())
          .orElse("python3");
    }
  }
}
