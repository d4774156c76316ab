package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.io.Content;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.record.RecordFile;
import dev.girdle.start.Index;
import dev.girdle.start.Start;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * One archive that holds the jars whole and uncompressed, so that they can be read in place;
 * started by the classes of {@code girdle-start}.
 */
final class NestedLayout {
  private static final String SERVICES_JAR = "lib/declared-services.jar";

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
    EntryTable entries = new EntryTable(request);
    NestIndex index = new NestIndex(entries, request.need());
    List<LayoutFile> jars = new ArrayList<>();
    for (Component component : request.selection().components()) {
      String path = "lib/" + Jars.fileName(component);
      Content content = Jars.content(component, request);
      index.add(path, content, JarManifest.of(component).isTrue("Multi-Release"));
      jars.add(
          new LayoutFile(
              path, content, false, Packing.STORED, component.name(), request.reason(component)));
    }
    List<LayoutFile> services = DeclaredServices.files(request);
    if (!services.isEmpty()) {
      Content content = Jars.of(services);
      index.add(SERVICES_JAR, content, false);
      jars.add(
          new LayoutFile(
              SERVICES_JAR,
              content,
              false,
              Packing.STORED,
              "",
              "lists the providers that descriptors of modules declare"));
    }
    files.add(
        new LayoutFile(
            Index.PATH,
            Content.of(index.bytes()),
            false,
            Packing.STORED,
            "",
            "tells the starter where everything lies"));
    files.addAll(StartClasses.ofNested());
    files.addAll(jars);
    Layout layout =
        new Layout(
            files,
            List.of(),
            RecordFile.IN_ARCHIVE,
            List.of(),
            notices(options, entries),
            (request.need().exactly() ? "java --enable-preview -jar %s" : "java -jar %s"));
    return request.isSelfStarting() ? layout.headedBy(head(options)) : layout;
  }

  /** By which a Unix system starts the archive like any other program. */
  private String head(LaunchOptions options) throws IOException {
    Starter starter =
        new Starter(
            request.application().identity(),
            request.main(),
            false,
            request.need(),
            List.of(),
            options.commandLine(),
            Optional.empty(),
            false);
    return UnixStarter.head(starter, request.starts().size() == 1);
  }

  private static List<String> notices(LaunchOptions options, EntryTable entries) {
    List<String> notices = new ArrayList<>(entries.notices());
    options
        .manifest()
        .value("Launcher-Agent-Class")
        .ifPresent(
            a ->
                notices.add(
                    "the manifest asks for the agent "
                        + a
                        + ", which a nested archive cannot start"));
    return notices;
  }
}
