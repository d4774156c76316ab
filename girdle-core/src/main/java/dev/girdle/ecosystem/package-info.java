/**
 * What a language has to bring to take part: one implementation of {@link
 * dev.girdle.ecosystem.Ecosystem}, found by {@link java.util.ServiceLoader}.
 *
 * <p>Only interfaces and the values that cross them. No language may be named here.
 */
package dev.girdle.ecosystem;
