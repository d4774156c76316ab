package dev.girdle.java.linkage;

import dev.girdle.java.bytecode.TextDemands;
import dev.girdle.java.memory.RawClass;
import dev.girdle.java.memory.Said;
import java.util.Set;

/**
 * Code that reads jars by itself, for which a jar within an archive is none: what starts another
 * Java, or a compiler of Java, with a class path, wherever it takes that from, and what takes the
 * address of a resource apart to open its jar as a file system, and looks for the rest of the path
 * in that.
 */
final class JarReaders {
  private static final Set<String> OPTIONS = Set.of("-cp", "-classpath", "--class-path");
  private static final Set<String> STARTERS =
      Set.of("java/lang/ProcessBuilder", "java/lang/Runtime", "javax/tools/ToolProvider");
  private static final String FILE_SYSTEMS = "java/nio/file/FileSystems";

  private JarReaders() {}

  static boolean isOne(RawClass raw) {
    boolean hasOption = false;
    boolean hasStarter = false;
    boolean hasSeparator = false;
    boolean hasFileSystems = false;
    for (Said said : raw.sayings()) {
      switch (said.kind()) {
        case TEXT -> {
          hasOption |= OPTIONS.contains(said.name());
          hasSeparator |= said.name().equals(TextDemands.OF_JARS);
        }
        case CODE -> {
          hasStarter |= STARTERS.contains(said.name());
          hasFileSystems |= said.name().equals(FILE_SYSTEMS);
        }
        default -> {
          // says nothing of jars
        }
      }
    }
    return hasOption && hasStarter || hasSeparator && hasFileSystems;
  }
}
