package dev.girdle.java;

import dev.girdle.app.Identity;
import dev.girdle.ecosystem.RuntimeNeed;
import java.util.List;

/**
 * What a starter has to know.
 *
 * @param identity name and release
 * @param mainClass the class to start
 * @param need the Java that is needed
 * @param jars file names in {@code lib}, in class-path order
 * @param options options for Java 9 and newer, none with spaces
 */
record Starter(
    Identity identity,
    String mainClass,
    RuntimeNeed need,
    List<String> jars,
    List<String> options) {
  String javaHomeVariable() {
    return identity.variablePrefix() + "_JAVA_HOME";
  }

  String javaOptionsVariable() {
    return identity.variablePrefix() + "_JAVA_OPTS";
  }

  String allOptions() {
    String preview = need.exactly() ? "--enable-preview " : "";
    return (preview + String.join(" ", options)).strip();
  }
}
