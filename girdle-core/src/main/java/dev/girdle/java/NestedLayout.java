package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.closure.Reasons;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.io.Content;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.record.RecordFile;
import dev.girdle.start.Index;
import dev.girdle.start.Start;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;

/**
 * One archive that holds the jars whole and uncompressed, so that they can be read in place;
 * started by the classes of {@code girdle-start}.
 */
final class NestedLayout {
  /** The classes that go in: all of {@code girdle-start}. */
  static final List<String> START_CLASSES =
      List.of(
          "dev/girdle/start/ArchiveFile.class",
          "dev/girdle/start/ArchiveFile$1.class",
          "dev/girdle/start/ArchiveFile$Piece.class",
          "dev/girdle/start/ArchiveFile$Stored.class",
          "dev/girdle/start/Index.class",
          "dev/girdle/start/MainMethod.class",
          "dev/girdle/start/Nest.class",
          "dev/girdle/start/NestConnection.class",
          "dev/girdle/start/Start.class",
          "dev/girdle/start/StartLoader.class",
          "dev/girdle/start/girdle/Handler.class");

  private final LayoutRequest request;

  NestedLayout(LayoutRequest request) {
    this.request = request;
  }

  Layout layOut() throws IOException {
    LaunchOptions options = LaunchOptions.of(request);
    List<LayoutFile> files = new ArrayList<>();
    files.add(
        LayoutFile.made(
            JarManifest.PATH,
            LaunchOptions.bytes(options.newManifest(request, Start.class.getName())),
            "tells Java what to start"));
    NestIndex index = new NestIndex(request.entry().name(), request.need());
    List<LayoutFile> jars = new ArrayList<>();
    for (Component component : request.kept()) {
      String path = "lib/" + Jars.fileName(component);
      Content content = Jars.content(component);
      index.add(path, content, JarManifest.of(component).isTrue("Multi-Release"));
      jars.add(
          new LayoutFile(
              path,
              content,
              false,
              Packing.STORED,
              component.name(),
              Reasons.of(component, request.closure())));
    }
    files.add(
        new LayoutFile(
            Index.PATH,
            Content.of(index.bytes()),
            false,
            Packing.STORED,
            "",
            "tells the starter where everything lies"));
    for (String name : START_CLASSES) {
      files.add(LayoutFile.made(name, startClass(name), "starts the application"));
    }
    files.addAll(jars);
    return new Layout(
        files,
        List.of(),
        RecordFile.IN_ARCHIVE,
        List.of(),
        notices(options),
        (request.need().exactly() ? "java --enable-preview -jar %s" : "java -jar %s"));
  }

  private static List<String> notices(LaunchOptions options) {
    return options
        .manifest()
        .value("Launcher-Agent-Class")
        .map(a -> "the manifest asks for the agent " + a + ", which a nested archive cannot start")
        .stream()
        .toList();
  }

  private static byte[] startClass(String name) throws IOException {
    try (InputStream in = Start.class.getResourceAsStream("/" + name)) {
      if (in == null) {
        throw new IOException("Girdle itself is not whole: " + name + " is missing");
      }
      return in.readAllBytes();
    }
  }
}
