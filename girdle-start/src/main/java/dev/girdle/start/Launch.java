package dev.girdle.start;

import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;

/**
 * The main class of a merged archive that has several entries, or one that the Java launcher would
 * not start: chooses the entry and hands over to it.
 */
public final class Launch {
  private Launch() {}

  /**
   * Starts the application.
   *
   * @param args passed on to the application untouched
   * @throws Throwable whatever the application's main method throws
   */
  public static void main(String[] args) throws Throwable {
    ClassLoader loader = Launch.class.getClassLoader();
    Entries.Entry entry;
    try (InputStream in = loader.getResourceAsStream(Entries.PATH)) {
      if (in == null) {
        throw new IOException("the archive is not whole: " + Entries.PATH + " is missing from it");
      }
      entry = Entries.read(new DataInputStream(in)).chosen();
    } catch (EOFException e) {
      Runner.refuse(new IOException("the archive is damaged, get it again (" + Entries.PATH + ")"));
      return;
    } catch (IOException e) {
      Runner.refuse(e);
      return;
    }
    Runner.run(entry, loader, args);
  }
}
