package dev.girdle.start;

import java.lang.reflect.InvocationTargetException;
import java.util.Map;

/** Hands over to the application. */
final class Runner {
  /** The exit status that says that the application was not started. */
  private static final int NOT_STARTED = 127;

  private Runner() {}

  /**
   * Starts an entry of the application; what it throws is thrown on unchanged.
   *
   * @param entry what to start
   * @param loader where its classes are
   * @param args the user's arguments, which follow the fixed ones
   * @throws Throwable whatever the application's main method throws
   */
  static void run(Entries.Entry entry, ClassLoader loader, String[] args) throws Throwable {
    for (Map.Entry<String, String> property : entry.properties.entrySet()) {
      if (System.getProperty(property.getKey()) == null) {
        System.setProperty(property.getKey(), property.getValue());
      }
    }
    String[] all = new String[entry.arguments.length + args.length];
    System.arraycopy(entry.arguments, 0, all, 0, entry.arguments.length);
    System.arraycopy(args, 0, all, entry.arguments.length, args.length);
    run(entry.mainClass, loader, all);
  }

  static void run(String mainClass, ClassLoader loader, String[] args) throws Throwable {
    MainMethod main;
    try {
      main = MainMethod.of(Class.forName(mainClass, false, loader));
    } catch (ReflectiveOperationException e) {
      refuse(e);
      return;
    }
    try {
      main.run(args);
    } catch (InvocationTargetException e) {
      throw e.getCause();
    }
  }

  /** Says in one line why the application cannot be started, and ends. */
  static void refuse(Exception e) {
    System.err.println("cannot start: " + e.getMessage());
    System.exit(NOT_STARTED);
  }
}
