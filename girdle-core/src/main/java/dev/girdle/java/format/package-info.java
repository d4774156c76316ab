/**
 * What stands in class files, manifests and other files of Java, read as the specifications say and
 * held against nothing: class headers and constants (JVMS 4), manifests (JAR File Specification),
 * paths for Java releases (JEP 238), names of bundles and of native libraries.
 *
 * <p>Knows no application.
 */
package dev.girdle.java.format;
