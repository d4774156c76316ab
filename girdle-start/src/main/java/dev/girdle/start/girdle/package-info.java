/**
 * Where the Java runtime looks for the handler of {@code girdle:} addresses.
 *
 * <p>{@link java.net.URL} finds handlers by name: a package listed in {@code
 * java.protocol.handler.pkgs}, then the protocol, then {@code Handler}. Nothing else belongs here.
 */
package dev.girdle.start.girdle;
