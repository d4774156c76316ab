package dev.girdle.java.launcher;

import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.java.runtime.JavaHome;
import java.util.List;
import java.util.Optional;

/**
 * What a starter has to know.
 *
 * @param identity name and release of the application
 * @param start what it starts
 * @param throughWindow whether Girdle's own class has to stand between the launcher and the program
 * @param need the Java that is needed
 * @param jars file names in {@code lib}, in class-path order
 * @param options options for Java 9 and newer that the application's manifest asks for, none with
 *     spaces
 * @param bundled the Java that lies beside it; empty if it has to find one
 * @param isFast whether classes are stored beside that Java for a fast start
 */
public record Starter(
    Identity identity,
    LaunchSpec start,
    boolean throughWindow,
    RuntimeNeed need,
    List<String> jars,
    List<String> options,
    Optional<JavaHome> bundled,
    boolean isFast) {
  /** Where the classes for a fast start lie in the runtime's folder. */
  public static final String STORED_CLASSES = "lib/fast-start.jsa";

  String javaHomeVariable() {
    return identity.variablePrefix() + "_JAVA_HOME";
  }

  String javaOptionsVariable() {
    return identity.variablePrefix() + "_JAVA_OPTS";
  }

  String allOptions() {
    String preview = need.range().isExact() ? "--enable-preview " : "";
    return (preview + String.join(" ", options)).strip();
  }

  /** The words after the class path, or after {@code --module}. */
  List<String> mainWords() {
    String main = start.entry().name();
    if (start.isOfModule()) {
      return List.of(start.entry().module() + "/" + main);
    }
    return throughWindow ? List.of(dev.girdle.start.Window.class.getName(), main) : List.of(main);
  }
}
