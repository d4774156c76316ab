package dev.girdle.start;

import java.io.File;
import java.io.IOException;
import java.net.URISyntaxException;

/**
 * The main class of a nested archive: opens the archive it lies in and hands over to the
 * application's own main class, loaded from the jars inside.
 *
 * <p>What the application throws is thrown on unchanged. If the application cannot be started at
 * all, one line says why on standard error and the exit status is 127.
 */
public final class Start {
  /** What the archive's manifest has to open, for the application's loader to be the system's. */
  public static final String OPENED = "java.base/java.lang";

  private Start() {}

  /**
   * Starts the application.
   *
   * @param args passed on to the application untouched
   * @throws Throwable whatever the application's main method throws
   */
  public static void main(String[] args) throws Throwable {
    Entries.Entry entry;
    StartLoader loader;
    try {
      File self = new File(Start.class.getProtectionDomain().getCodeSource().getLocation().toURI());
      Nest nest = Nest.open(self);
      int feature = Nest.runningJava();
      if (!nest.index().runsOn(feature)) {
        throw new IOException(
            "needs "
                + nest.index().neededJava()
                + ", and this is Java "
                + feature
                + " ("
                + System.getProperty("java.home")
                + ")");
      }
      entry = nest.index().entries().chosen();
      loader = new StartLoader(nest, Start.class.getClassLoader());
      Thread.currentThread().setContextClassLoader(loader);
      SystemLoader.become(loader);
    } catch (IOException | URISyntaxException e) {
      Runner.refuse(e);
      return;
    }
    Runner.run(entry, loader, args);
  }
}
