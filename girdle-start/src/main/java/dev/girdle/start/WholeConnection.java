package dev.girdle.start;

import java.io.IOException;
import java.io.InputStream;
import java.net.URL;
import java.net.URLConnection;

/** A connection to a whole jar of the running archive. */
final class WholeConnection extends URLConnection {
  private final Nest nest;
  private final int jar;

  WholeConnection(URL url, Nest nest, int jar) {
    super(url);
    this.nest = nest;
    this.jar = jar;
  }

  @Override
  public void connect() {
    connected = true;
  }

  @Override
  public InputStream getInputStream() throws IOException {
    connect();
    return nest.openJar(jar);
  }

  @Override
  public long getContentLengthLong() {
    try {
      return nest.jarSize(jar);
    } catch (IOException e) {
      return -1;
    }
  }
}
