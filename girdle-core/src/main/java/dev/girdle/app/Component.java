package dev.girdle.app;

import dev.girdle.io.Content;
import dev.girdle.io.FileTree;
import dev.girdle.io.TreeFile;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** One unit of supply in the application: a jar, a folder of classes, the runtime. */
public final class Component {
  private final String name;
  private final String origin;
  private final Role role;
  private final String release;
  private final Content whole;
  private final String broughtBy;
  private final List<String> folders;
  private final List<Item> items = new ArrayList<>();
  private final Map<String, Item> byPath = new HashMap<>();

  /**
   * Makes a component from the files of a tree.
   *
   * @param name unique in the application, fit for a file name
   * @param origin where it lies in the application, for the user; never a path of this machine
   * @param role what it is to the application
   * @param release its release; null if not known
   * @param whole the bytes of the archive that it is; null for a folder
   * @param broughtBy how it came into the application, for the user
   * @param tree its files; null for none
   * @param naming gives the name of an item for its path
   */
  public Component(
      String name,
      String origin,
      Role role,
      String release,
      Content whole,
      String broughtBy,
      FileTree tree,
      UnaryOperator<String> naming) {
    this.name = name;
    this.origin = origin;
    this.role = role;
    this.release = release;
    this.whole = whole;
    this.broughtBy = broughtBy;
    this.folders = tree == null ? List.of() : List.copyOf(tree.folders());
    if (tree != null) {
      for (TreeFile file : tree.files()) {
        add(new Item(this, file.path(), naming.apply(file.path()), file.content()));
      }
    }
  }

  /**
   * Makes a component of which only the names of its items are known, as of a runtime's modules.
   *
   * @param name the component's name
   * @param items the items' names
   * @return a component with the role {@link Role#RUNTIME}
   */
  public static Component runtime(String name, List<String> items) {
    Component runtime =
        new Component(
            name, name, Role.RUNTIME, null, null, "the runtime", null, UnaryOperator.identity());
    for (String item : items) {
      runtime.add(new Item(runtime, item, item, Content.of(new byte[0])));
    }
    return runtime;
  }

  private void add(Item item) {
    items.add(item);
    byPath.put(item.path(), item);
  }

  /**
   * Unique in the application, fit for a file name.
   *
   * @return never empty
   */
  public String name() {
    return name;
  }

  /**
   * Where it lies in the application.
   *
   * @return relative to the application
   */
  public String origin() {
    return origin;
  }

  /**
   * What it is to the application.
   *
   * @return never null
   */
  public Role role() {
    return role;
  }

  /**
   * Its release.
   *
   * @return empty if not known
   */
  public Optional<String> release() {
    return Optional.ofNullable(release);
  }

  /**
   * The archive that it is.
   *
   * @return the archive's bytes, empty if the component is a folder
   */
  public Optional<Content> whole() {
    return Optional.ofNullable(whole);
  }

  /**
   * Its name without the ending of an archive.
   *
   * @return the name itself for a folder
   */
  public String stem() {
    int dot = name.lastIndexOf('.');
    return whole == null || dot <= name.lastIndexOf('/') + 1 ? name : name.substring(0, dot);
  }

  /**
   * Its name without a release: what users call it.
   *
   * @return {@code tides} for {@code tides-1.4.jar}
   */
  public String plainName() {
    return stem().replaceFirst("-\\d[^/]*$", "");
  }

  /**
   * How it came into the application.
   *
   * @return for example "lies in the folder" or "named by the manifest of app.jar"
   */
  public String broughtBy() {
    return broughtBy;
  }

  /**
   * The folders that it names explicitly.
   *
   * @return paths that end with a slash
   */
  public List<String> folders() {
    return folders;
  }

  /**
   * Its items, in the order they lie in.
   *
   * @return may be empty
   */
  public List<Item> items() {
    return Collections.unmodifiableList(items);
  }

  /**
   * The item at a path.
   *
   * @param path relative, with slashes
   * @return empty if there is none
   */
  public Optional<Item> item(String path) {
    return Optional.ofNullable(byPath.get(path));
  }

  /**
   * How much room it takes: the archive's size, or the sum of a folder's files.
   *
   * @return bytes
   */
  public long size() {
    return whole != null ? whole.size() : items.stream().mapToLong(i -> i.content().size()).sum();
  }

  @Override
  public String toString() {
    return name;
  }
}
