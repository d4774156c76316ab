/**
 * Dependencies that a Maven project declares: read from its {@code pom.xml}, resolved as Maven's
 * documentation says, found in the local repository folder or in repositories that the user names.
 *
 * <p>Knows files and repositories, and nothing of class files, components or closures. Sources: the
 * Maven POM reference (maven.apache.org/pom.html) and "Introduction to the Dependency Mechanism".
 */
package dev.girdle.java.maven;
