package dev.girdle.start;

import java.io.InputStream;
import java.net.URL;
import java.net.URLConnection;

/** A connection to one file of the running archive. */
final class NestConnection extends URLConnection {
  private final Nest nest;
  private final int slot;

  NestConnection(URL url, Nest nest, int slot) {
    super(url);
    this.nest = nest;
    this.slot = slot;
  }

  @Override
  public void connect() {
    connected = true;
  }

  @Override
  public InputStream getInputStream() {
    connect();
    return nest.open(slot);
  }

  @Override
  public long getContentLengthLong() {
    return nest.size(slot);
  }

  @Override
  public int getContentLength() {
    long size = nest.size(slot);
    return size > Integer.MAX_VALUE ? -1 : (int) size;
  }

  @Override
  public String getContentType() {
    return guessContentTypeFromName(url.getPath());
  }
}
