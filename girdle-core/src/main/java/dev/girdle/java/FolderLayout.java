package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.app.Identity;
import dev.girdle.closure.Reasons;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** A folder that serves Windows and Unix: starters in {@code bin}, jars in {@code lib}. */
final class FolderLayout {
  private final LayoutRequest request;

  FolderLayout(LayoutRequest request) {
    this.request = request;
  }

  Layout layOut() throws IOException {
    Identity identity = request.application().identity();
    List<LayoutFile> jars = new ArrayList<>();
    for (Component component : request.kept()) {
      jars.add(
          new LayoutFile(
              "lib/" + Jars.fileName(component),
              Jars.content(component),
              false,
              Packing.AS_IT_IS,
              component.name(),
              Reasons.of(component, request.closure())));
    }
    Starter starter =
        new Starter(
            identity,
            request.entry().name(),
            request.need(),
            jars.stream().map(j -> j.path().substring("lib/".length())).toList(),
            LaunchOptions.of(request).commandLine());
    String bin = "bin/" + identity.name();
    List<LayoutFile> files = new ArrayList<>();
    if (WindowsStarter.needsClassPathJar(starter)) {
      jars.add(
          new LayoutFile(
              "lib/" + WindowsStarter.CLASS_PATH_JAR,
              Jars.ofManifest(WindowsStarter.classPathManifest(starter)),
              false,
              Packing.AS_IT_IS,
              "",
              "names all jars, since Windows allows no command line of that length"));
    }
    files.add(made(bin, UnixStarter.script(starter), "starts it on Unix").asExecutable());
    files.add(made(bin + ".cmd", WindowsStarter.script(starter), "starts it on Windows"));
    files.addAll(jars);
    files.add(
        made("README.txt", ReceiverReadme.text(starter), "tells the receiver how to start it"));
    return new Layout(files, List.of(), RecordFile.IN_FOLDER, List.of(), List.of(), "%s/" + bin);
  }

  private static LayoutFile made(String path, String text, String reason) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), reason);
  }
}
