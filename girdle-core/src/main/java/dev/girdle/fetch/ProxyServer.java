package dev.girdle.fetch;

import java.util.Optional;

/**
 * A server that stands between this machine and a repository.
 *
 * @param host its name or address
 * @param port from 1 to 65535
 * @param credentials what it wants to know; empty if it asks nothing
 */
public record ProxyServer(String host, int port, Optional<Credentials> credentials) {}
