package dev.girdle.start;

import java.io.IOException;
import java.net.URL;
import java.net.URLConnection;
import java.net.URLStreamHandler;

/**
 * Opens the addresses of files in the jars of the running archive, and resolves addresses against
 * them as the runtime does for jars (Java platform API, {@code JarURLConnection}).
 */
final class JarHandler extends URLStreamHandler {
  @Override
  protected URLConnection openConnection(URL url) throws IOException {
    return Nest.connectToFile(url);
  }

  @Override
  protected void parseURL(URL url, String spec, int start, int limit) {
    String file = url.getFile();
    int bang = file.indexOf("!/");
    if (bang < 0 || limit <= start || spec.charAt(start) != '/') {
      super.parseURL(url, spec, start, limit);
      return;
    }
    String inJar = file.substring(0, bang + 2) + spec.substring(start + 1, limit);
    String ref = limit < spec.length() ? spec.substring(limit + 1) : null;
    setURL(url, "jar", "", -1, null, null, inJar, null, ref);
  }
}
