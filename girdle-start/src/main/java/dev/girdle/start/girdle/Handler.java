package dev.girdle.start.girdle;

import dev.girdle.start.Nest;
import java.io.IOException;
import java.net.URL;
import java.net.URLConnection;
import java.net.URLStreamHandler;

/**
 * Opens {@code girdle:} addresses, which name whole jars: {@code
 * girdle:/folder/app.jar/-/lib/some.jar}.
 *
 * <p>Only addresses into the archive that is running can be opened. What lies in a jar has a {@code
 * jar:} address around such a one.
 */
public final class Handler extends URLStreamHandler {
  /** Called by {@link URL}. */
  public Handler() {}

  @Override
  protected URLConnection openConnection(URL url) throws IOException {
    return Nest.connect(url);
  }
}
