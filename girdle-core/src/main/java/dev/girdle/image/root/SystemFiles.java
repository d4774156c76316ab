package dev.girdle.image.root;

import dev.girdle.layout.LayoutFile;
import dev.girdle.system.SystemPackage;
import java.util.List;
import java.util.Map;

/**
 * What an image takes from a system.
 *
 * @param files by their paths in the image, which begin with no slash
 * @param packages the packages that they came with, by the components of the files; files of no
 *     known package have a component that is not among them
 * @param missing libraries that native code wants and the system does not have, each with the first
 *     that wants it
 */
public record SystemFiles(
    List<LayoutFile> files, Map<String, SystemPackage> packages, Map<String, String> missing) {
  /** What is taken where nothing is wanted. */
  public static final SystemFiles NONE = new SystemFiles(List.of(), Map.of(), Map.of());

  /** Copies them. */
  public SystemFiles {
    files = List.copyOf(files);
    packages = Map.copyOf(packages);
    missing = Map.copyOf(missing);
  }
}
