package dev.girdle.start;

import java.io.File;
import java.io.FileNotFoundException;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.MalformedURLException;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.URL;
import java.net.URLConnection;
import java.net.URLStreamHandler;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.List;
import java.util.jar.JarFile;
import java.util.jar.Manifest;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;

/**
 * The archive that is running, with the files of each of its jars in a folder of the jar's name.
 *
 * <p>A file's address is {@code jar:file:/folder/app.jar!/lib/some.jar/path}: an entry of a real
 * file, as far as Java's own classes and the programs that take addresses apart can tell. Who opens
 * the address that the class loader gave gets the view of the single jar, see {@link
 * NestConnection}.
 */
final class Nest {
  private static final String MANIFEST = "META-INF/MANIFEST.MF";
  private static final int LARGEST_INDEX = 1 << 28;
  private static final String VERSIONS = "META-INF/versions/";

  private final ZipFile zip;
  private final Index index;
  private final String base;
  private final int java = runningJava();
  private final URLStreamHandler handler = new JarHandler(this);
  private final JarFile[] copies;
  private final Manifest[] manifests;

  /** A file of the archive, as the program finds it. */
  static final class Found {
    final int jar;
    final ZipEntry entry;

    Found(int jar, ZipEntry entry) {
      this.jar = jar;
      this.entry = entry;
    }
  }

  private Nest(File archive) throws IOException {
    zip = new ZipFile(archive);
    ZipEntry table = zip.getEntry(Index.PATH);
    if (table == null) {
      throw new IOException(archive + " is not whole: " + Index.PATH + " is missing from it");
    }
    index = Index.read(checked(table));
    copies = new JarFile[index.jars().length];
    manifests = new Manifest[copies.length];
    base = "file:" + archive.toURI().getRawPath().replace("!", "%21") + "!/";
  }

  static Nest open(File archive) throws IOException {
    return new Nest(archive);
  }

  /**
   * The feature release of the running Java.
   *
   * @return 8 or more
   */
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
   * The folder that a jar's files lie in, with a slash at its end; empty for the archive itself.
   */
  private String folder(int jar) {
    String folder = index.jars()[jar];
    return folder.isEmpty() ? "" : folder + "/";
  }

  /** The first file of that name on the class path, null if there is none. */
  Found find(String name) {
    int hash = name.hashCode();
    for (int slot = index.first(hash); !index.isFree(slot); slot = index.next(slot)) {
      Found found = at(slot, hash, name);
      if (found != null) {
        return found;
      }
    }
    return null;
  }

  /** The file of that name in one jar, null if there is none. */
  Found find(String name, int jar) {
    int hash = name.hashCode();
    for (int slot = index.first(hash); !index.isFree(slot); slot = index.next(slot)) {
      Found found = index.jar(slot) == jar ? at(slot, hash, name) : null;
      if (found != null) {
        return found;
      }
    }
    return null;
  }

  /** The files of that name, one for each jar that has it, in class-path order. */
  List<Found> findAll(String name) {
    List<Found> all = new ArrayList<>();
    int hash = name.hashCode();
    int lastJar = -1;
    for (int slot = index.first(hash); !index.isFree(slot); slot = index.next(slot)) {
      Found found = index.jar(slot) == lastJar ? null : at(slot, hash, name);
      if (found != null) {
        all.add(found);
        lastJar = found.jar;
      }
    }
    return all;
  }

  /** The file that a slot stands for, null if it stands for another name or a newer Java. */
  private Found at(int slot, int hash, String name) {
    int release = index.release(slot);
    if (index.hash(slot) != hash || release > java) {
      return null;
    }
    String inJar = release == 0 ? name : VERSIONS + release + "/" + name;
    ZipEntry entry = zip.getEntry(folder(index.jar(slot)) + inJar);
    return entry == null ? null : new Found(index.jar(slot), entry);
  }

  /** The index decides what is found at all, so its checksum is looked at; Java does not do so. */
  private byte[] checked(ZipEntry table) throws IOException {
    if (table.getSize() < 0 || table.getSize() > LARGEST_INDEX) {
      throw new IOException(damaged(table, "it cannot be that large"));
    }
    byte[] bytes = read(table);
    CRC32 sum = new CRC32();
    sum.update(bytes, 0, bytes.length);
    if (sum.getValue() != table.getCrc()) {
      throw new IOException(damaged(table, "its checksum is another"));
    }
    return bytes;
  }

  private static String damaged(ZipEntry entry, String what) {
    return "the archive is damaged, get it again (" + entry.getName() + ": " + what + ")";
  }

  byte[] read(ZipEntry entry) throws IOException {
    int size = (int) entry.getSize();
    byte[] bytes = new byte[size];
    try (InputStream in = zip.getInputStream(entry)) {
      int done = 0;
      while (done < size) {
        int n = in.read(bytes, done, size - done);
        if (n < 0) {
          throw new IOException(damaged(entry, "it ends too early"));
        }
        done += n;
      }
    }
    return bytes;
  }

