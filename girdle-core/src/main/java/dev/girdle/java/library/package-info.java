/**
 * Which library on this machine holds a class: an index over the local repository, kept in the
 * user's cache folder.
 */
package dev.girdle.java.library;
