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
    char first = path.charAt(0);
    boolean drive = path.length() > 1 && path.charAt(1) == ':' && Character.isLetter(first);
    if (isSeparator(first) || drive) {
      return "has an absolute path";
    }
    return hasParentPart(path) ? "leads out of its folder" : null;
  }

  /** By hand and not by a regular expression: it is asked for each entry of each archive. */
  private static boolean hasParentPart(String path) {
    for (int at = path.indexOf(".."); at >= 0; at = path.indexOf("..", at + 1)) {
      boolean starts = at == 0 || isSeparator(path.charAt(at - 1));
      boolean ends = at + 2 == path.length() || isSeparator(path.charAt(at + 2));
      if (starts && ends) {
        return true;
      }
    }
    return false;
  }

  private static boolean isSeparator(char c) {
    return c == '/' || c == '\\';
  }

  /**
   * A name from a hostile archive, which must not move the cursor of the user's terminal.
   *
   * @param name any text
   * @return the same with question marks for control characters, line ends among them
   */
  public static String printable(String name) {
    return name.replaceAll("\\p{Cntrl}", "?");
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
