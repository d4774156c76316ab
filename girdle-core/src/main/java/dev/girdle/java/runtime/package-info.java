/**
 * Java runtimes: what one is, which of its modules are wanted, and the writing of a smaller one.
 *
 * <p>Knows the files of a JDK and the format of its image; nothing of applications.
 */
package dev.girdle.java.runtime;
