package dev.girdle.app;

import dev.girdle.io.Content;
import dev.girdle.io.PackedContent;

/**
 * One thing in a component that can be kept or left out. Two items are the same only if they are
 * the same object.
 */
public final class Item {
  private final Component component;
  private final String path;
  private final String name;
  private final Content content;

  Item(Component component, String path, String name, Content content) {
    this.component = component;
    this.path = path;
    this.name = name;
    this.content = content;
  }

  /**
   * The component that holds it.
   *
   * @return never null
   */
  public Component component() {
    return component;
  }

  /**
   * Where it lies in its component.
   *
   * @return relative, with slashes
   */
  public String path() {
    return path;
  }

  /**
   * What its language calls it: a class by its full name, a resource by its path.
   *
   * @return never empty
   */
  public String name() {
    return name;
  }

  /**
   * Its bytes.
   *
   * @return not read yet
   */
  public Content content() {
    return content;
  }

  /**
   * How much room it takes where it lies.
   *
   * @return bytes; in a jar, its packed size
   */
  public long weight() {
    return content instanceof PackedContent packed ? packed.packedSize() : content.size();
  }

  @Override
  public String toString() {
    return name + " in " + component.name();
  }
}
