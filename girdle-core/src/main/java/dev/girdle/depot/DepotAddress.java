package dev.girdle.depot;

import dev.girdle.fault.GirdleException;
import java.net.URI;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Where a depot is, and what is meant of it.
 *
 * @param server scheme, host and port, with no slash at the end
 * @param name the repository (OCI Distribution Specification 1.1, "Pulling manifests"); empty for
 *     the depot itself
 * @param reference a release, or a digest; empty for none
 */
public record DepotAddress(URI server, String name, Optional<String> reference) {
  private static final Pattern TEXT =
      Pattern.compile(
          "(?:(https?)://)?([A-Za-z0-9.-]+|\\[[0-9a-fA-F:.]+\\])(?::([0-9]{1,5}))?(?:/([^@]*))?(?:@(.+))?");
  private static final Pattern NAME =
      Pattern.compile(
          "[a-z0-9]+(?:(?:\\.|_|__|-+)[a-z0-9]+)*(?:/[a-z0-9]+(?:(?:\\.|_|__|-+)[a-z0-9]+)*)*");
  private static final Pattern LOOPBACK =
      Pattern.compile("localhost|127(?:\\.[0-9]{1,3}){3}|\\[::1\\]");
  private static final int LARGEST_PORT = 65535;

  /**
   * Reads what a user writes: {@code HOST[:PORT]/NAME[@RELEASE]}. TLS is used but for this machine
   * itself, unless {@code http://} stands before it.
   *
   * @param text as the user wrote it
   * @return the address
   * @throws GirdleException if it is none
   */
  public static DepotAddress of(String text) {
    Matcher matcher = TEXT.matcher(text);
    if (!matcher.matches()) {
      throw wrong(text, "it is no address");
    }
    String host = matcher.group(2).toLowerCase(Locale.ROOT);
    String port = matcher.group(3);
    if (port != null && Integer.parseInt(port) > LARGEST_PORT) {
      throw wrong(text, port + " is no port");
    }
    String name = matcher.group(4) == null ? "" : matcher.group(4).replaceFirst("/+$", "");
    if (!name.isEmpty() && !NAME.matcher(name).matches()) {
      throw wrong(text, name + " is no name that depots take: small letters, digits, and . _ - /");
    }
    String scheme = matcher.group(1);
    if (scheme == null) {
      scheme = isLoopback(host) ? "http" : "https";
    }
    return new DepotAddress(
        URI.create(scheme + "://" + host + (port == null ? "" : ":" + port)),
        name,
        Optional.ofNullable(matcher.group(5)));
  }

  /** Whether a host is this machine itself, whatever its names are. */
  static boolean isLoopback(String host) {
    return LOOPBACK.matcher(host).matches();
  }

  private static GirdleException wrong(String text, String why) {
    return GirdleException.request(
        text + " names no depot: " + why,
        "  A depot is written HOST[:PORT]/NAME, for example depot.example/harbour/tidebook");
  }

  /**
   * The same, where a name is wanted.
   *
   * @return this
   * @throws GirdleException if there is none
   */
  public DepotAddress named() {
    if (name.isEmpty()) {
      throw GirdleException.request(
          server.getAuthority() + " is a depot, and what of it is meant is not said",
          "  Write " + server.getAuthority() + "/NAME");
    }
    return this;
  }

  /**
   * How people call it.
   *
   * @return host, port and name
   */
  public String label() {
    return server.getAuthority() + (name.isEmpty() ? "" : "/" + name);
  }
}
