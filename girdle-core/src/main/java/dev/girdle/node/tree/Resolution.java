package dev.girdle.node.tree;

import com.fasterxml.jackson.databind.JsonNode;
import dev.girdle.app.Item;
import dev.girdle.node.pack.PackageJson;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Finds modules as Node does (Node.js documentation, "Modules: CommonJS modules", "All together",
 * and "Modules: ECMAScript modules", "Resolution Algorithm Specification").
 */
public final class Resolution {
  private static final List<String> ENDINGS = List.of(".js", ".json", ".node");
  private static final Set<String> REQUIRING =
      Set.of("node", "node-addons", "require", "module-sync", "default");
  private static final Set<String> IMPORTING =
      Set.of("node", "node-addons", "import", "module-sync", "default");

  /** Conditions that hold on some Nodes only, or by their options; on others, the next one does. */
  private static final Set<String> SOMETIMES = Set.of("module-sync", "node-addons");

  private final ModuleTree tree;
  private final Set<String> requiring;
  private final Set<String> importing;
  private final Set<String> given;

  /**
   * What was found.
   *
   * @param files the module first, then the descriptions that Node reads on the way
   * @param why a few words if it was not found though something of the name is there; may be empty
   */
  public record Found(List<Item> files, String why) {
    /** Nothing of that name. */
    static final Found NOTHING = new Found(List.of(), "");

    /** Copies the list. */
    public Found {
      files = List.copyOf(files);
    }

    /** Whether there is a module. */
    public boolean isThere() {
      return !files.isEmpty();
    }
  }

  /**
   * Looks in an application.
   *
   * @param tree its files
   */
  public Resolution(ModuleTree tree) {
    this(tree, Set.of());
  }

  /**
   * Looks in an application that is started with conditions of its own ({@code --conditions}).
   *
   * @param tree its files
   * @param given conditions that hold beside those of Node, if it is started so
   */
  public Resolution(ModuleTree tree, Set<String> given) {
    this.tree = tree;
    this.given = Set.copyOf(given);
    this.requiring = joined(REQUIRING, given);
    this.importing = joined(IMPORTING, given);
  }

  private static Set<String> joined(Set<String> some, Set<String> more) {
    Set<String> all = new HashSet<>(some);
    all.addAll(more);
    return Set.copyOf(all);
  }

  /**
   * The conditions that may hold here.
   *
   * @return for modules of either kind
   */
  public Set<String> conditions() {
    return joined(requiring, importing);
  }

  /**
   * The package that a specifier names.
   *
   * @param specifier not a path
   * @return {@code name} or {@code @scope/name}; empty if it is none
   */
  public static Optional<String> packageOf(String specifier) {
    boolean isPath =
        specifier.isEmpty()
            || specifier.startsWith(".")
            || specifier.startsWith("/")
            || specifier.startsWith("#")
            || specifier.indexOf('\\') >= 0
            || specifier.indexOf('%') >= 0
            || specifier.indexOf(':') >= 0
            || specifier.indexOf('\0') >= 0;
    if (isPath) {
      return Optional.empty();
    }
    int slash = specifier.indexOf('/');
    if (specifier.startsWith("@")) {
      if (slash < 0) {
        return Optional.empty();
      }
      slash = specifier.indexOf('/', slash + 1);
    }
    return Optional.of(slash < 0 ? specifier : specifier.substring(0, slash));
  }

  /**
   * Finds a module.
   *
   * @param specifier as the code writes it, no built-in module
   * @param asker the path of the file that asks, as it lies
   * @param isImport whether it is imported as an ES module
   * @return what was found
   */
  public Found find(String specifier, String asker, boolean isImport) {
    String name = isImport ? plain(specifier) : specifier;
    String folder = ModuleTree.folder(asker);
    boolean isRelative =
        name.equals(".") || name.equals("..") || name.startsWith("./") || name.startsWith("../");
    if (isRelative) {
      return ModuleTree.join(folder, name)
          .map(p -> isImport ? exact(p) : asFileOrFolder(p, name.endsWith("/")))
          .orElse(new Found(List.of(), "it leads out of the application"));
    }
    if (name.startsWith("#")) {
      return internal(name, asker, isImport);
    }
    return packageOf(name).map(p -> inPackages(name, p, asker, isImport)).orElse(Found.NOTHING);
  }

