package dev.girdle.python.survey;

import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.Starts;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Paths;
import dev.girdle.python.pack.EntryPointsFile;
import dev.girdle.python.pack.ProjectFile;
import dev.girdle.python.tree.Found;
import dev.girdle.python.tree.ModuleTree;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Finds what can be started: commands that the project declares, packages that start themselves,
 * scripts. The likeliest comes first.
 */
final class EntryFinder implements Starts.Choice {
  private static final List<String> USUAL =
      List.of("__main__.py", "main.py", "app.py", "run.py", "manage.py", "cli.py");
  private static final int LARGEST = 4 << 20;

  private final ModuleTree tree;
  private final List<Component> components;
  private final Map<String, EntryPoint> found = new LinkedHashMap<>();
  private final Map<String, EntryPoint> commands = new LinkedHashMap<>();
  private final Set<String> windowed = new HashSet<>();
  private Optional<EntryPoint> evident = Optional.empty();

  EntryFinder(ModuleTree tree, List<Component> components, ProjectFile project, String folderName) {
    this.tree = tree;
    this.components = components;
    project.commands().forEach((name, offer) -> command(name, offer, "the project"));
    project.windowed().forEach(n -> commands.computeIfPresent(n, this::windowed));
    for (Component component : components) {
      if (component.role().isUsers()) {
        installed(component);
      }
    }
    String name = project.name().orElse(folderName);
    if (!found.isEmpty()) {
      EntryPoint byName = commands.get(name);
      evident =
          byName != null || found.size() == 1
              ? Optional.of(byName != null ? byName : found.values().iterator().next())
              : Optional.empty();
    }
    boolean hasCommands = !found.isEmpty();
    scripts(folderName);
    if (!hasCommands) {
      evident = likeliest(folderName);
    }
    for (Component component : components) {
      if (!component.role().isUsers()) {
        installed(component);
      }
    }
    if (evident.isEmpty() && found.size() == 1) {
      evident = found.values().stream().findFirst();
    }
  }

  private EntryPoint windowed(String name, EntryPoint entry) {
    windowed.add(entry.name());
    return entry;
  }

  /** Commands of a distribution. */
  private void installed(Component component) {
    for (Item item : component.items()) {
      if (item.path().matches("(.*/)?[^/]+-info/entry_points\\.txt")) {
        EntryPointsFile file = EntryPointsFile.of(Distributions.text(item.content()).orElse(""));
        for (String group : EntryPointsFile.STARTED) {
          for (EntryPointsFile.Offer offer : file.groups().getOrDefault(group, List.of())) {
            command(offer.name(), offer, component.name());
            if (group.startsWith("gui")) {
              commands.computeIfPresent(offer.name(), this::windowed);
            }
          }
        }
      }
    }
  }

  private void command(String name, EntryPointsFile.Offer offer, String who) {
    Found module = tree.find(offer.module());
    if (module.isWhole() && !module.items().isEmpty()) {
      Item item = module.items().get(module.items().size() - 1);
      String text =
          offer.object().isEmpty() ? offer.module() : offer.module() + ":" + offer.object();
      EntryPoint entry =
          new EntryPoint(text, item.component().name(), "command " + name + " of " + who);
      found.putIfAbsent(text, entry);
      commands.putIfAbsent(name, entry);
    }
  }

  /** The user's own scripts and packages that can be started, not too deep. */
  private void scripts(String folderName) {
    List<EntryPoint> later = new ArrayList<>();
    for (Component component : components) {
      for (Item item : component.role().isUsers() ? component.items() : List.<Item>of()) {
        String path = item.path();
        boolean isDeep = path.chars().filter(c -> c == '/').count() > 2;
        boolean isScript = path.endsWith(".py") || path.endsWith(".pyw");
        if (!isScript
            || isDeep
            || OwnFiles.isForDevelopment(path)
            || !component.origin().equals(ModuleTree.TOP)) {
          continue;
        }
        if (Paths.fileName(path).equals("__main__.py") && path.indexOf('/') > 0) {
          String name = tree.moduleName(item).orElse("").replaceFirst("\\.?__main__$", "");
          if (!name.isEmpty()) {
            found.putIfAbsent(
                name, new EntryPoint(name, component.name(), "package that starts itself"));
          }
        } else if (startsItself(item)) {
          later.add(new EntryPoint(path, component.name(), "script that starts itself"));
        }
      }
    }
    later.forEach(e -> found.putIfAbsent(e.name(), e));
  }

