/**
 * The finished trees of a Java program, before any form writes them: a folder, an archive with its
 * jars side by side, an archive of one tree.
 */
package dev.girdle.java.layout;
