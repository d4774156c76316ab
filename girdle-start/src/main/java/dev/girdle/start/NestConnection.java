package dev.girdle.start;

import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.net.JarURLConnection;
import java.net.URL;
import java.util.jar.JarFile;

/** A connection to one file in a jar of the running archive. Its bytes are read in place. */
final class NestConnection extends JarURLConnection {
  private final Nest nest;
  private final int jar;
  private final int slot;

  /**
   * Creates a connection.
   *
   * @param slot the file's slot in the index; -1 if there is no such file
   */
  NestConnection(URL url, Nest nest, int jar, int slot) throws IOException {
    super(url);
    this.nest = nest;
    this.jar = jar;
    this.slot = slot;
  }

  @Override
  public void connect() throws IOException {
    if (slot < 0 && getEntryName() != null) {
      throw new FileNotFoundException("no such file in the archive: " + url);
    }
    connected = true;
  }

  @Override
  public JarFile getJarFile() throws IOException {
    connect();
    return nest.jarFile(jar, getUseCaches());
  }

  @Override
  public InputStream getInputStream() throws IOException {
    connect();
    if (slot < 0) {
      throw new IOException("no file is named: " + url);
    }
    return nest.open(slot);
  }

  @Override
  public long getContentLengthLong() {
    return slot < 0 ? -1 : nest.size(slot);
  }

  @Override
  public int getContentLength() {
    long size = getContentLengthLong();
    return size > Integer.MAX_VALUE ? -1 : (int) size;
  }

  @Override
  public String getContentType() {
    String type = getEntryName() == null ? null : guessContentTypeFromName(getEntryName());
    return type == null ? "content/unknown" : type;
  }
}
