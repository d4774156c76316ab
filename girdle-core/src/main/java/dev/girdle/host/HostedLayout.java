package dev.girdle.host;

import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.Template;
import dev.girdle.io.TreeFile;
import dev.girdle.launch.BatchWords;
import dev.girdle.launch.ShellWords;
import dev.girdle.layout.InnerArchive;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutCommand;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.layout.LayoutRuntime;
import dev.girdle.layout.LayoutStart;
import dev.girdle.layout.Orders;
import dev.girdle.layout.Packing;
import dev.girdle.layout.WindowsStart;
import dev.girdle.plan.Placement;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * A folder with a prebuilt program in {@code host}, called like the application, whose files lie at
 * their place in it; and starters in {@code bin}.
 */
public final class HostedLayout {
  private static final String HOST = "host/";

  /** What options and arguments write for where the application lies. */
  private static final String PLACE_WORD = "{place}";

  private final LayoutRequest request;
  private final Placement placement;
  private final HostProgram host;
  private final String executable;

  private HostedLayout(LayoutRequest request) {
    this.request = request;
    this.placement = request.runtime().placement().orElseThrow();
    this.host =
        HostProgram.forTarget(request.runtime().from(), placement.program(), request.target());
    boolean isWindows = host.executable().toString().endsWith(".exe");
    String path = isAlone() ? "" : host.folder().relativize(host.executable()).toString();
    this.executable =
        Paths.folder(path) + request.application().identity().name() + (isWindows ? ".exe" : "");
  }

  /**
   * Lays an application out.
   *
   * @param request what to lay out, with a place in a program
   * @param files the application's files, by their paths in its folder
   * @param links its links
   * @return the finished tree
   * @throws IOException if something cannot be read
   */
  public static Layout layOut(LayoutRequest request, List<LayoutFile> files, List<LayoutLink> links)
      throws IOException {
    return new HostedLayout(request).layout(files, links);
  }

  private Layout layout(List<LayoutFile> program, List<LayoutLink> links) throws IOException {
    String top = request.programFolder() + HOST;
    List<LayoutFile> files = new ArrayList<>(starters());
    List<LayoutLink> all = new ArrayList<>();
    TreeMap<String, String> hostLinks = new TreeMap<>();
    if (isAlone()) {
      files.add(started(FolderTree.content(host.executable()), top));
    } else {
      try (FolderTree tree = FolderTree.withLinks(host.folder())) {
        hostLinks.putAll(tree.links());
        for (TreeFile file : tree.files()) {
          if (!hostLinks.containsKey(file.path())) {
            files.add(ofHost(file, top));
          }
        }
      }
    }
    hostLinks.forEach(
        (path, target) -> all.add(new LayoutLink(top + path, target, "", ofProgram())));
    String place = top + placement.place();
    if (placement.as() == Placement.Kind.FOLDER) {
      program.forEach(f -> files.add(f.at(place + "/" + f.path())));
      links.forEach(
          l ->
              all.add(
                  new LayoutLink(place + "/" + l.path(), l.target(), l.component(), l.reason())));
    } else {
      Content archive = InnerArchive.of(program, links, placement.as());
      String reason = "the application, which " + title() + " opens there";
      files.add(
          new LayoutFile(place, archive, false, Packing.AS_IT_IS, "", reason).packing(program));
    }
    files.add(LayoutFile.made("README.txt", readme(), "tells the receiver how to start it"));
    return new Layout(
            files,
            List.of(),
            RecordFile.IN_FOLDER,
            List.of(),
            List.of(),
            request.startOfFolder(!isForWindows()))
        .linking(all)
        .starting(LayoutStart.by(request.startOfFolder(!isForWindows())).programmedBy(programs()))
        .with(new LayoutRuntime(title(), "", "whole", Map.of(), Map.of()), List.of());
  }

  private String title() {
    return host.executable().getFileName().toString();
  }

  private String ofProgram() {
    return "part of " + title() + ", which runs the application";
  }

  private boolean isForWindows() {
    return host.target().filter(t -> t.system().equals("windows")).isPresent();
  }

