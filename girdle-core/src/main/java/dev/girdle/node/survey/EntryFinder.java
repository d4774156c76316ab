package dev.girdle.node.survey;

import com.fasterxml.jackson.databind.JsonNode;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.Starts;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Paths;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.node.tree.ModuleTree;
import dev.girdle.node.tree.Resolution;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Finds what can be started: the start script, the commands that the description names, its main
 * file, and files that are called as usual. The likeliest comes first.
 */
final class EntryFinder implements Starts.Choice {
  private static final List<String> USUAL =
      List.of("index", "server", "app", "main", "src/index", "src/server", "src/app", "src/main");
  private static final List<String> ENDINGS = List.of("", ".js", ".mjs", ".cjs", "/index.js");

  private final ModuleTree tree;
  private final Map<String, EntryPoint> found = new LinkedHashMap<>();
  private final List<String> notices;
  private Optional<StartScript> startScript = Optional.empty();
  private boolean isEvident;

  EntryFinder(ModuleTree tree, Optional<PackageJson> description, List<String> notices) {
    this.tree = tree;
    this.notices = notices;
    description.ifPresent(this::described);
    if (found.isEmpty()) {
      USUAL.forEach(name -> add(name, "called as usual", false));
      isEvident = found.size() == 1;
      if (found.isEmpty()) {
        tree.files().keySet().stream()
            .filter(p -> p.matches("[^/]+\\.[cm]?js") && !p.matches(".*\\.(config|test|spec)\\..*"))
            .forEach(p -> add(p, "a script at the top", false));
        isEvident = found.size() == 1;
      }
    }
  }

  private void described(PackageJson description) {
    description
        .startScript()
        .ifPresent(
            script -> {
              startScript = StartScript.of(script);
              startScript.ifPresent(
                  s -> add(s.file(), "start script of " + PackageJson.NAME, true));
              isEvident = !found.isEmpty();
              if (startScript.isEmpty() && script.contains("node ")) {
                notices.add(
                    "the start script of "
                        + PackageJson.NAME
                        + " is more than node with a file, so what else it does is not taken over: "
                        + Paths.printable(script));
              }
            });
    description
        .commands()
        .forEach((name, path) -> add(path, "command " + name + " of " + PackageJson.NAME, true));
    isEvident |= found.size() == 1;
    description.text("main").ifPresent(p -> add(p, "main file of " + PackageJson.NAME, true));
    JsonNode exports = description.exports();
    JsonNode top = exports.isObject() && exports.has(".") ? exports.path(".") : exports;
    for (JsonNode one : List.of(top, top.path("node"), top.path("import"), top.path("default"))) {
      if (one.isTextual()) {
        add(one.asText(), "what " + PackageJson.NAME + " exports", true);
      }
    }
    isEvident |= found.size() == 1;
  }

  private void add(String path, String foundBy, boolean isNamed) {
    Optional<Item> item = file(path);
    if (item.isPresent()) {
      String real = ModuleTree.path(item.get());
      found.putIfAbsent(real, new EntryPoint(real, item.get().component().name(), foundBy));
    } else if (isNamed) {
      notices.add(foundBy + ": there is no file " + Paths.printable(path));
    }
  }

  private Optional<Item> file(String path) {
    return ENDINGS.stream()
        .flatMap(e -> ModuleTree.join("", path + e).flatMap(tree::file).stream())
        .findFirst()
        .or(() -> asFolder(path));
  }

  /** A folder is started by its description's main file, as Node itself does it. */
  private Optional<Item> asFolder(String path) {
    String name = path.startsWith("./") || path.equals(".") ? path : "./" + path;
    return new Resolution(tree).find(name, "x", false).files().stream().findFirst();
  }

  /** All of them, the likeliest first. */
  List<EntryPoint> all() {
    return new ArrayList<>(found.values());
  }

  @Override
  public Optional<EntryPoint> chosen() {
    return isEvident ? found.values().stream().findFirst() : Optional.empty();
  }

  /** The start script says with what else it is started. */
  @Override
  public LaunchSpec start(String label, EntryPoint chosen) {
    return startScript
        .filter(s -> file(s.file()).map(ModuleTree::path).equals(Optional.of(chosen.name())))
        .map(s -> new LaunchSpec(label, chosen, s.arguments(), s.options(), s.environment(), false))
        .orElseGet(() -> LaunchSpec.of(label, chosen));
  }

  @Override
  public EntryPoint named(String start) {
    Item item =
        file(start)
            .orElseThrow(
                () ->
                    GirdleException.request(
                        "--entry " + start + ": there is no such file in the application",
                        "  Name it by its path in the application's folder."));
    return new EntryPoint(ModuleTree.path(item), item.component().name(), "--entry");
  }

  @Override
  public String shortName(EntryPoint entry) {
    String name = Paths.fileName(entry.name()).replaceFirst("\\.[cm]?js$", "");
    return name.equals("index") && entry.name().indexOf('/') > 0
        ? Paths.fileName(ModuleTree.folder(entry.name()))
        : name;
  }
}
