package dev.girdle.start.girdle;

import dev.girdle.start.Nest;
import java.io.IOException;
import java.net.URL;
import java.net.URLConnection;
import java.net.URLStreamHandler;

/**
 * Opens {@code girdle:} addresses: {@code girdle:/folder/app.jar!/lib/some.jar!/path/in/it}.
 *
 * <p>Only addresses into the archive that is running can be opened.
 */
public final class Handler extends URLStreamHandler {
  /** Called by {@link URL}. */
  public Handler() {}

  @Override
  protected URLConnection openConnection(URL url) throws IOException {
    return Nest.connect(url);
  }
}
