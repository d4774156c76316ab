package dev.girdle.start;

import java.io.BufferedReader;
import java.io.File;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.lang.instrument.Instrumentation;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.List;
import java.util.jar.JarFile;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;

/**
 * Puts behind a merged archive, on the class path, the files that have no place in its tree since a
 * file of their name is there already. The Java launcher calls it before the program starts
 * (manifest attribute {@code Launcher-Agent-Class}, package {@code java.lang.instrument}; from Java
 * 9 on). So all classes stay where they are without it, in the system class loader.
 */
public final class Later {
  /** The folder in the archive that holds the files, for each of their jars in a folder. */
  public static final String FOLDER = "META-INF/girdle/later/";

  /** Names the folders of {@link #FOLDER}, each in a line, in class-path order; UTF-8. */
  public static final String LIST = FOLDER + "jars";

  private static final int BUFFER = 1 << 16;

  private Later() {}

  /**
   * Called by the Java launcher.
   *
   * @param arguments nothing
   * @param instrumentation extends the class path
   */
  public static void agentmain(String arguments, Instrumentation instrumentation) {
    try {
      File self = new File(Later.class.getProtectionDomain().getCodeSource().getLocation().toURI());
      try (ZipFile archive = new ZipFile(self)) {
        for (String jar : jars(archive)) {
          // stays open, since the class loader reads from it
          instrumentation.appendToSystemClassLoaderSearch(
              new JarFile(copy(archive, FOLDER + jar + "/")));
        }
      }
    } catch (IOException | URISyntaxException e) {
      Runner.refuse(e);
    }
  }

  private static List<String> jars(ZipFile archive) throws IOException {
    ZipEntry list = archive.getEntry(LIST);
    if (list == null) {
      throw new IOException("the archive is not whole: " + LIST + " is missing from it");
    }
    List<String> jars = new ArrayList<>();
    try (BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(archive.getInputStream(list), StandardCharsets.UTF_8))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        jars.add(line);
      }
    }
    return jars;
  }

  /** The files of a folder as a jar of its own, in the folder for temporary files. */
  private static File copy(ZipFile archive, String folder) throws IOException {
    File copy = File.createTempFile("girdle-", ".jar");
    copy.deleteOnExit();
    try (ZipOutputStream out = new ZipOutputStream(new FileOutputStream(copy))) {
      byte[] buffer = new byte[BUFFER];
      Enumeration<? extends ZipEntry> entries = archive.entries();
      while (entries.hasMoreElements()) {
        ZipEntry entry = entries.nextElement();
        if (entry.getName().startsWith(folder) && !entry.isDirectory()) {
          out.putNextEntry(new ZipEntry(entry.getName().substring(folder.length())));
          try (InputStream in = archive.getInputStream(entry)) {
            for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
              out.write(buffer, 0, n);
            }
          }
          out.closeEntry();
        }
      }
    }
    return copy;
  }
}
