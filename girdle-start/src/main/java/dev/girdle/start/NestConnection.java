package dev.girdle.start;

import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.net.JarURLConnection;
import java.net.URL;
import java.util.jar.Attributes;
import java.util.jar.JarEntry;
import java.util.jar.JarFile;
import java.util.jar.Manifest;

/**
 * Opens a file in a jar of the running archive. Who asks for the jar that it lies in, as those do
 * that go through packages, gets a copy of that jar, in which the file has its name.
 */
final class NestConnection extends JarURLConnection {
  private final Nest nest;
  private final int jar;
  private final Nest.Found found;
  private final String name;

  /**
   * @param found the file; null if the jar itself is meant
   * @param name its name in the jar; empty if the jar itself is meant
   */
  NestConnection(URL url, Nest nest, int jar, Nest.Found found, String name) throws IOException {
    super(url);
    this.nest = nest;
    this.jar = jar;
    this.found = found;
    this.name = name;
  }

  @Override
  public void connect() {
    connected = true;
  }

  @Override
  public String getEntryName() {
    return name.isEmpty() ? null : name;
  }

  @Override
  public URL getJarFileURL() {
    try {
      return new java.io.File(nest.jarFile(jar, true).getName()).toURI().toURL();
    } catch (IOException e) {
      return super.getJarFileURL();
    }
  }

  @Override
  public JarFile getJarFile() throws IOException {
    connect();
    return nest.jarFile(jar, getUseCaches());
  }

  @Override
  public JarEntry getJarEntry() throws IOException {
    return name.isEmpty() ? null : getJarFile().getJarEntry(name);
  }

  @Override
  public Manifest getManifest() throws IOException {
    return nest.manifest(jar);
  }

  @Override
  public Attributes getMainAttributes() throws IOException {
    return getManifest().getMainAttributes();
  }

  @Override
  public Attributes getAttributes() throws IOException {
    return name.isEmpty() ? null : getManifest().getAttributes(name);
  }

  @Override
  public InputStream getInputStream() throws IOException {
    connect();
    if (found == null) {
      throw new FileNotFoundException("no file is named: " + url);
    }
    return nest.open(found.entry);
  }

  @Override
  public long getContentLengthLong() {
    return found == null ? -1 : found.entry.getSize();
  }

  @Override
  public int getContentLength() {
    long size = getContentLengthLong();
    return size > Integer.MAX_VALUE ? -1 : (int) size;
  }

  @Override
  public long getLastModified() {
    return found == null ? 0 : found.entry.getTime();
  }

  @Override
  public String getContentType() {
    String type = guessContentTypeFromName(name);
    return type == null ? "content/unknown" : type;
  }
}
