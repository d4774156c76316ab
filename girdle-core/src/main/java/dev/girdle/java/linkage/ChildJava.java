package dev.girdle.java.linkage;

import dev.girdle.java.memory.RawClass;
import dev.girdle.java.memory.Said;
import java.util.Set;

/**
 * Code that starts another Java with a class path. Whether it takes the path from the list of
 * components or from the place that one of its classes is from: it needs jars that any Java can
 * read.
 */
final class ChildJava {
  private static final Set<String> OPTIONS = Set.of("-cp", "-classpath", "--class-path");
  private static final Set<String> STARTERS =
      Set.of("java/lang/ProcessBuilder", "java/lang/Runtime");

  private ChildJava() {}

  static boolean isStartedBy(RawClass raw) {
    boolean hasOption = false;
    boolean hasStarter = false;
    for (Said said : raw.sayings()) {
      hasOption |= said.kind() == Said.Kind.TEXT && OPTIONS.contains(said.name());
      hasStarter |= said.kind() == Said.Kind.CODE && STARTERS.contains(said.name());
    }
    return hasOption && hasStarter;
  }
}
