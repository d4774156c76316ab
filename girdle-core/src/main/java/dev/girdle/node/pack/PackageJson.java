package dev.girdle.node.pack;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a {@code package.json} says (npm documentation, "package.json"; Node.js documentation,
 * "Modules: Packages"). Words that have another form than they should are taken for not there.
 */
public final class PackageJson {
  /** What the file is called. */
  public static final String NAME = "package.json";

  /** Words whose paths Node looks at, and names. */
  private static final Set<String> OF_NODE =
      Set.of("name", "version", "main", "type", "bin", "exports", "imports");

  private static final JsonMapper JSON = new JsonMapper();

  private final JsonNode root;

  private PackageJson(JsonNode root) {
    this.root = root;
  }

  /**
   * Reads a description.
   *
   * @param bytes the file
   * @return what it says
   * @throws IOException if it is no JSON object; the message tells where
   */
  public static PackageJson of(byte[] bytes) throws IOException {
    try {
      int start = bytes.length > 2 && bytes[0] == (byte) 0xef ? 3 : 0; // a byte order mark
      JsonNode root = JSON.readTree(bytes, start, bytes.length - start);
      if (!root.isObject()) {
        throw new IOException("is no JSON object");
      }
      return new PackageJson(root);
    } catch (JsonProcessingException e) {
      throw new IOException(
          "is no JSON, line " + (e.getLocation() == null ? "?" : e.getLocation().getLineNr()), e);
    }
  }

  /** A word of it; empty if it is no text. */
  public Optional<String> text(String word) {
    JsonNode node = root.path(word);
    return node.isTextual() && !node.asText().isBlank()
        ? Optional.of(node.asText().strip())
        : Optional.empty();
  }

  /** The name that the package is published by. */
  public Optional<String> name() {
    return text("name");
  }

  /** Its release. */
  public Optional<String> version() {
    return text("version");
  }

  /** Whether its {@code .js} files are ES modules. */
  public boolean isModule() {
    return root.path("type").asText().equals("module");
  }

  /** What can be loaded of it from outside; missing if all of it can. */
  public JsonNode exports() {
    return root.path("exports");
  }

  /** Names that begin with {@code #} for its own code. */
  public JsonNode imports() {
    return root.path("imports");
  }

  /** The releases of Node that its makers say it runs on; empty if they do not say. */
  public Optional<String> engine() {
    JsonNode node = root.path("engines").path("node");
    return node.isTextual() ? Optional.of(node.asText()) : Optional.empty();
  }

  /** The names in a list of dependencies. */
  private Set<String> names(String list) {
    Set<String> names = new LinkedHashSet<>();
    root.path(list).fieldNames().forEachRemaining(names::add);
    return names;
  }

  /** What it needs to run, and cannot do without. */
  public Set<String> needed() {
    Set<String> needed = names("dependencies");
    needed.removeAll(names("optionalDependencies"));
    return needed;
  }

  /** What it uses if it is there: optional dependencies, and those that its user brings. */
  public Set<String> optional() {
    Set<String> optional = names("optionalDependencies");
    optional.addAll(names("peerDependencies"));
    optional.addAll(names("peerDependenciesMeta"));
    return optional;
  }

  /** What a package manager adds where it can, as code for one system; loaded by joined names. */
  public Set<String> extra() {
    return names("optionalDependencies");
  }

  /** What is only for those who work on it. */
  public Set<String> development() {
    Set<String> names = names("devDependencies");
    names.removeAll(names("dependencies"));
    return names;
  }

  /** The folders of packages that belong to it, as patterns. */
  public List<String> workspaces() {
    JsonNode node = root.path("workspaces");
    List<String> patterns = new ArrayList<>();
    (node.isArray() ? node : node.path("packages")).forEach(p -> patterns.add(p.asText()));
    return patterns;
  }

  /** The commands that it brings, by name, each with its file. */
  public Map<String, String> commands() {
    Map<String, String> commands = new LinkedHashMap<>();
    JsonNode bin = root.path("bin");
    if (bin.isTextual()) {
      commands.put(name().orElse("").replaceFirst("^@[^/]*/", ""), bin.asText());
    }
    bin.properties().forEach(e -> commands.put(e.getKey(), e.getValue().asText()));
    return commands;
  }

  /** How {@code npm start} starts it; empty if it does not say. */
  public Optional<String> startScript() {
    JsonNode node = root.path("scripts").path("start");
    return node.isTextual() ? Optional.of(node.asText()) : Optional.empty();
  }

  /**
   * Files that others than Node load of it, such as browsers and tools that join modules: words of
   * the description that Node does not look at lead to them, and no word that it does look at.
   *
   * @param conditions that Node looks at in {@link #exports}
   * @return paths as they are written, without {@code ./}, each with the word that leads there;
   *     patterns are not among them, and what is no path may be
   */
  public Map<String, String> targetsOfOthers(Set<String> conditions) {
    Map<String, String> others = new LinkedHashMap<>();
    Set<String> own = new HashSet<>(commands().values());
    text("main").ifPresent(own::add);
    targets(exports(), "", conditions, own, others);
    targets(imports(), "", conditions, own, others);
    for (Map.Entry<String, JsonNode> word : root.properties()) {
      if (OF_NODE.contains(word.getKey())) {
        continue;
      }
      if (word.getValue().isTextual()) {
        others.putIfAbsent(word.getValue().asText(), word.getKey());
      }
      // which file takes the place of which one
      for (Map.Entry<String, JsonNode> one : word.getValue().properties()) {
        if (one.getKey().startsWith("./") && one.getValue().asText().startsWith("./")) {
          others.putIfAbsent(one.getValue().asText(), word.getKey());
        }
      }
    }
    Map<String, String> paths = new LinkedHashMap<>();
    others.forEach((path, word) -> paths.putIfAbsent(bare(path), word));
    own.forEach(path -> paths.remove(bare(path)));
    return paths;
  }

  private static String bare(String path) {
    return path.replaceFirst("^(\\./)+", "");
  }

  /** Collects what conditions lead to; in whose hands it is depends on those on the way. */
  private static void targets(
      JsonNode node,
      String word,
      Set<String> conditions,
      Set<String> own,
      Map<String, String> others) {
    if (node.isTextual() && word.isEmpty()) {
      own.add(node.asText());
    } else if (node.isTextual()) {
      others.putIfAbsent(node.asText(), word);
    }
    for (JsonNode one : node.isArray() ? node : List.<JsonNode>of()) {
      targets(one, word, conditions, own, others);
    }
    for (Map.Entry<String, JsonNode> entry : node.properties()) {
      String key = entry.getKey();
      boolean isOthers = !key.startsWith(".") && !key.startsWith("#") && !conditions.contains(key);
      targets(entry.getValue(), word.isEmpty() && isOthers ? key : word, conditions, own, others);
    }
  }

  /** What its makers say of its licence, as SPDX expressions or as they write it. */
  public List<String> licences() {
    List<String> all = new ArrayList<>();
    for (String word : List.of("license", "licenses")) {
      JsonNode node = root.path(word);
      for (JsonNode one : node.isArray() ? node : List.of(node)) {
        String text = one.isObject() ? one.path("type").asText() : one.asText();
        if (!text.isBlank() && !all.contains(text)) {
          all.add(text.strip());
        }
      }
    }
    return all;
  }
}
