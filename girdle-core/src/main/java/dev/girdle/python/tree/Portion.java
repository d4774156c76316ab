package dev.girdle.python.tree;

/**
 * A folder of a package.
 *
 * @param root which search folder it lies in, by its number
 * @param folder its path in there, without a slash at the end; empty for the top
 */
record Portion(int root, String folder) {
  String path(String name) {
    return folder.isEmpty() ? name : folder + "/" + name;
  }
}
