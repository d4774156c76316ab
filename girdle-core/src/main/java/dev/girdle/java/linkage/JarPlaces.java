package dev.girdle.java.linkage;

import dev.girdle.java.bytecode.TextDemands;
import dev.girdle.java.memory.RawClass;
import dev.girdle.java.memory.Said;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What code does with the places that jars lie in, so far as an archive of them changes it. A jar
 * within an archive is none for code that reads jars by itself: for what starts another Java, or a
 * compiler of Java, with a class path, wherever it takes that from, and for what takes the address
 * of a resource apart to open its jar as a file system, and looks for the rest of the path in that.
 * So does what finds the jar that a class lies in by the class's address, and hands it on as a
 * file: whoever gets it looks for other names in it.
 */
final class JarPlaces {
  private static final Set<String> OPTIONS = Set.of("-cp", "-classpath", "--class-path");
  private static final Set<String> STARTERS =
      Set.of("java/lang/ProcessBuilder", "java/lang/Runtime", "javax/tools/ToolProvider");
  private static final String FILE_SYSTEMS = "java/nio/file/FileSystems";

  private static final String FILE = "java/io/File";
  private static final Set<String> OPENERS =
      Set.of("java/util/jar/JarFile", "java/util/zip/ZipFile", "java/net/JarURLConnection");
  private static final String CLASS = "java/lang/Class";
  private static final String BESIDE_CLASS = "getResource(";

  private static final String DOMAIN = "java/security/ProtectionDomain";
  private static final String SOURCE = "java/security/CodeSource";
  private static final String POLICY = "java/security/Policy";
  private static final String CHOSEN_POLICY = "java.security.policy";

  private static final Set<String> TEXTS =
      union(List.of(OPTIONS, Set.of(TextDemands.OF_JARS, CHOSEN_POLICY)));
  private static final Set<String> CODE =
      union(List.of(STARTERS, OPENERS, Set.of(FILE_SYSTEMS, FILE, POLICY)));

  private final Set<String> met = new HashSet<>();
  private boolean asksBesideClass;
  private boolean asksForSource;
  private boolean looksIntoSource;

  /** Looks at what a class says; of all that, only a few names matter. */
  JarPlaces(RawClass raw) {
    for (Said said : raw.sayings()) {
      String name = said.name();
      if (said.kind() == Said.Kind.TEXT && TEXTS.contains(name)) {
        met.add(name);
      } else if (said.kind() == Said.Kind.CODE) {
        if (CODE.contains(name)) {
          met.add(name);
        }
        asksBesideClass |= name.equals(CLASS) && said.part().startsWith(BESIDE_CLASS);
        asksForSource |= name.equals(DOMAIN) && said.part().startsWith("getCodeSource(");
        looksIntoSource |= name.equals(SOURCE) && said.part().startsWith("get");
      }
    }
  }

  /** Whether it reads jars by itself, or has them read. */
  boolean areRead() {
    boolean takesApart = met.contains(TextDemands.OF_JARS);
    boolean handsOnItsJar = takesApart && asksBesideClass && met.contains(FILE) && !meets(OPENERS);
    return meets(OPTIONS) && meets(STARTERS)
        || takesApart && met.contains(FILE_SYSTEMS)
        || handsOnItsJar;
  }

  /** Whether it brings a policy of its own into force, which grants rights by place. */
  boolean areGrantedRights() {
    return met.contains(POLICY) && met.contains(CHOSEN_POLICY);
  }

  /** Whether it compares the sources of classes, and looks at nothing else of them. */
  boolean areCompared() {
    return asksForSource && !looksIntoSource;
  }

  private boolean meets(Set<String> some) {
    return !Collections.disjoint(some, met);
  }

  private static Set<String> union(List<Set<String>> some) {
    return some.stream().flatMap(Set::stream).collect(Collectors.toUnmodifiableSet());
  }
}
