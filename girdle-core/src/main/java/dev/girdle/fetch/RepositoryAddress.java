package dev.girdle.fetch;

import dev.girdle.fault.GirdleException;
import java.net.URI;
import java.util.Optional;
import java.util.Set;

/**
 * Where a repository is, and what it takes to get there.
 *
 * @param uri an {@code https:}, {@code http:} or {@code file:} address without name and password
 * @param credentials what its server wants to know; they are sent to no other one
 * @param proxy the server that is asked in its place; empty if it is asked directly
 */
public record RepositoryAddress(
    URI uri, Optional<Credentials> credentials, Optional<ProxyServer> proxy) {
  private static final Set<String> SCHEMES = Set.of("http", "https", "file");

  /** Refuses what is no address of a repository, and secrets where others can see them. */
  public RepositoryAddress {
    if (!SCHEMES.contains(String.valueOf(uri.getScheme()))) {
      throw GirdleException.request(
          "--repository " + uri + ": neither an https: nor a file: address");
    }
    if (uri.getUserInfo() != null) {
      throw GirdleException.request(
          "--repository: a name or password does not belong into an address, where others can"
              + " see it",
          "  Put them into GIRDLE_REPOSITORY_USER and GIRDLE_REPOSITORY_PASSWORD.");
    }
  }

  /**
   * An address as a user writes it.
   *
   * @param text the address
   * @param credentials for its server, if it wants any
   * @return the address; nobody has asked there for anything yet
   * @throws GirdleException if it is none
   */
  public static RepositoryAddress of(String text, Optional<Credentials> credentials) {
    try {
      return new RepositoryAddress(URI.create(text), credentials, Optional.empty());
    } catch (IllegalArgumentException e) {
      throw GirdleException.request("--repository: not an address: " + e.getMessage());
    }
  }

  /**
   * Whether what is sent there cannot be read on the way.
   *
   * @return true for https, and for this machine
   */
  public boolean isPrivate() {
    return isPrivate(uri);
  }

  static boolean isPrivate(URI uri) {
    return "https".equals(uri.getScheme())
        || "file".equals(uri.getScheme())
        || Set.of("localhost", "127.0.0.1", "[::1]").contains(String.valueOf(uri.getHost()));
  }
}
