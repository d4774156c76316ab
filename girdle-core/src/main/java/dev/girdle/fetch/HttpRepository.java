package dev.girdle.fetch;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.ProxySelector;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.Set;

/**
 * A repository on a server.
 *
 * <p>Name and password go to the server that they are for and to no other, and never over a line
 * that others can read.
 */
final class HttpRepository implements Repository {
  /** Java sends names and passwords to a proxy of an https address only if this names no scheme. */
  private static final String NO_BASIC_FOR_TUNNELS = "jdk.http.auth.tunneling.disabledSchemes";

  static {
    if (System.getProperty(NO_BASIC_FOR_TUNNELS) == null) {
      System.setProperty(NO_BASIC_FOR_TUNNELS, "");
    }
  }

  private static final int TRIES = 3;
  private static final int MOST_REDIRECTS = 5;
  private static final Duration PATIENCE = Duration.ofSeconds(60);
  private static final Set<Integer> REDIRECTS = Set.of(301, 302, 303, 307, 308);

  private final URI base;
  private final Optional<Credentials> credentials;
  private final Optional<ProxyServer> proxy;
  private final long pauseMillis;
  private final HttpClient client;

  /**
   * Creates the client for a repository.
   *
   * @param address where it is
   * @param pauseMillis how long to wait before the first try again, in milliseconds; doubled for
   *     each further one
   */
  HttpRepository(RepositoryAddress address, long pauseMillis) {
    this.base = URI.create(address.uri().toString().replaceFirst("/*$", "/"));
    this.pauseMillis = pauseMillis;
    this.credentials = address.credentials().filter(c -> address.isPrivate());
    this.proxy = address.proxy();
    HttpClient.Builder builder =
        HttpClient.newBuilder()
            .connectTimeout(Duration.ofSeconds(15))
            .followRedirects(HttpClient.Redirect.NEVER);
    proxy.ifPresent(
        p ->
            builder.proxy(
                ProxySelector.of(InetSocketAddress.createUnresolved(p.host(), p.port()))));
    this.client = builder.build();
  }

  @Override
  public String label() {
    return base.toString();
  }

  @Override
  public Optional<String> fetch(String path, Path to) throws IOException {
    if (!get(path, to)) {
      return Optional.empty();
    }
    Path checksum = to.resolveSibling(to.getFileName() + ".checksum");
    try {
      for (String ending : new String[] {".sha1", ".sha256", ".sha512", ".md5"}) {
        Files.deleteIfExists(checksum);
        if (get(path + ending, checksum)) {
          String text = Files.readString(checksum, StandardCharsets.ISO_8859_1);
          Checksums.verify(to, ending, text, base.resolve(path).toString());
          return Optional.of(Checksums.ALGORITHMS.get(ending));
        }
      }
      return Optional.of("");
    } finally {
      Files.deleteIfExists(checksum);
    }
  }

  /** Gets a file, trying again when the server or the line is at fault; false if there is none. */
  private boolean get(String path, Path to) throws IOException {
    IOException last = null;
    for (int i = 0; i < TRIES; i++) {
      try {
        if (i > 0) {
          Thread.sleep(pauseMillis << i - 1);
        }
        int status = request(path, to);
        if (status == 200) {
          return true;
        }
        Files.deleteIfExists(to);
        if (status == 404 || status == 410) {
          return false;
        }
        last = new IOException(base + " answers with status " + status + hint(status));
        if (status < 500 && status != 429) {
          throw last;
        }
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new IOException("interrupted", e);
      } catch (java.net.ConnectException | java.net.http.HttpTimeoutException e) {
        last = new IOException(base + " cannot be reached: " + reason(e), e);
      } catch (IOException e) {
        if (e == last) {
          throw e;
        }
        last = new IOException(base + ": " + reason(e), e);
      }
    }
    throw last;
  }

  private static String reason(IOException e) {
    return e.getMessage() == null ? "no answer" : e.getMessage();
  }

  private String hint(int status) {
    if (status == 407) {
      return "; the proxy before it wants another name and password";
    }
    if (status != 401 && status != 403) {
      return "";
    }
    return credentials.isEmpty()
        ? "; it wants a name and password: GIRDLE_REPOSITORY_USER, GIRDLE_REPOSITORY_PASSWORD"
            + (RepositoryAddress.isPrivate(base) ? "" : ", which are sent over https only")
        : "; it does not accept this name with this password";
  }

  private int request(String path, Path to) throws IOException, InterruptedException {
    URI address = base.resolve(path);
    for (int hop = 0; hop < MOST_REDIRECTS; hop++) {
      HttpRequest.Builder request = HttpRequest.newBuilder(address).timeout(PATIENCE);
      boolean sameServer =
          address.getHost().equals(base.getHost()) && address.getPort() == base.getPort();
      if (sameServer && RepositoryAddress.isPrivate(address)) {
        credentials.ifPresent(c -> request.header("Authorization", c.basic()));
      }
      proxy
          .flatMap(ProxyServer::credentials)
          .ifPresent(c -> request.header("Proxy-Authorization", c.basic()));
      Files.deleteIfExists(to);
      HttpResponse<Path> response =
          client.send(request.build(), HttpResponse.BodyHandlers.ofFile(to));
      Optional<String> location = response.headers().firstValue("Location");
      if (!REDIRECTS.contains(response.statusCode()) || location.isEmpty()) {
        return response.statusCode();
      }
      URI next = address.resolve(location.get());
      if (base.getScheme().equals("https") && !"https".equals(next.getScheme())) {
        throw new IOException("redirects to " + next.getHost() + " without https");
      }
      address = next;
    }
    throw new IOException("redirects in circles");
  }
}
