package dev.girdle.start;

import java.util.Arrays;

/**
 * Starts an application of a toolkit that the Java launcher refuses to start from a class path: the
 * launcher looks at the superclass of the class that it is given, and this one has none.
 */
public final class Window {
  private Window() {}

  /**
   * Starts the application.
   *
   * @param args its main class, then its own arguments
   * @throws Throwable whatever the application's main method throws
   */
  public static void main(String[] args) throws Throwable {
    String[] own = Arrays.copyOfRange(args, 1, args.length);
    Runner.run(args[0], Window.class.getClassLoader(), own);
  }
}
