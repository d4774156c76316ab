package dev.girdle.depot;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Proxy;
import java.net.ProxySelector;
import java.net.SocketAddress;
import java.net.URI;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The proxy that the usual variables name: {@code https_proxy}, {@code http_proxy}, {@code
 * no_proxy}.
 */
final class ProxyVariables extends ProxySelector {
  private final Map<String, String> environment;

  ProxyVariables(Map<String, String> environment) {
    this.environment = environment;
  }

  private String variable(String name) {
    return environment.getOrDefault(
        name, environment.getOrDefault(name.toUpperCase(Locale.ROOT), ""));
  }

  @Override
  public List<Proxy> select(URI uri) {
    String named = variable(uri.getScheme() + "_proxy");
    boolean isDirect = named.isBlank() || isExcepted(uri.getHost());
    if (isDirect) {
      return List.of(Proxy.NO_PROXY);
    }
    URI proxy = URI.create(named.contains("://") ? named : "http://" + named);
    int port = proxy.getPort() < 0 ? 80 : proxy.getPort();
    return List.of(
        new Proxy(Proxy.Type.HTTP, InetSocketAddress.createUnresolved(proxy.getHost(), port)));
  }

  private boolean isExcepted(String host) {
    if (host.equals("localhost") || host.startsWith("127.") || host.equals("[::1]")) {
      return true;
    }
    for (String one : variable("no_proxy").split("[,\\s]+")) {
      String name = one.replaceFirst("^\\*?\\.", "").replaceFirst(":[0-9]+$", "");
      if (one.equals("*") || !name.isEmpty() && (host.equals(name) || host.endsWith("." + name))) {
        return true;
      }
    }
    return false;
  }

  @Override
  public void connectFailed(URI uri, SocketAddress address, IOException e) {
    // told where it was asked for
  }
}
