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
import java.util.ArrayList;
import java.util.List;

/**
 * The open archive and the jars in it: finds files by name across all jars in class-path order.
 *
 * <p>Safe for use by several threads.
 */
public final class Nest {
  private static final String PROTOCOL = "girdle";
  private static final String HANDLERS = "java.protocol.handler.pkgs";
  private static final String VERSIONS = "META-INF/versions/";

  private static volatile Nest running;

  private final ArchiveFile file;
  private final Index index;
  private final long[] jarOffsets;
  private final String prefix;
  private final int java = runningJava();
  private final URLStreamHandler handler = new dev.girdle.start.girdle.Handler();

  private Nest(File archive) throws IOException {
    file = new ArchiveFile(archive);
    index = Index.read(file.read(file.stored(Index.PATH)));
    String[] jars = index.jars();
    jarOffsets = new long[jars.length];
    for (int i = 0; i < jars.length; i++) {
      jarOffsets[i] = file.stored(jars[i]).offset;
    }
    prefix = archive.toURI().getRawPath() + "!/";
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

  URL url(int slot, String name) {
    String path = prefix + escape(index.jars()[index.jar(slot)]) + "!/" + escape(inJar(slot, name));
    try {
      return new URL(PROTOCOL, null, -1, path, handler);
    } catch (MalformedURLException e) {
      throw new IllegalStateException(e);
    }
  }

  private static String escape(String path) {
    for (int i = 0; i < path.length(); i++) {
      char c = path.charAt(i);
      boolean plain = c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '-' && c <= '9';
      if (!plain && c != '_' && c != '$') {
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
   * Opens a {@code girdle:} address.
   *
   * @param url an address of a file in a jar of the running archive
   * @return the connection, not yet connected
   * @throws IOException if there is no such file, or the address is of another archive
   */
  public static URLConnection connect(URL url) throws IOException {
    Nest nest = running;
    String path = url.getPath();
    if (nest == null || !path.startsWith(nest.prefix)) {
      throw new FileNotFoundException("not in the running archive: " + url);
    }
    String inside = URI.create(path.substring(nest.prefix.length())).getPath();
    int bang = inside.indexOf("!/");
    String name = bang < 0 ? "" : inside.substring(bang + 2);
    String jar = bang < 0 ? inside : inside.substring(0, bang);
    for (int i = 0; i < nest.jarOffsets.length; i++) {
      if (nest.index.jars()[i].equals(jar)) {
        int slot = nest.find(name, i);
        if (slot >= 0) {
          return new NestConnection(url, nest, slot);
        }
      }
    }
    throw new FileNotFoundException("no such file in the archive: " + url);
  }
}