  private LayoutFile ofHost(TreeFile file, String top) {
    Path there = host.folder().resolve(file.path());
    if (file.path().equals(placement.place()) || file.path().startsWith(placement.place() + "/")) {
      throw GirdleException.request(
          host.folder() + " has something at " + placement.place() + " already: " + file.path(),
          "  Give the application another place, or take that away.");
    }
    return there.equals(host.executable())
        ? started(file.content(), top)
        : new LayoutFile(
            top + file.path(),
            file.content(),
            Files.isExecutable(there),
            Packing.AS_IT_IS,
            "",
            ofProgram());
  }

  private LayoutFile started(Content content, String top) {
    String reason = title() + ", which runs the application, under its name";
    return new LayoutFile(top + executable, content, true, Packing.AS_IT_IS, "", reason);
  }

  private boolean isAlone() {
    return host.folder().equals(host.executable());
  }

  private List<LayoutFile> starters() {
    List<LayoutFile> files = new ArrayList<>();
    Identity identity = request.application().identity();
    for (LaunchSpec start : request.starts()) {
      List<String> words = new ArrayList<>(start.options());
      words.addAll(start.arguments());
      Map<String, String> values = new HashMap<>();
      values.put("NAME", start.label());
      values.put("TITLE", identity.title());
      String path = request.programFolder() + "bin/" + start.label();
      if (isForWindows()) {
        values.put("PROGRAM", executable.replace('/', '\\').replace("%", "%%"));
        String place = "%G_HOME%\\host\\" + placement.place().replace('/', '\\');
        values.put("WORDS", BatchWords.behind(words).replace(PLACE_WORD, place));
        values.put("ENVIRONMENT", BatchWords.environment(start));
        values.put("START", start.opensWindow() ? "start \"\" " : "");
        String script = Template.fill(HostedLayout.class, "starter.cmd", values);
        files.add(
            made(
                path + ".cmd", script.replace("\n", "\r\n"), "starts it on Windows, from scripts"));
      } else {
        values.put("PROGRAM", ShellWords.quoted(executable));
        values.put("PLACE", ShellWords.quoted(placement.place()));
        values.put("WORDS", ShellWords.behind(words).replace(PLACE_WORD, "'\"$place\"'"));
        values.put("ENVIRONMENT", ShellWords.environment(start));
        values.put("UNIX_HEAD", Template.unixHead());
        String script = Template.fill(HostedLayout.class, "starter.sh", values);
        files.add(made(path, script, "starts it on Unix").asExecutable());
      }
    }
    return files;
  }

  /** The programs that start it on Windows; none elsewhere. */
  private List<WindowsStart> programs() {
    List<WindowsStart> programs = new ArrayList<>();
    String place = LayoutCommand.PLACE + "/" + HOST + placement.place();
    for (LaunchSpec start : isForWindows() ? request.starts() : List.<LaunchSpec>of()) {
      List<String> words = new ArrayList<>(start.options());
      words.addAll(start.arguments());
      words.replaceAll(w -> w.replace(PLACE_WORD, place));
      Orders orders =
          Orders.NONE
              .and("file", (HOST + executable).replace('/', '\\'))
              .and("program", (HOST + executable).replace('/', '\\'))
              .and("word", words);
      programs.add(WindowsStart.of(start, orders));
    }
    return programs;
  }

  private static LayoutFile made(String path, String text, String reason) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), reason);
  }

  private byte[] readme() {
    String title = request.application().identity().title();
    String bin = request.programFolder() + "bin/";
    String starters =
        request.starts().stream()
            .map(s -> "  " + (isForWindows() ? s.label() + ".exe" : bin + s.label()) + "\n")
            .collect(Collectors.joining());
    String text =
        """
        %s
        %s

        What this is
          The program %s with all that it needs. Keep the folder together; it may lie
          anywhere, and may be moved as a whole.

        How to start it
        %s
        What is inside
          %sbin/    the starters
          %shost/   what runs it, with the program at %s
          licences/   the licences of what is in it
        """
            .formatted(
                title,
                "=".repeat(title.length()),
                title,
                starters,
                request.programFolder(),
                request.programFolder(),
                placement.place());
    String notes =
        request.receiverNotes().stream().map(n -> "\n" + n).collect(Collectors.joining());
    return (text + notes).getBytes(StandardCharsets.UTF_8);
  }
}
