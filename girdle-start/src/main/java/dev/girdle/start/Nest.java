package dev.girdle.start;

import java.io.File;
import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.net.MalformedURLException;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.URL;
import java.net.URLConnection;
import java.net.URLStreamHandler;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.jar.JarFile;

/**
 * The open archive and the jars in it: finds files by name across all jars in class-path order.
 *
 * <p>Safe for use by several threads.
 */
public final class Nest {
  private static final String PROTOCOL = "girdle";

  /** Between the archive and a jar in it; what lies in the jar follows behind {@code !/}. */
  private static final String INSIDE = "/-/";

  private static final String HANDLERS = "java.protocol.handler.pkgs";
  private static final String VERSIONS = "META-INF/versions/";

  private static volatile Nest running;

  private final ArchiveFile file;
  private final Index index;
  private final long[] jarOffsets;
  private final String prefix;
  private final int java = runningJava();
  private final URLStreamHandler handler = new JarHandler();
  private final JarFile[] copies;

  private Nest(File archive) throws IOException {
    file = new ArchiveFile(archive);
    index = Index.read(file.read(file.stored(Index.PATH)));
    String[] jars = index.jars();
    jarOffsets = new long[jars.length];
    for (int i = 0; i < jars.length; i++) {
      jarOffsets[i] = file.stored(jars[i]).offset;
    }
    copies = new JarFile[jars.length];
    prefix = archive.toURI().getRawPath().replace("!", "%21") + INSIDE;
  }

  static Nest open(File archive) throws IOException {
    Nest nest = new Nest(archive);
    running = nest;
    String others = System.getProperty(HANDLERS);
    String mine = Nest.class.getPackage().getName();
    System.setProperty(HANDLERS, others == null || others.isEmpty() ? mine : mine + "|" + others);
    return nest;
  }

  /** The feature release of the Java that runs this, 8 and up. */
  static int runningJava() {
    String version = System.getProperty("java.specification.version");
    return version.startsWith("1.")
        ? Integer.parseInt(version.substring(2))
        : Integer.parseInt(version);
  }

  Index index() {
    return index;
  }

  /**
   * The slot of the first file of this name in class-path order, as the running Java sees it.
   *
   * @return the slot, or -1 if no jar has the file
   */
  int find(String name) throws IOException {
    int hash = name.hashCode();
    for (int slot = index.first(hash); !index.isFree(slot); slot = index.next(slot)) {
      if (fits(slot, hash, name)) {
        return slot;
      }
    }
    return -1;
  }

  /** The slot of this file in one jar, or -1. */
  int find(String name, int jar) throws IOException {
    int hash = name.hashCode();
    for (int slot = index.first(hash); !index.isFree(slot); slot = index.next(slot)) {
      if (index.jar(slot) == jar && fits(slot, hash, name)) {
        return slot;
      }
    }
    return -1;
  }

  /** One slot for each jar that has the file, in class-path order. */
  List<Integer> findAll(String name) throws IOException {
    List<Integer> found = new ArrayList<>();
    int hash = name.hashCode();
    int lastJar = -1;
    for (int slot = index.first(hash); !index.isFree(slot); slot = index.next(slot)) {
      if (index.jar(slot) != lastJar && fits(slot, hash, name)) {
        found.add(slot);
        lastJar = index.jar(slot);
      }
    }
    return found;
  }

  /** Two names may share a hash, so the name in the jar itself decides. */
  private boolean fits(int slot, int hash, String name) throws IOException {
    if (index.hash(slot) != hash || index.release(slot) > java) {
      return false;
    }
    byte[] expected = inJar(slot, name).getBytes(StandardCharsets.UTF_8);
    return file.hasName(offset(slot), expected);
  }

  private String inJar(int slot, String name) {
    int release = index.release(slot);
    return release == 0 ? name : VERSIONS + release + "/" + name;
  }

  private long offset(int slot) {
    return jarOffsets[index.jar(slot)] + index.headerOffset(slot);
  }

  private long dataOffset(int slot) {
    return offset(slot) + index.headerLength(slot);
  }

