package dev.girdle.node.archive;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.app.Component;
import dev.girdle.app.Identity;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.binary.NativeCode;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import dev.girdle.io.Sha256;
import dev.girdle.io.Template;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutStart;
import dev.girdle.layout.TextFrame;
import dev.girdle.node.launch.ProgramFiles;
import dev.girdle.node.launch.StartOptions;
import dev.girdle.node.linkage.NodeLinkage;
import dev.girdle.node.source.DynamicImports;
import dev.girdle.node.tree.ModuleTree;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * One {@code .cjs} file that {@code node} starts: a text that finds modules and files in the zip
 * archive which stands behind it as base64. Native code alone is unpacked, since systems load it
 * from files.
 */
public final class ArchiveLayout {
  /** Where the program lies in the archive; the text knows it, too. */
  private static final String APP = "app/";

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final int NAME_OF_CONTENT = 12;

  /** The script behind its begin, all in one function. */
  private static final List<String> PARTS =
      List.of("reading.js", "unpacking.js", "modules.js", "processes.js", "start.js");

  private ArchiveLayout() {}

  /** One way to start it, as the text reads it. */
  private record Entry(
      String name,
      String file,
      List<String> arguments,
      Map<String, String> environment,
      List<String> first) {}

  /** What the text has to know of the program. */
  private record Settings(
      String title,
      String prefix,
      String unpackAs,
      Map<String, List<Integer>> imports,
      List<String> importsInTexts,
      List<Entry> entries,
      List<String> natives,
      Map<String, String> digests) {}

  /**
   * Lays an application out.
   *
   * @param request what to lay out
   * @param tree its files
   * @return the finished tree
   */
  public static Layout layOut(LayoutRequest request, ModuleTree tree) {
    ProgramFiles program = ProgramFiles.of(request, tree, APP);
    Map<String, String> natives = new TreeMap<>();
    StringBuilder all = new StringBuilder();
    try {
      for (LayoutFile file : program.files()) {
        String digest = Sha256.of(file.content());
        if (isNative(file)) {
          natives.put(file.path(), digest);
        }
        all.append(file.path()).append(' ').append(digest).append('\n');
      }
      Map<String, List<Integer>> imports = new TreeMap<>();
      List<String> inTexts = new ArrayList<>();
      for (Component component : request.selection().components()) {
        for (Item item : request.selection().items(component).keySet()) {
          DynamicImports found = NodeLinkage.importsByCall(item);
          if (!found.calls().isEmpty()) {
            imports.put(APP + ModuleTree.path(item), found.calls());
          }
          if (found.areInTexts()) {
            inTexts.add(APP + ModuleTree.path(item));
          }
        }
      }
      Identity identity = request.application().identity();
      String digest = Sha256.of(Content.of(all.toString().getBytes(StandardCharsets.UTF_8)));
      Settings settings =
          new Settings(
              identity.title(),
              identity.variablePrefix(),
              identity.name() + "-" + digest.substring(0, NAME_OF_CONTENT),
              imports,
              inTexts,
              entries(request, tree),
              List.copyOf(natives.keySet()),
              natives);
      return new Layout(
              program.files(),
              List.of(),
              RecordFile.IN_FOLDER,
              List.of(),
              notices(request, tree),
              "node %s")
          .linking(program.links())
          .starting(LayoutStart.by("node %s").framedBy(frame(identity, settings)));
    } catch (IOException e) {
      throw GirdleException.because(e, "the program cannot be read");
    }
  }

  private static List<Entry> entries(LayoutRequest request, ModuleTree tree) {
    List<Entry> entries = new ArrayList<>();
    for (LaunchSpec start : request.starts()) {
      List<String> first =
          new StartOptions(start.options(), tree).files().stream().map(f -> APP + f).toList();
      entries.add(
          new Entry(
              start.label(),
              APP + start.entry().name(),
              start.arguments(),
              start.environment(),
              first));
    }
    return entries;
  }

  /** A program that runs already takes no options. */
  private static List<String> notices(LayoutRequest request, ModuleTree tree) {
    List<String> notices = new ArrayList<>();
    notices.add("the archive hides nothing: whoever has it can read the source in it");
    for (LaunchSpec start : request.starts()) {
      List<String> others = new StartOptions(start.options(), tree).others();
      if (!others.isEmpty()) {
        notices.add(
            "the archive cannot give Node.js the options of "
                + start.label()
                + "; whoever starts it has to: node "
                + String.join(" ", others)
                + " FILE");
      }
    }
    return notices;
  }

  private static boolean isNative(LayoutFile file) throws IOException {
    return NativeCode.mayBeCalled(Paths.fileName(file.path()))
        && NativeCode.of(file.content()).isPresent();
  }

  private static TextFrame frame(Identity identity, Settings settings)
      throws JsonProcessingException {
    String head =
        Template.fill(
            ArchiveLayout.class,
            "head.js",
            Map.of("TITLE", identity.title(), "VARIABLE", identity.variablePrefix()));
    String files = Template.fill(ArchiveLayout.class, "files.js", Map.of());
    StringBuilder host = new StringBuilder("(function () {\n");
    String told = ascii(JSON.writeValueAsString(settings));
    host.append(Template.fill(ArchiveLayout.class, "begin.js", Map.of("SETTINGS", told)));
    for (String part : PARTS) {
      host.append(Template.fill(ArchiveLayout.class, part, Map.of()));
    }
    host.append("})();\n");
    return new TextFrame(head + files + host + "//", "\n");
  }

  /** A text of nothing but ASCII is read faster, and lies in memory once. */
  private static String ascii(String json) {
    StringBuilder text = new StringBuilder(json.length());
    for (int i = 0; i < json.length(); i++) {
      char c = json.charAt(i);
      text.append(c < 0x80 ? String.valueOf(c) : String.format("\\u%04x", (int) c));
    }
    return text.toString();
  }
}
