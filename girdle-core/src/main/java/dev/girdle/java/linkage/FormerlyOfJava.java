package dev.girdle.java.linkage;

import java.util.List;

/**
 * Packages that Java once had itself and has no more, or that are often thought to be Java's own:
 * the first thing to know when they are missing. Sources: JEP 320 (Java 11), JEP 372 (Java 15), JEP
 * 398.
 */
final class FormerlyOfJava {
  private record Former(String prefix, String advice) {}

  private static final List<Former> FORMER =
      List.of(
          new Former("javax.xml.bind.", "part of Java up to 10; since then a library of its own"),
          new Former("javax.xml.ws.", "part of Java up to 10; since then a library of its own"),
          new Former("javax.xml.soap.", "part of Java up to 10; since then a library of its own"),
          new Former("javax.jws.", "part of Java up to 10; since then a library of its own"),
          new Former("javax.activation.", "part of Java up to 10; since then a library of its own"),
          new Former("javax.annotation.", "part of Java up to 10; since then a library of its own"),
          new Former(
              "javax.transaction.", "part of Java up to 10; since then a library of its own"),
          new Former("org.omg.", "part of Java up to 10 (CORBA)"),
          new Former("jdk.nashorn.", "part of Java up to 14 (JavaScript)"),
          new Former("javafx.", "not part of Java; a library of its own since Java 11"),
          new Former("sun.misc.", "an internal part of Java that newer releases no longer have"));

  private FormerlyOfJava() {}

  static String advice(String className) {
    return FORMER.stream()
        .filter(f -> className.startsWith(f.prefix))
        .map(Former::advice)
        .findFirst()
        .orElse("");
  }
}