  InputStream open(ZipEntry entry) throws IOException {
    return zip.getInputStream(entry);
  }

  URL url(Found found, String asked) {
    String name = found.entry.getName();
    boolean isFolder = name.endsWith("/") && !asked.endsWith("/");
    String path = isFolder ? name.substring(0, name.length() - 1) : name;
    try {
      return new URL("jar", null, -1, base + escape(path), handler);
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
          return new URI(null, null, "/" + path, null)
              .toASCIIString()
              .substring(1)
              .replace("!", "%21");
        } catch (URISyntaxException e) {
          throw new IllegalArgumentException(e);
        }
      }
    }
    return path;
  }

  /** Opens an address that this archive gave, or one that was resolved against such a one. */
  URLConnection connect(URL url) throws IOException {
    String address = url.getFile();
    int jar = jarAt(address);
    if (jar < 0) {
      // a file of the archive itself, which Java opens as any other
      return new URL("jar:" + address).openConnection();
    }
    String path = path(address.substring(base.length()));
    String folder = folder(jar);
    String name = path.length() > folder.length() ? path.substring(folder.length()) : "";
    Found found = name.isEmpty() ? null : find(name, jar);
    if (found == null && !name.isEmpty()) {
      throw new FileNotFoundException("no such file in the archive: " + url);
    }
    return new NestConnection(url, this, jar, found, name);
  }

  /** The part of an address that names a jar, up to its files; empty if it is in none. */
  String rootOf(String address) {
    int jar = jarAt(address);
    if (jar < 0) {
      return "";
    }
    String folder = index.jars()[jar];
    return folder.isEmpty() ? base.substring(0, base.length() - 1) : base + escape(folder);
  }

  private int jarAt(String address) {
    if (!address.startsWith(base)) {
      return -1;
    }
    String path = path(address.substring(base.length())) + "/";
    int root = -1;
    for (int i = 0; i < copies.length; i++) {
      if (folder(i).isEmpty()) {
        root = i;
      } else if (path.startsWith(folder(i))) {
        return i;
      }
    }
    return root;
  }

  private static String path(String escaped) {
    int end = escaped.indexOf('#');
    String plain = end < 0 ? escaped : escaped.substring(0, end);
    return plain.isEmpty() ? "" : URI.create("/" + plain).getPath().substring(1);
  }

  /** What a jar says of itself; empty if it has no manifest. */
  Manifest manifest(int jar) throws IOException {
    synchronized (manifests) {
      if (manifests[jar] == null) {
        Manifest manifest = new Manifest();
        Found found = find(MANIFEST, jar);
        if (found != null) {
          manifest.read(open(found.entry));
        }
        manifests[jar] = manifest;
      }
      return manifests[jar];
    }
  }

  /**
   * A jar as a file of its own, in the folder for temporary files. Made when somebody asks for it.
   *
   * @param shared whether it may be one that others use, too
   */
  JarFile jarFile(int jar, boolean shared) throws IOException {
    synchronized (copies) {
      if (copies[jar] == null || !isOpen(copies[jar])) {
        File copy = File.createTempFile("girdle-", ".jar");
        copy.deleteOnExit();
        copyTo(jar, copy);
        copies[jar] = new JarFile(copy);
      }
      return shared ? copies[jar] : new JarFile(copies[jar].getName());
    }
  }

  private void copyTo(int jar, File copy) throws IOException {
    List<ZipEntry> entries = new ArrayList<>();
    String folder = folder(jar);
    Enumeration<? extends ZipEntry> all = zip.entries();
    while (all.hasMoreElements()) {
      ZipEntry entry = all.nextElement();
      String name = entry.getName();
      boolean isOfJar = folder.isEmpty() ? isOfRoot(name) : name.startsWith(folder);
      if (isOfJar && name.length() > folder.length()) {
        // a jar's manifest comes first, or some readers do not find it
        entries.add(name.equals(folder + MANIFEST) ? 0 : entries.size(), entry);
      }
    }
    try (ZipOutputStream out = new ZipOutputStream(new FileOutputStream(copy))) {
      for (ZipEntry entry : entries) {
        ZipEntry named = new ZipEntry(entry.getName().substring(folder.length()));
        named.setTime(entry.getTime());
        out.putNextEntry(named);
        if (!entry.isDirectory()) {
          out.write(read(entry));
        }
        out.closeEntry();
      }
    }
  }

  /** What lies in the archive itself belongs to one jar, but for other jars and for the starter. */
  private boolean isOfRoot(String name) {
    for (int i = 0; i < copies.length; i++) {
      if (!folder(i).isEmpty() && name.startsWith(folder(i))) {
        return false;
      }
    }
    return !name.startsWith("META-INF/girdle/") && !name.startsWith("dev/girdle/start/");
  }

  private static boolean isOpen(JarFile jar) {
    try {
      return jar.size() >= 0;
    } catch (IllegalStateException e) {
      return false;
    }
  }
}