  private static boolean startsItself(Item item) {
    String text =
        item.content().size() > LARGEST ? "" : Distributions.text(item.content()).orElse("");
    return text.contains("__main__") && text.matches("(?s).*__name__\\s*==\\s*['\"]__main__['\"].*")
        || text.startsWith("#!") && text.lines().findFirst().orElse("").contains("python")
        || USUAL.contains(item.path());
  }

  private Optional<EntryPoint> likeliest(String folderName) {
    String name = folderName.replace('-', '_');
    List<String> first = new ArrayList<>(List.of(name, name + ".py", folderName + ".py"));
    first.addAll(USUAL);
    for (String candidate : first) {
      if (found.containsKey(candidate)) {
        return Optional.of(found.get(candidate));
      }
    }
    return found.size() == 1 ? found.values().stream().findFirst() : Optional.empty();
  }

  /** All of them, the likeliest first. */
  List<EntryPoint> all() {
    List<EntryPoint> all = new ArrayList<>();
    evident.ifPresent(all::add);
    found.values().stream().filter(e -> !all.contains(e)).forEach(all::add);
    return all;
  }

  @Override
  public Optional<EntryPoint> chosen() {
    return evident;
  }

  @Override
  public LaunchSpec start(String label, EntryPoint chosen) {
    LaunchSpec start = LaunchSpec.of(label, chosen);
    return windowed.contains(chosen.name()) || chosen.name().endsWith(".pyw")
        ? start.openingWindow()
        : start;
  }

  /** The script that was handed over. */
  EntryPoint script(String name) {
    return new EntryPoint(
        name, tree.file(name).orElseThrow().component().name(), "the script itself");
  }

  @Override
  public EntryPoint named(String start) {
    String path = start.startsWith("./") ? start.substring(2) : start;
    Optional<Item> file = tree.file(path);
    if (file.isPresent()) {
      return new EntryPoint(path, file.get().component().name(), "--entry");
    }
    if (commands.containsKey(start)) {
      EntryPoint command = commands.get(start);
      return new EntryPoint(command.name(), command.component(), "--entry");
    }
    EntryPointsFile.Offer offer = EntryPointsFile.offer(start, start);
    Found module = tree.find(offer.module());
    if (module.isWhole() && !module.items().isEmpty()) {
      Item item = module.items().get(module.items().size() - 1);
      boolean isPackage = Paths.fileName(item.path()).startsWith("__init__.");
      boolean canStart =
          !offer.object().isEmpty()
              || !isPackage
              || tree.find(offer.module() + ".__main__").isWhole();
      if (canStart) {
        return new EntryPoint(start, item.component().name(), "--entry");
      }
    }
    throw GirdleException.request(
        "--entry " + start + ": there is no such script, command or module in the application",
        "  Name a script by its path, a command by its name, or MODULE or MODULE:FUNCTION.");
  }

  @Override
  public String shortName(EntryPoint entry) {
    for (Map.Entry<String, EntryPoint> command : commands.entrySet()) {
      if (command.getValue().name().equals(entry.name())) {
        return command.getKey();
      }
    }
    String name = entry.name().replaceFirst(":.*", "");
    return name.contains("/") || name.endsWith(".py")
        ? Paths.fileName(name).replaceFirst("\\.pyw?$", "")
        : name.substring(name.lastIndexOf('.') + 1);
  }
}
