package dev.girdle.java.linkage;

import dev.girdle.java.bytecode.TextDemands;
import dev.girdle.java.memory.RawClass;
import dev.girdle.java.memory.Said;
import java.util.Set;

/**
 * Code that reads jars by itself, for which a jar within an archive is none: what starts another
 * Java, or a compiler of Java, with a class path, wherever it takes that from, and what takes the
 * address of a resource apart to open its jar as a file system, and looks for the rest of the path
 * in that. So does what finds the jar that a class lies in by the class's address, and hands it on
 * as a file: whoever gets it looks for other names in it.
 */
final class JarReaders {
  private static final Set<String> OPTIONS = Set.of("-cp", "-classpath", "--class-path");
  private static final Set<String> STARTERS =
      Set.of("java/lang/ProcessBuilder", "java/lang/Runtime", "javax/tools/ToolProvider");
  private static final String FILE_SYSTEMS = "java/nio/file/FileSystems";

  private static final String FILE = "java/io/File";
  private static final Set<String> OPENERS =
      Set.of("java/util/jar/JarFile", "java/util/zip/ZipFile", "java/net/JarURLConnection");
  private static final String CLASS = "java/lang/Class";
  private static final String BESIDE_CLASS = "getResource(";

  private JarReaders() {}

  static boolean isOne(RawClass raw) {
    boolean hasOption = false;
    boolean hasStarter = false;
    boolean hasSeparator = false;
    boolean hasFileSystems = false;
    boolean hasFile = false;
    boolean hasOpener = false;
    boolean hasAddressOfClass = false;
    for (Said said : raw.sayings()) {
      switch (said.kind()) {
        case TEXT -> {
          hasOption |= OPTIONS.contains(said.name());
          hasSeparator |= said.name().equals(TextDemands.OF_JARS);
        }
        case CODE -> {
          hasStarter |= STARTERS.contains(said.name());
          hasFileSystems |= said.name().equals(FILE_SYSTEMS);
          hasFile |= said.name().equals(FILE);
          hasOpener |= OPENERS.contains(said.name());
          hasAddressOfClass |= said.name().equals(CLASS) && said.part().startsWith(BESIDE_CLASS);
        }
        default -> {
          // says nothing of jars
        }
      }
    }
    boolean handsOnItsJar = hasAddressOfClass && hasFile && !hasOpener;
    return hasOption && hasStarter || hasSeparator && (hasFileSystems || handsOnItsJar);
  }
}
