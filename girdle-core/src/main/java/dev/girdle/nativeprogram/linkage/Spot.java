package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Item;
import dev.girdle.io.Links;
import dev.girdle.io.Paths;
import java.util.Optional;

/**
 * Where a file lies.
 *
 * @param isOfSystem whether in the system that libraries are taken from, and not in the application
 * @param path from its root, or in the application's folder; no slash in front
 */
public record Spot(boolean isOfSystem, String path) {
  /** What paths of items begin with that come from a system, and where they go. */
  public static final String SYSTEM = "system/";

  /**
   * Where an item lies.
   *
   * @param item an item of a native program
   * @return its place
   */
  public static Spot of(Item item) {
    return item.name().startsWith("/")
        ? new Spot(true, item.name().substring(1))
        : new Spot(false, item.path());
  }

  /**
   * What items that lie here are called.
   *
   * @return a path, with a slash in front if it is of the system
   */
  public String name() {
    return isOfSystem ? "/" + path : path;
  }

  /**
   * What lies beside it.
   *
   * @param other a path, counted from the folder that this lies in
   * @return empty if it leads out of the application's folder or above the root
   */
  public Optional<Spot> beside(String other) {
    return Links.target(path, other.isEmpty() ? "." : other).map(p -> new Spot(isOfSystem, p));
  }

  /**
   * The file's own name.
   *
   * @return the last part of its path
   */
  public String fileName() {
    return Paths.fileName(path);
  }
}
