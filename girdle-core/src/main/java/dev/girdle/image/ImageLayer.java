package dev.girdle.image;

import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import java.util.Comparator;
import java.util.List;

/**
 * A layer that is to be made.
 *
 * @param name what it is called
 * @param files its files, sorted by path, so that it does not matter in which order they were found
 * @param links its symbolic links, sorted by path
 * @param folders folders of it that are not like others
 */
public record ImageLayer(
    String name, List<LayoutFile> files, List<LayoutLink> links, List<OwnFolder> folders) {
  /**
   * A folder that is not like others.
   *
   * @param path with slashes, none at its end
   * @param mode its permissions
   * @param owner the numbers of the user and group that it belongs to
   */
  public record OwnFolder(String path, int mode, int owner) {}

  /** Sorts and copies the lists. */
  public ImageLayer {
    files = files.stream().sorted(Comparator.comparing(LayoutFile::path)).toList();
    links = links.stream().sorted(Comparator.comparing(LayoutLink::path)).toList();
    folders = folders.stream().sorted(Comparator.comparing(OwnFolder::path)).toList();
  }

  /**
   * Whether there is nothing in it.
   *
   * @return true if it need not be made
   */
  public boolean isEmpty() {
    return files.isEmpty() && links.isEmpty() && folders.isEmpty();
  }
}