  /** An address without what stands behind a question mark or hash. */
  private static String plain(String specifier) {
    String path = specifier.startsWith("#") ? specifier : specifier.replaceFirst("[?#].*$", "");
    try {
      return path.indexOf('%') < 0 ? path : URLDecoder.decode(path, StandardCharsets.UTF_8);
    } catch (IllegalArgumentException e) {
      return path;
    }
  }

  private Found inPackages(String name, String pack, String asker, boolean isImport) {
    String inside = name.substring(pack.length());
    Optional<String> scope = tree.scope(asker);
    Optional<PackageJson> own = scope.flatMap(tree::description);
    if (own.isPresent()
        && own.get().name().filter(pack::equals).isPresent()
        && !own.get().exports().isMissingNode()) {
      return exported(scope.get(), own.get(), inside, isImport);
    }
    String why = "";
    for (String modules : ModuleTree.modulesFrom(ModuleTree.folder(asker))) {
      Found found = inPackage(modules + pack, inside, isImport);
      if (found.isThere()) {
        return found;
      }
      why = why.isEmpty() ? found.why() : why;
    }
    return new Found(List.of(), why);
  }

  private Found inPackage(String place, String inside, boolean isImport) {
    Optional<String> real = tree.real(place);
    if (real.isEmpty() || !tree.isFolder(place)) {
      // a single file can be a package, too
      return inside.isEmpty() && !isImport ? asFile(place) : Found.NOTHING;
    }
    Optional<PackageJson> description = tree.description(real.get());
    if (description.isPresent() && !isNothing(description.get().exports())) {
      return exported(real.get(), description.get(), inside, isImport);
    }
    if (inside.isEmpty()) {
      return asFolder(real.get());
    }
    String path = real.get() + inside;
    Found found = isImport ? exact(path) : asFileOrFolder(path, inside.endsWith("/"));
    return found.isThere() ? found : new Found(List.of(), "its package is there, the file is not");
  }

  private static boolean isNothing(JsonNode node) {
    return node.isMissingNode() || node.isNull();
  }

  /** PACKAGE_EXPORTS_RESOLVE. */
  private Found exported(String folder, PackageJson description, String inside, boolean isImport) {
    JsonNode exports = description.exports();
    boolean hasPaths =
        exports.isObject()
            && exports.fieldNames().hasNext()
            && exports.fieldNames().next().startsWith(".");
    String name = "." + inside;
    Optional<Found> found =
        hasPaths
            ? matched(folder, exports, name, isImport)
            : name.equals(".") ? target(folder, exports, "", isImport) : Optional.empty();
    return found
        .map(f -> withDescription(f, folder))
        .orElse(new Found(List.of(), "its package does not export it"));
  }

  /** PACKAGE_IMPORTS_RESOLVE. */
  private Found internal(String name, String asker, boolean isImport) {
    Optional<String> scope = tree.scope(asker);
    return scope
        .flatMap(tree::description)
        .flatMap(d -> matched(scope.get(), d.imports(), name, isImport))
        .map(f -> withDescription(f, scope.get()))
        .orElse(Found.NOTHING);
  }

  /** PACKAGE_IMPORTS_EXPORTS_RESOLVE: the name itself, else the longest pattern that fits. */
  private Optional<Found> matched(String folder, JsonNode all, String name, boolean isImport) {
    if (all.has(name) && name.indexOf('*') < 0) {
      return target(folder, all.get(name), "", isImport);
    }
    String best = null;
    for (Map.Entry<String, JsonNode> entry : all.properties()) {
      String key = entry.getKey();
      int star = key.indexOf('*');
      String begin = star < 0 ? key : key.substring(0, star);
      boolean isFolder = star < 0 && key.endsWith("/");
      boolean fits =
          (star >= 0 || isFolder)
              && name.startsWith(begin)
              && name.length() > begin.length()
              && (isFolder || name.endsWith(key.substring(star + 1)))
              && (isFolder || name.length() >= key.length());
      if (fits && (best == null || begin.length() > best.split("\\*", 2)[0].length())) {
        best = key;
      }
    }
    if (best == null) {
      return Optional.empty();
    }
    int star = best.indexOf('*');
    String rest =
        star < 0
            ? name.substring(best.length())
            : name.substring(star, name.length() - (best.length() - star - 1));
    return target(folder, all.get(best), rest, isImport);
  }