  byte[] read(int slot) throws IOException {
    byte[] data = file.read(dataOffset(slot), Math.toIntExact(index.compressedSize(slot)));
    return index.isDeflated(slot)
        ? ArchiveFile.inflate(data, Math.toIntExact(index.size(slot)))
        : data;
  }

  InputStream open(int slot) {
    return file.open(dataOffset(slot), index.compressedSize(slot), index.isDeflated(slot));
  }

  long size(int slot) {
    return index.size(slot);
  }

  /** The address of a file, as the runtime would give it for a plain jar: {@code jar:…!/…}. */
  URL url(int slot, String name) {
    String jar = PROTOCOL + ":" + prefix + escape(index.jars()[index.jar(slot)]);
    try {
      return new URL("jar", null, -1, jar + "!/" + escape(inJar(slot, name)), handler);
    } catch (MalformedURLException e) {
      throw new IllegalStateException(e);
    }
  }

  private static String escape(String path) {
    for (int i = 0; i < path.length(); i++) {
      char c = path.charAt(i);
      boolean plain = c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '-' && c <= '9';
      if (!plain && c != '_' && c != '$' || c == '!') {
        try {
          return new URI(null, null, "/" + path, null).toASCIIString().substring(1);
        } catch (URISyntaxException e) {
          throw new IllegalArgumentException(e);
        }
      }
    }
    return path;
  }

  /**
   * Opens the address of a whole jar in the running archive.
   *
   * @param url for example {@code girdle:/folder/app.jar/-/lib/some.jar}
   * @return the connection, not yet connected
   * @throws IOException if there is no such jar, or the address is of another archive
   */
  public static URLConnection connect(URL url) throws IOException {
    Nest nest = running;
    int jar = nest == null ? -1 : nest.jarAt(url);
    if (jar < 0) {
      throw new FileNotFoundException("not in the running archive: " + url);
    }
    return new WholeConnection(url, nest, jar);
  }

  /** Opens the address of a file in a jar: {@code jar:girdle:…!/path}. */
  static URLConnection connectToFile(URL url) throws IOException {
    String address = url.getFile();
    int bang = address.indexOf("!/");
    Nest nest = running;
    int jar = nest == null || bang < 0 ? -1 : nest.jarAt(new URL(address.substring(0, bang)));
    if (jar < 0) {
      throw new FileNotFoundException("not in the running archive: " + url);
    }
    String path = address.substring(bang + 2);
    int end = path.indexOf('#');
    String name = path(end < 0 ? path : path.substring(0, end));
    return new NestConnection(url, nest, jar, nest.find(name, jar));
  }

  private static String path(String escaped) {
    return escaped.isEmpty() ? "" : URI.create("/" + escaped).getPath().substring(1);
  }

  private int jarAt(URL url) {
    String path = url.getPath();
    if (!path.startsWith(prefix)) {
      return -1;
    }
    String jar = path(path.substring(prefix.length()));
    for (int i = 0; i < jarOffsets.length; i++) {
      if (index.jars()[i].equals(jar)) {
        return i;
      }
    }
    return -1;
  }

  long jarSize(int jar) throws IOException {
    return file.stored(index.jars()[jar]).size;
  }

  InputStream openJar(int jar) throws IOException {
    return file.open(jarOffsets[jar], jarSize(jar), false);
  }

  /**
   * A jar as a file of its own, for programs that go through all of it: a copy in the folder for
   * temporary files, which goes away with the virtual machine.
   */
  JarFile jarFile(int jar, boolean shared) throws IOException {
    synchronized (copies) {
      if (copies[jar] == null || !isOpen(copies[jar])) {
        File copy = File.createTempFile("girdle-", ".jar");
        copy.deleteOnExit();
        try (InputStream in = openJar(jar)) {
          Files.copy(in, copy.toPath(), StandardCopyOption.REPLACE_EXISTING);
        }
        copies[jar] = new JarFile(copy);
      }
      return shared ? copies[jar] : new JarFile(copies[jar].getName());
    }
  }

  private static boolean isOpen(JarFile jar) {
    try {
      return jar.size() >= 0;
    } catch (IllegalStateException e) {
      return false;
    }
  }
}
