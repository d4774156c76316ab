package dev.girdle.python.launch;

import dev.girdle.app.Item;
import dev.girdle.closure.Ballast;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.python.bundle.ByteCode;
import dev.girdle.python.bundle.PythonHome;
import dev.girdle.python.tree.ModuleTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * A layout with byte code: beside the sources, or in their place where sources are to stay behind.
 */
final class Compiled {
  private static final String STAYS = "sources stay behind, and its byte code goes along";

  private Compiled() {}

  /**
   * Compiles.
   *
   * @param layout with sources
   * @param request what was laid out, and how
   * @param tree the application's files
   * @param compiler the Python that makes byte code; empty if there is none
   * @throws GirdleException if sources are to stay behind and nothing can be made of them
   */
  static Layout of(
      Layout layout, LayoutRequest request, ModuleTree tree, Optional<PythonHome> compiler) {
    boolean isAlone = request.choice().contents().withoutSources();
    if (compiler.isEmpty() && isAlone) {
      throw GirdleException.request(
          "no Python on this machine makes byte code that can go without its sources",
          "  Install "
              + request.need().orElseThrow().text()
              + ", or seal with the sources: leave out --without-sources.");
    }
    if (compiler.isEmpty()) {
      return layout.noticing(
          List.of(
              "no Python on this machine makes its byte code, so each start compiles what it loads"));
    }
    PythonHome home = compiler.get();
    Set<Item> scripts =
        request.starts().stream()
            .flatMap(s -> StartedModule.of(s.entry().name(), tree).script().stream())
            .collect(Collectors.toSet());
    Map<String, Item> items = ProgramPlaces.items(request, tree);
    List<LayoutFile> sources =
        layout.files().stream()
            .filter(f -> !f.component().isEmpty())
            .filter(
                f ->
                    f.path().endsWith(".py")
                        || isAlone && isScript(f.path(), items.get(f.path()), scripts))
            .toList();
    Map<String, Content> code = ByteCode.of(home, sources);
    if (isAlone) {
      return alone(layout, request, items, scripts, code, home);
    }
    return layout.plus(
        sources.stream()
            .filter(f -> code.containsKey(f.path()))
            .map(f -> ByteCode.beside(f, code.get(f.path()), home))
            .toList());
  }

  /** Scripts that no module is found by are compiled as well, if they are the user's own. */
  private static boolean isScript(String path, Item item, Set<Item> scripts) {
    return item != null
        && item.component().role().isUsers()
        && (path.endsWith(".pyw") || scripts.contains(item));
  }

  private static Layout alone(
      Layout layout,
      LayoutRequest request,
      Map<String, Item> items,
      Set<Item> scripts,
      Map<String, Content> code,
      PythonHome home) {
    ReadSources read = ReadSources.of(items.values(), scripts, request.choice());
    Set<String> taken = layout.files().stream().map(LayoutFile::path).collect(Collectors.toSet());
    List<LayoutFile> files = new ArrayList<>();
    List<Ballast> leftOut = new ArrayList<>();
    Map<String, Integer> kept = new TreeMap<>();
    long ofLibrary = 0;
    for (LayoutFile file : layout.files()) {
      Content made = code.get(file.path());
      if (made == null) {
        files.add(file);
        if (file.path().endsWith(".py") && !file.component().isEmpty()) {
          kept.merge(Paths.fileName(file.path()) + ", which cannot be compiled", 1, Integer::sum);
        }
        continue;
      }
      String place = ByteCode.alone(file.path());
      Item item = items.get(file.path());
      Optional<String> why =
          taken.contains(place)
              ? Optional.of(Paths.fileName(place) + ", which lies beside it, is other code")
              : Optional.ofNullable(item).flatMap(read::why);
      if (why.isPresent()) {
        files.add(file);
        kept.merge(why.get(), 1, Integer::sum);
        if (file.path().endsWith(".py")) {
          files.add(ByteCode.beside(file, made, home));
        }
        continue;
      }
      files.add(file.at(place).with(made));
      if (item == null) {
        ofLibrary += file.content().size();
      } else {
        leftOut.add(new Ballast(file.component(), item.path(), item.content().size(), STAYS));
      }
    }
    if (ofLibrary > 0) {
      leftOut.add(new Ballast(home.title(), "lib/**.py", ofLibrary, STAYS));
    }
    List<String> notices = new ArrayList<>();
    kept.forEach(
        (why, count) ->
            notices.add((count == 1 ? "a source goes" : count + " sources go") + " along: " + why));
    notices.addAll(read.doubts());
    return layout.having(files, layout.links()).leavingOut(leftOut).noticing(notices);
  }
}
