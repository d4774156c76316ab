package dev.girdle.java.layout;

import dev.girdle.app.Component;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.Shape;
import dev.girdle.java.bundle.RuntimeBundler;
import dev.girdle.java.index.MainClasses;
import dev.girdle.java.launcher.DirectStart;
import dev.girdle.java.launcher.LaunchOptions;
import dev.girdle.java.launcher.ReceiverReadme;
import dev.girdle.java.launcher.Starter;
import dev.girdle.java.launcher.UnixStarter;
import dev.girdle.java.launcher.WindowsProgram;
import dev.girdle.java.launcher.WindowsStarter;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutStart;
import dev.girdle.layout.Packing;
import dev.girdle.layout.WindowsStart;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** A folder that serves Windows and Unix: starters in {@code bin}, jars in {@code lib}. */
public final class FolderLayout {
  private static final String START_JAR = "girdle-start.jar";

  private final LayoutRequest request;
  private final MainClasses mainClasses;

  /**
   * Prepares to lay out.
   *
   * @param request what to lay out
   * @param mainClasses tells which entry points the launcher cannot start by itself
   */
  public FolderLayout(LayoutRequest request, MainClasses mainClasses) {
    this.mainClasses = mainClasses;
    this.request = request;
  }

  /**
   * Lays it out.
   *
   * @return the finished tree, without a runtime
   * @throws IOException if something cannot be read
   */
  public Layout layOut() throws IOException {
    List<LayoutFile> jars = jars();
    List<Starter> starters = starters(jars);
    Starter main = starters.get(0);
    if (request.isFor("windows") && WindowsStarter.needsClassPathJar(main)) {
      jars.add(
          made(
              lib() + WindowsStarter.CLASS_PATH_JAR,
              Jars.ofManifest(WindowsStarter.classPathManifest(main)),
              "names all jars, since Windows allows no command line of that length"));
    }
    if (request.shape() == Shape.BARE) {
      return new Layout(
              jars, List.of(), RecordFile.IN_FOLDER, List.of(), List.of(), main.start().label())
          .starting(
              LayoutStart.by(main.start().label())
                  .commandedBy(starters.stream().map(DirectStart::of).toList()));
    }
    List<LayoutFile> files = new ArrayList<>();
    List<WindowsStart> programs = new ArrayList<>();
    for (Starter starter : starters) {
      String bin = request.programFolder() + "bin/" + starter.start().label();
      if (request.isForUnix()) {
        files.add(made(bin, UnixStarter.script(starter), "starts it on Unix").asExecutable());
      }
      if (request.isFor("windows")) {
        files.add(
            made(
                bin + ".cmd",
                WindowsStarter.script(starter),
                "starts it on Windows, from scripts"));
        programs.add(WindowsProgram.of(starter));
      }
    }
    files.addAll(jars);
    files.add(
        made(
            "README.txt",
            ReceiverReadme.text(starters, request),
            "tells the receiver how to start it"));
    String line = request.startOfFolder(request.isForUnix());
    return new Layout(files, List.of(), RecordFile.IN_FOLDER, List.of(), List.of(), line)
        .starting(LayoutStart.by(line).programmedBy(programs));
  }

  private String lib() {
    return request.programFolder() + "lib/";
  }

  private List<LayoutFile> jars() throws IOException {
    List<LayoutFile> jars = new ArrayList<>();
    for (Component component : request.selection().components()) {
      jars.add(
          new LayoutFile(
              lib() + Jars.fileName(component),
              Jars.content(component, request),
              false,
              Packing.AS_IT_IS,
              component.name(),
              request.reason(component)));
    }
    if (request.starts().stream().anyMatch(this::isThroughWindow)) {
      jars.add(
          made(
              lib() + START_JAR,
              Jars.of(StartClasses.ofFolder()),
              "starts applications that the Java launcher refuses to start from a class path"));
    }
    return jars;
  }

  private boolean isThroughWindow(LaunchSpec start) {
    return !start.isOfModule() && mainClasses.extendsToolkit(start.entry().name());
  }

  private List<Starter> starters(List<LayoutFile> jars) {
    List<String> names = jars.stream().map(j -> j.path().substring(lib().length())).toList();
    return request.starts().stream()
        .map(
            s ->
                new Starter(
                    request.application().identity(),
                    s,
                    isThroughWindow(s),
                    request.need().orElseThrow(),
                    names,
                    LaunchOptions.of(request).commandLine(),
                    request.runtime().isBundled()
                        ? Optional.of(RuntimeBundler.chosen(request))
                        : Optional.empty(),
                    request.runtime().training().isPresent()))
        .toList();
  }

  private static LayoutFile made(String path, dev.girdle.io.Content content, String reason) {
    return new LayoutFile(path, content, false, Packing.AS_IT_IS, "", reason);
  }

  private static LayoutFile made(String path, String text, String reason) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), reason);
  }
}
