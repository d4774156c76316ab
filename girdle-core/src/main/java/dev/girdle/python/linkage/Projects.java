package dev.girdle.python.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.python.pack.EntryPointsFile;
import dev.girdle.python.pack.Metadata;
import dev.girdle.python.pack.ProjectName;
import dev.girdle.python.pack.Requirement;
import dev.girdle.python.tree.ModuleTree;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** What the distributions of an application say of themselves. Safe for use by several threads. */
public final class Projects {
  private static final int LARGEST = 16 << 20;

  /** What the library's {@code ensurepip} installs, and what others do in its place. */
  private static final Set<String> TOOLS = Set.of("pip", "setuptools", "wheel");

  private static final Pattern MODULES_OF_TOOLS =
      Pattern.compile("(?:pip|setuptools|wheel|pkg_resources|distutils|_distutils_hack)\\b");

  private final Map<Component, Metadata> metadata = new HashMap<>();
  private final Map<Component, Item> descriptions = new HashMap<>();
  private final Map<String, Component> byName = new LinkedHashMap<>();
  private final Map<String, List<Offering>> groups = new HashMap<>();
  private final Map<String, String> environment;
  private Map<String, String> tops;

  /**
   * What a distribution offers by an entry point.
   *
   * @param item the file that says so
   * @param offer what is offered
   */
  record Offering(Item item, EntryPointsFile.Offer offer) {}

  /**
   * Reads all descriptions.
   *
   * @param components of the application
   * @param environment variables for markers; those that are not known are left out
   */
  public Projects(List<Component> components, Map<String, String> environment) {
    this.environment = Map.copyOf(environment);
    for (Component component : components) {
      if (component.role() == Role.RUNTIME) {
        continue;
      }
      for (Item item : component.items()) {
        String path = item.path();
        int slash = path.lastIndexOf('/');
        boolean isInfo = slash > 0 && path.substring(0, slash).matches("(.*/)?[^/]+-info");
        if (isInfo && path.endsWith("/METADATA") || isInfo && path.endsWith("/PKG-INFO")) {
          describe(component, item);
        } else if (isInfo && path.endsWith("/entry_points.txt")) {
          offer(item);
        }
      }
    }
  }

  private static String text(Item item) {
    try {
      return new String(item.content().bytes(LARGEST), StandardCharsets.UTF_8);
    } catch (IOException e) {
      return ""; // it says nothing; whoever lays it out tells why
    }
  }

  private void describe(Component component, Item item) {
    Metadata said = Metadata.of(text(item));
    metadata.putIfAbsent(component, said);
    descriptions.putIfAbsent(component, item);
    said.name().ifPresent(n -> byName.putIfAbsent(ProjectName.normal(n), component));
  }

  private void offer(Item item) {
    EntryPointsFile.of(text(item))
        .groups()
        .forEach(
            (group, offers) ->
                offers.forEach(
                    o ->
                        groups
                            .computeIfAbsent(group, g -> new ArrayList<>())
                            .add(new Offering(item, o))));
  }

  /**
   * What a component says of itself.
   *
   * @param component any component
   * @return empty if nothing
   */
  public Optional<Metadata> of(Component component) {
    return Optional.ofNullable(metadata.get(component));
  }

  /** The file that describes a component. */
  Optional<Item> description(Component component) {
    return Optional.ofNullable(descriptions.get(component));
  }

  /** The component of a project. */
  Optional<Component> named(String name) {
    return Optional.ofNullable(byName.get(ProjectName.normal(name)));
  }

  /** What is offered in a group; empty for what is no group. */
  List<Offering> offered(String group) {
    return EntryPointsFile.STARTED.contains(group)
        ? List.of()
        : groups.getOrDefault(group, List.of());
  }

  /**
   * What a component declares to need, here, without extras.
   *
   * @param component any component
   * @return in the order in which it says so
   */
  public List<Requirement> needed(Component component) {
    return of(component).map(Metadata::requirements).orElse(List.of()).stream()
        .filter(r -> !r.marker().isForExtra() && r.marker().holds(environment))
        .toList();
  }

  /** Whether something is needed here, by its marker. */
  boolean holds(Requirement requirement) {
    return requirement.marker().holds(environment);
  }

  /** What a component declares to use with an extra. */
  Stream<Requirement> extras(Component component) {
    return of(component).map(Metadata::requirements).orElse(List.of()).stream()
        .filter(r -> r.marker().isForExtra());
  }

  /**
   * Whether a module is of what Python puts into every environment to install other things with, so
   * that its being there says nothing, and the asker does not declare to need it.
   */
  boolean isToolOfOthers(String module, Item asker, ModuleTree tree) {
    if (asker.component().role().isUsers() || !MODULES_OF_TOOLS.matcher(module).lookingAt()) {
      return false;
    }
    List<Item> found = tree.find(module).items();
    if (found.isEmpty() || found.get(0).component() == asker.component()) {
      return false;
    }
    Optional<String> project =
        of(found.get(0).component()).flatMap(Metadata::name).map(ProjectName::normal);
    return project.filter(TOOLS::contains).isPresent()
        && needed(asker.component()).stream().noneMatch(r -> r.name().equals(project.get()));
  }

  /**
   * Whether a word of an asker's is the name of a module of another distribution, which the asker's
   * makers declare to use, be it with an extra.
   */
  boolean mayUse(Item asker, String word, ModuleTree tree) {
    Metadata said = metadata.get(asker.component());
    if (said == null || !tops(tree).containsKey(word)) {
      return false;
    }
    String project = tops(tree).get(word);
    return said.requirements().stream().anyMatch(r -> r.name().equals(project));
  }

  /** The projects of modules without dots, by the modules' names. */
  private synchronized Map<String, String> tops(ModuleTree tree) {
    if (tops == null) {
      Map<String, String> all = new HashMap<>();
      for (String name : tree.submodules("")) {
        tree.find(name).items().stream()
            .findFirst()
            .flatMap(i -> of(i.component()))
            .flatMap(Metadata::name)
            .ifPresent(n -> all.put(name, ProjectName.normal(n)));
      }
      tops = all;
    }
    return tops;
  }
}
