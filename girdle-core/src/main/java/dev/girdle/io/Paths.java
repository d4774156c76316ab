package dev.girdle.io;

/** Paths in archives, which are only text until they are proven harmless. */
public final class Paths {
  private Paths() {}

  /**
   * Says what is wrong with a path that would not stay inside the folder it is unpacked to.
   *
   * @param path as the archive gives it
   * @return why it must not be used, or null if it is fine
   */
  public static String leadsOut(String path) {
    if (path.isEmpty()) {
      return "has no name";
    }
    if (path.indexOf('\0') >= 0) {
      return "has a zero byte in its name";
    }
    if (path.startsWith("/") || path.startsWith("\\") || path.matches("[A-Za-z]:.*")) {
      return "has an absolute path";
    }
    for (String part : path.split("[/\\\\]")) {
      if (part.equals("..")) {
        return "leads out of its folder";
      }
    }
    return null;
  }

  /**
   * The last part of a path.
   *
   * @param path with slashes
   * @return what follows the last slash
   */
  public static String fileName(String path) {
    return path.substring(path.lastIndexOf('/') + 1);
  }

  /**
   * The folder part of a path.
   *
   * @param path with slashes
   * @return with a slash at the end, or empty for a file at the top
   */
  public static String folder(String path) {
    return path.substring(0, path.lastIndexOf('/') + 1);
  }
}
