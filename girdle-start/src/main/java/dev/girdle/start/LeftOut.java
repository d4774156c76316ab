package dev.girdle.start;

import java.io.BufferedReader;
import java.io.FileInputStream;
import java.io.InputStreamReader;
import java.util.HashMap;
import java.util.Map;

/**
 * Says so when a program asks for a class that its Java was made without. It becomes part of that
 * Java, under another name, and is told of every class that is not found.
 *
 * <p>It uses as little as possible, and never harms the program: whatever goes wrong here is passed
 * over.
 */
public final class LeftOut {
  /** Where the list lies in the Java: a package, a colon, and the names in it. */
  static final String LIST = "/lib/left-out-classes.txt";

  /** More than these are not worth taking along for one that is missed. */
  private static final int FEW = 40;

  private static Map<String, String> packages;
  private static boolean busy;

  private LeftOut() {}

  /**
   * Adds to what an error says of itself that the class was left out, if it was. Asked only when
   * somebody writes the error down: who catches it and goes on needs no explanation.
   *
   * @param text what the error says of itself
   * @param message its message: often nothing but the class's name, with dots or slashes
   * @return the text, perhaps with an explanation
   */
  public static synchronized String told(String text, String message) {
    if (busy || message == null) {
      return text;
    }
    busy = true;
    try {
      String name = message.replace('/', '.');
      int others = mayBeOfJava(name) ? othersLeftOutWith(name) : -1;
      if (others < 0) {
        return text;
      }
      boolean few = others > 0 && others <= FEW;
      String all = name.substring(0, name.lastIndexOf('.') + 1) + "*";
      return text
          + " (the Java that came with this program was made without the class "
          + name
          + (others == 0 ? "" : " and " + others + " more of its package")
          + "; please report this to those who gave you the program,"
          + " they mend it with: girdle seal --always "
          + name
          + (few ? ", or for all of these: --always '" + all + "'" : "")
          + ")";
    } catch (Throwable e) {
      packages = packages == null ? new HashMap<String, String>() : packages;
      return text;
    } finally {
      busy = false;
    }
  }

  private static boolean mayBeOfJava(String name) {
    return name.startsWith("java")
        || name.startsWith("jdk.")
        || name.startsWith("sun.")
        || name.startsWith("com.sun.")
        || name.startsWith("org.");
  }

  /** How many others of its package were left out with a class; below 0 if it was not. */
  private static int othersLeftOutWith(String name) throws Exception {
    int dot = name.lastIndexOf('.');
    if (dot < 0) {
      return -1;
    }
    if (packages == null) {
      packages = read(System.getProperty("java.home") + LIST);
    }
    String names = packages.get(name.substring(0, dot));
    if (names == null || !names.contains(" " + name.substring(dot + 1) + " ")) {
      return -1;
    }
    int others = -1;
    for (int i = 0; i < names.length() - 1; i++) {
      others += names.charAt(i) == ' ' ? 1 : 0;
    }
    return others;
  }

  private static Map<String, String> read(String file) throws Exception {
    Map<String, String> found = new HashMap<String, String>();
    BufferedReader in =
        new BufferedReader(new InputStreamReader(new FileInputStream(file), "UTF-8"));
    try {
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        int colon = line.indexOf(':');
        if (colon > 0) {
          found.put(line.substring(0, colon), line.substring(colon + 1) + " ");
        }
      }
    } finally {
      in.close();
    }
    return found;
  }
}
