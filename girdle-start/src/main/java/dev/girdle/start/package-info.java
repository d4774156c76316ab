/**
 * The code that goes into nested archives: it starts the application from the jars that lie whole
 * inside the archive.
 *
 * <p>Java 8 bytecode, no dependency, and nothing here may use more than {@code java.base} offers:
 * every class of this package is paid for at each start of each artifact.
 */
package dev.girdle.start;
