package dev.girdle.python.linkage;

import dev.girdle.app.Item;
import dev.girdle.binary.CodeTexts;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.io.Paths;
import dev.girdle.python.tree.Found;
import dev.girdle.python.tree.ModuleTree;
import dev.girdle.python.tree.RuntimeNames;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What files name that are no Python source: the user's settings, native code. */
final class SettingsDemands {
  private static final Pattern SETTINGS =
      Pattern.compile(".*\\.(?:toml|cfg|ini|conf|json|ya?ml|html|xml|j2|jinja2?)");
  private static final Pattern DOTTED = Pattern.compile("[A-Za-z_]\\w*(?:\\.[A-Za-z_]\\w*)+");
  private static final Pattern WHOLE = Pattern.compile("[A-Za-z_]\\w*(?:\\.[A-Za-z_]\\w*)*");
  private static final int LARGEST = 1 << 20;
  private static final int LONGEST = 120;

  private final ModuleTree tree;

  SettingsDemands(ModuleTree tree) {
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

  /** Modules that the user's settings name by dotted names. */
  List<Demand> of(Item item) throws IOException {
    List<Demand> demands = new ArrayList<>();
    boolean isSettings =
        SETTINGS.matcher(item.path()).matches() && item.content().size() <= LARGEST;
    if (isSettings) {
      String text = new String(item.content().bytes(LARGEST), StandardCharsets.UTF_8);
      Set<String> names = new LinkedHashSet<>();
      Matcher matcher = DOTTED.matcher(text);
      while (matcher.find()) {
        names.add(matcher.group());
      }
      for (String name : names) {
        Found found = tree.find(name);
        if (found.isOfRuntime() || found.depth() >= 2 && !found.items().isEmpty()) {
          String[] parts = name.split("\\.");
          String module = String.join(".", List.of(parts).subList(0, found.depth()));
          demands.add(
              Demand.of(
                  PythonThing.MODULE,
                  module,
                  Site.of(item),
                  PythonThing.NAMES,
                  found.isOfRuntime() ? Strength.HINT : Strength.SOFT));
        }
      }
    }
    return demands;
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
      boolean isModule = found != null && found.isWhole() && !found.items().isEmpty();
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
