package dev.girdle.python.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.binary.CodeTexts;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.io.Paths;
import dev.girdle.python.pack.Metadata;
import dev.girdle.python.pack.ProjectName;
import dev.girdle.python.survey.OwnFiles;
import dev.girdle.python.tree.Found;
import dev.girdle.python.tree.ModuleTree;
import dev.girdle.python.tree.RuntimeNames;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** What files name that are no Python source: settings, native code. */
final class SettingsDemands {
  private static final Pattern SETTINGS = Pattern.compile(".*\\.(?:toml|cfg|ini|conf|json|ya?ml)");

  /** Templates of the user's own: those of others are written for what loads them. */
  private static final Pattern TEMPLATES = Pattern.compile(".*\\.(?:html|xml|j2|jinja2?)");

  /** What else of the user's own names other files of his. */
  private static final Pattern NAMING =
      Pattern.compile(".*\\.(?:css|js|htm|ui|qml|kv|glade|md|txt)");

  private static final Pattern DOTTED = Pattern.compile("[A-Za-z_]\\w*(?:\\.[A-Za-z_]\\w*)+");

  /** Compilers give names to modules that no person would: some begin with a digit. */
  private static final Pattern WHOLE = Pattern.compile("\\w+(?:\\.\\w+)*");

  private static final int LARGEST = 1 << 20;
  private static final int LONGEST = 120;
  private static final int SHORTEST = 4;

  private final ModuleTree tree;
  private final Projects projects;

  private final OwnData ownData;

  SettingsDemands(ModuleTree tree, Projects projects, OwnData ownData) {
    this.ownData = ownData;
    this.projects = projects;
    this.tree = tree;
  }

  /** Whether a file without an ending is a script, by its first line. */
  boolean isScript(Item item) throws IOException {
    if (Paths.fileName(item.path()).indexOf('.') >= 0 || item.content().size() > LARGEST * 4) {
      return false;
    }
    try (InputStream in = item.content().open()) {
      String head = new String(in.readNBytes(128), StandardCharsets.ISO_8859_1);
      return head.startsWith("#!") && head.lines().findFirst().orElse("").contains("python");
    }
  }

  /** Modules that settings name by dotted names; of what others made, in any file. */
  List<Demand> of(Item item) throws IOException {
    boolean isUsers = item.component().role().isUsers();
    if (isUsers && NAMING.matcher(item.path()).matches() && item.content().size() <= LARGEST) {
      return files(item);
    }
    boolean isNamed =
        !isUsers
            || SETTINGS.matcher(item.path()).matches()
            || TEMPLATES.matcher(item.path()).matches();
    if (!isNamed || item.content().size() > LARGEST) {
      return List.of();
    }
    Set<String> names = names(item, DOTTED);
    List<Demand> demands = new ArrayList<>(isUsers ? files(item) : List.of());
    for (String name : names) {
      // stored objects have a letter before the names of their modules (pickletools, GLOBAL)
      Found found = tree.find(name);
      boolean isStored = found.depth() == 0 && name.startsWith("c");
      String plain = isStored ? name.substring(1) : name;
      found = isStored && !plain.startsWith(".") ? tree.find(plain) : found;
      boolean isModule = found.depth() >= 2 && !found.items().isEmpty();
      if (isModule || found.isOfRuntime() && isUsers) {
        String[] parts = plain.split("\\.");
        String module = String.join(".", List.of(parts).subList(0, found.depth()));
        demands.add(
            Demand.of(
                PythonThing.MODULE,
                module,
                Site.of(item),
                PythonThing.NAMES,
                isUsers && isModule ? Strength.SOFT : Strength.HINT));
      }
    }
    return demands;
  }

  private static Set<String> names(Item item, Pattern pattern) throws IOException {
    Set<String> names = new LinkedHashSet<>();
    CodeTexts.readAscii(
        item.content(),
        SHORTEST,
        text -> {
          Matcher matcher = pattern.matcher(text);
          while (matcher.find()) {
            names.add(matcher.group());
          }
        });
    return names;
  }

  /** Files of the user's own that a text of his names. */
  private List<Demand> files(Item item) throws IOException {
    Set<String> names = names(item, OwnFiles.FILE_IN_TEXT);
    List<Demand> demands = new ArrayList<>();
    names.forEach(n -> demands.addAll(ownData.named(item, n, Site.of(item))));
    return demands;
  }

  /**
   * A word alone may be anything; it is taken for a module of another distribution only if the
   * makers declare that they have to do with that, or declare nothing at all.
   */
  private boolean isOfIts(Item asker, Found found, String name) {
    if (projects.isToolOfOthers(name, asker, tree)) {
      return false;
    }
    Component other = found.items().get(0).component();
    if (other == asker.component()
        || name.indexOf('.') > 0
        || projects.of(asker.component()).isEmpty()) {
      return true;
    }
    Optional<String> project = projects.of(other).flatMap(Metadata::name).map(ProjectName::normal);
    return project.isEmpty()
        || Stream.concat(
                projects.needed(asker.component()).stream(), projects.extras(asker.component()))
            .anyMatch(r -> r.name().equals(project.get()));
  }

  /** Modules that native code names in its texts: it imports by names, as all code does. */
  List<Demand> ofCode(Item item) throws IOException {
    Set<String> names = new LinkedHashSet<>();
    CodeTexts.readAscii(
        item.content(),
        2,
        text -> {
          if (text.length() <= LONGEST && WHOLE.matcher(text).matches()) {
            names.add(text);
          }
        });
    List<Demand> demands = new ArrayList<>();
    String own = tree.packageOf(item);
    for (String name : names) {
      boolean isOfRuntime = RuntimeNames.has(name.replaceFirst("\\..*", ""));
      Found found = isOfRuntime ? null : tree.find(name);
      boolean isModule =
          found != null
              && found.isWhole()
              && !found.items().isEmpty()
              && isOfIts(item, found, name);
      if (isOfRuntime || isModule) {
        demands.add(
            Demand.of(PythonThing.MODULE, name, Site.of(item), PythonThing.NAMES, Strength.HINT));
      }
      if (!own.isEmpty() && name.indexOf('.') < 0) {
        Found beside = tree.find(own + "." + name);
        if (beside.isWhole() && !beside.items().isEmpty()) {
          demands.add(
              Demand.of(
                  PythonThing.MODULE,
                  own + "." + name,
                  Site.of(item),
                  PythonThing.NAMES,
                  Strength.HINT));
        }
      }
    }
    return demands;
  }
}
