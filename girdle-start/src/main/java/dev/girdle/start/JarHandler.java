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
  private static final String SCHEME = "jar:";

  private final Nest nest;

  JarHandler(Nest nest) {
    this.nest = nest;
  }

  @Override
  protected URLConnection openConnection(URL url) throws IOException {
    return nest.connect(url);
  }

  @Override
  protected void parseURL(URL url, String spec, int start, int limit) {
    String ref = limit < spec.length() ? spec.substring(limit + 1) : url.getRef();
    String given = spec.substring(start, Math.max(start, limit));
    String file;
    if (spec.regionMatches(true, 0, SCHEME, 0, SCHEME.length())) {
      file = given;
    } else {
      file = resolve(url.getFile(), given);
    }
    setURL(url, "jar", "", -1, null, null, file, null, ref);
  }

  private String resolve(String base, String given) {
    int bang = base.indexOf("!/");
    if (given.isEmpty() || bang < 0) {
      return base;
    }
    String root = nest.rootOf(base);
    String jar = root.isEmpty() ? base.substring(0, bang + 1) : root;
    if (given.charAt(0) == '/') {
      return jar + given;
    }
    String folder = base.substring(jar.length(), Math.max(jar.length(), base.lastIndexOf('/')) + 1);
    return jar + plain(folder + given);
  }

  /** Takes {@code .} and {@code ..} out of a path; nothing leads out of the jar. */
  private static String plain(String path) {
    StringBuilder plain = new StringBuilder();
    String[] parts = path.split("/", -1);
    for (int i = 1; i < parts.length; i++) {
      boolean last = i == parts.length - 1;
      if (parts[i].equals("..")) {
        plain.setLength(Math.max(0, plain.lastIndexOf("/")));
      } else if (!parts[i].equals(".")) {
        plain.append('/').append(parts[i]);
        continue;
      }
      if (last) {
        plain.append('/');
      }
    }
    return plain.toString();
  }
}
