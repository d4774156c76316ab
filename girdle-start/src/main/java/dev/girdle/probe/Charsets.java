package dev.girdle.probe;

import java.nio.charset.Charset;

/** Text is written in a character set and read again. */
final class Charsets implements Probe {
  @Override
  public void run() throws Exception {
    for (String name : new String[] {"UTF-8", "UTF-16", "ISO-8859-1", "US-ASCII"}) {
      if (!new String("Alba".getBytes(name), Charset.forName(name)).equals("Alba")) {
        throw new IllegalStateException(name);
      }
    }
  }
}
