package dev.girdle.java.linkage;

import dev.girdle.java.bytecode.TextDemands;
import dev.girdle.java.memory.RawClass;
import dev.girdle.java.memory.Said;
import java.util.Collections;
import java.util.HashSet;
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

  private final Set<String> texts = new HashSet<>();
  private final Set<String> classes = new HashSet<>();
  private boolean asksBesideClass;

  private JarReaders(RawClass raw) {
    for (Said said : raw.sayings()) {
      if (said.kind() == Said.Kind.TEXT) {
        texts.add(said.name());
      } else if (said.kind() == Said.Kind.CODE) {
        classes.add(said.name());
        asksBesideClass |= said.name().equals(CLASS) && said.part().startsWith(BESIDE_CLASS);
      }
    }
  }

  static boolean isOne(RawClass raw) {
    JarReaders code = new JarReaders(raw);
    return code.startsWithClassPath() || code.opensJarOfResource() || code.handsOnItsJar();
  }

  private boolean startsWithClassPath() {
    return meets(OPTIONS, texts) && meets(STARTERS, classes);
  }

  private boolean opensJarOfResource() {
    return texts.contains(TextDemands.OF_JARS) && classes.contains(FILE_SYSTEMS);
  }

  private boolean handsOnItsJar() {
    return texts.contains(TextDemands.OF_JARS)
        && asksBesideClass
        && classes.contains(FILE)
        && !meets(OPENERS, classes);
  }

  private static boolean meets(Set<String> some, Set<String> others) {
    return !Collections.disjoint(some, others);
  }
}