  /** PACKAGE_TARGET_RESOLVE. */
  private Optional<Found> target(String folder, JsonNode target, String rest, boolean isImport) {
    if (target.isTextual()) {
      String text = target.asText();
      String named = text.indexOf('*') >= 0 ? text.replace("*", rest) : text + rest;
      if (!text.startsWith("./")) {
        return Optional.of(find(named, folder + "/x", isImport));
      }
      return ModuleTree.join(folder, named).map(this::exact);
    }
    if (target.isArray()) {
      for (JsonNode one : target) {
        Optional<Found> found = target(folder, one, rest, isImport).filter(Found::isThere);
        if (found.isPresent()) {
          return found;
        }
      }
      return Optional.empty();
    }
    Set<String> conditions = isImport ? importing : requiring;
    Optional<Found> sometimes = Optional.empty();
    for (Map.Entry<String, JsonNode> entry : target.properties()) {
      if (conditions.contains(entry.getKey())) {
        Optional<Found> found = target(folder, entry.getValue(), rest, isImport);
        boolean isAlways = !SOMETIMES.contains(entry.getKey()) && !given.contains(entry.getKey());
        if (found.isPresent() && isAlways) {
          return Optional.of(both(sometimes, found.get()));
        }
        if (found.isPresent()) {
          sometimes = Optional.of(both(sometimes, found.get()));
        }
      }
    }
    return sometimes;
  }

  private static Found both(Optional<Found> sometimes, Found found) {
    if (sometimes.isEmpty()) {
      return found;
    }
    Set<Item> all = new LinkedHashSet<>(sometimes.get().files());
    all.addAll(found.files());
    return new Found(List.copyOf(all), found.why());
  }

  private Found exact(String path) {
    return tree.file(path).map(this::found).orElse(Found.NOTHING);
  }

  /** LOAD_AS_FILE. */
  private Found asFile(String path) {
    Optional<Item> item = tree.file(path);
    for (int i = 0; i < ENDINGS.size() && item.isEmpty(); i++) {
      item = tree.file(path + ENDINGS.get(i));
    }
    return item.map(this::found).orElse(Found.NOTHING);
  }

  private Found asFileOrFolder(String path, boolean isFolder) {
    Found file = isFolder ? Found.NOTHING : asFile(path);
    return file.isThere() ? file : tree.real(path).map(this::asFolder).orElse(Found.NOTHING);
  }

  /** LOAD_AS_DIRECTORY, which ES modules do for packages, too. */
  private Found asFolder(String folder) {
    Optional<String> main = tree.description(folder).flatMap(d -> d.text("main"));
    if (main.isPresent()) {
      Optional<String> path = ModuleTree.join(folder, main.get());
      Found found = path.map(this::asFile).orElse(Found.NOTHING);
      found = found.isThere() || path.isEmpty() ? found : index(path.get());
      if (found.isThere()) {
        return withDescription(found, folder);
      }
    }
    return withDescription(index(folder), folder);
  }

  private Found index(String folder) {
    String begin = folder.isEmpty() ? "" : folder + "/";
    for (String ending : ENDINGS) {
      Optional<Item> item = tree.file(begin + "index" + ending);
      if (item.isPresent()) {
        return found(item.get());
      }
    }
    return Found.NOTHING;
  }

  /** The nearest description tells what kind of module it is. */
  private Found found(Item item) {
    List<Item> files = new ArrayList<>(List.of(item));
    tree.scope(ModuleTree.path(item)).flatMap(tree::descriptionFile).ifPresent(files::add);
    return new Found(files, "");
  }

  private Found withDescription(Found found, String folder) {
    if (!found.isThere()) {
      return found;
    }
    Set<Item> all = new LinkedHashSet<>(found.files());
    tree.descriptionFile(folder).ifPresent(all::add);
    return new Found(List.copyOf(all), "");
  }
}
