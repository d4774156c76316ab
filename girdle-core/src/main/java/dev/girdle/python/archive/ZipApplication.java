package dev.girdle.python.archive;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.Sha256;
import dev.girdle.io.Template;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.python.launch.PythonLayout;
import dev.girdle.python.launch.StartedModule;
import dev.girdle.python.tree.ModuleTree;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A zip application (PEP 441): an archive with a line for Unix systems before it, which any Python
 * of the right release starts. The first start unpacks it into the user's cache, so that code which
 * opens files beside itself finds them, native code can be loaded, and byte code lies where Python
 * looks for it.
 */
public final class ZipApplication {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final int NAME_OF_CONTENT = 12;
  private static final String MAIN = "__main__.py";

  private ZipApplication() {}

  /**
   * Lays an application out.
   *
   * @param request what to lay out
   * @param tree its files
   * @param ownFolders the folders of the user's own code in which modules are looked for
   * @return the finished tree
   */
  public static Layout layOut(LayoutRequest request, ModuleTree tree, List<String> ownFolders) {
    Layout program = PythonLayout.program(request, tree, ownFolders);
    try {
      StringBuilder all = new StringBuilder();
      for (LayoutFile file : program.files()) {
        all.append(file.path()).append(' ').append(Sha256.of(file.content())).append('\n');
      }
      String digest = Sha256.of(Content.of(all.toString().getBytes(StandardCharsets.UTF_8)));
      List<LayoutFile> files = new ArrayList<>();
      files.add(
          LayoutFile.made(
              MAIN,
              main(request, tree, digest).getBytes(StandardCharsets.UTF_8),
              "what Python starts: unpacks the rest, and goes on there"));
      files.addAll(program.files());
      Layout layout =
          new Layout(
              files, List.of(), RecordFile.IN_FOLDER, List.of(), program.notices(), "python3 %s");
      return layout.starting(layout.starting().headedBy("#!/usr/bin/env python3\n"));
    } catch (IOException e) {
      throw GirdleException.because(e, "the program cannot be read");
    }
  }

  private static String main(LayoutRequest request, ModuleTree tree, String digest)
      throws JsonProcessingException {
    Identity identity = request.application().identity();
    RuntimeNeed need = request.need().orElseThrow();
    Map<String, Object> entries = new LinkedHashMap<>();
    for (LaunchSpec start : request.starts()) {
      List<String> words = new ArrayList<>(List.of("bin/" + start.label()));
      words.addAll(StartedModule.of(start.entry().name(), tree).words());
      words.addAll(start.arguments());
      entries.put(
          start.label(),
          Map.of("words", words, "options", start.options(), "environment", start.environment()));
    }
    Map<String, String> values = new LinkedHashMap<>();
    values.put("TITLE", identity.title());
    values.put("NAME", JSON.writeValueAsString(request.main().label()));
    values.put("PREFIX", JSON.writeValueAsString(identity.variablePrefix()));
    values.put(
        "PLACE",
        JSON.writeValueAsString(identity.name() + "-" + digest.substring(0, NAME_OF_CONTENT)));
    values.put("NEED_TEXT", JSON.writeValueAsString(need.text()));
    values.put("LEAST", tuple(need.range().least()));
    values.put("BEFORE", need.range().before().map(ZipApplication::tuple).orElse("(99,)"));
    values.put("ENTRIES", JSON.writeValueAsString(JSON.writeValueAsString(entries)));
    return Template.fill(ZipApplication.class, "main.py", values);
  }

  private static String tuple(String release) {
    return "(" + release.replace(".", ", ") + ",)";
  }
}
