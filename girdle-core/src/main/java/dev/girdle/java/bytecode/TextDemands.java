package dev.girdle.java.bytecode;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Strength;
import dev.girdle.io.Paths;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.format.LegalTexts;
import dev.girdle.java.format.Words;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.JavaFacts;
import dev.girdle.java.value.Value;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;

/**
 * Texts that name something that is there: a class by its full name, a resource by its path. One
 * rule for all frameworks. It never reports anything as missing, and it can err in one direction
 * only: a text that happens to read like a name keeps the thing of that name.
 */
public final class TextDemands {
  /** Parts the address of a jar from a path in it (Java platform API, JarURLConnection). */
  public static final String OF_JARS = "!/";

  private static final List<String> STEM_ENDINGS = List.of("_", "$");
  private static final int MOST = 2000;
  private static final int LONGEST_NAME = 500;

  /**
   * Stands for an argument in the recipe of a joined text (java.lang.invoke.StringConcatFactory).
   */
  private static final char JOIN = '\1';

  private TextDemands() {}

  /** Whether a text may name something, or tells of jars, as far as the text alone tells. */
  static boolean mayName(String text) {
    return text.equals(OF_JARS) || text.length() >= 3 && (mayBeName(text) || text.indexOf('.') > 0);
  }

  private static boolean mayBeName(String text) {
    return text.length() <= LONGEST_NAME && text.indexOf('\n') < 0;
  }

  /** A string constant in code. */
  static void inCode(DemandCollector collector, String text) {
    if (!mayName(text)) {
      return;
    }
    if (text.indexOf(JOIN) >= 0) {
      for (String part : text.split("[\1\2]")) {
        inCode(collector, part);
      }
      return;
    }
    if (text.chars().anyMatch(c -> c <= ' ' || c == '\'' || c == '"' || c == '(')) {
      within(collector, text);
    } else {
      for (String part : partsOfList(text)) {
        inCode(collector, part);
      }
    }
    if (!mayBeName(text)) {
      return;
    }
    ClassIndex index = collector.index();
    className(text, index)
        .ifPresent(
            name -> collector.type(JavaHow.CODE_TEXT, name.replace('.', '/'), Strength.SOFT));
    String folder = Paths.folder(collector.item().name().replace('.', '/'));
    resourceName(text, folder, collector.item(), index)
        .or(() -> atTop(text, collector))
        .ifPresent(name -> collector.file(JavaHow.CODE_TEXT, name, Strength.SOFT, ""));
    bundleName(text, collector.item(), index)
        .ifPresent(
            name -> collector.other(JavaHow.BUNDLE, JavaThing.BUNDLE, name, Strength.SOFT, ""));
    named(text, collector);
    int gap = text.indexOf("%s");
    if (gap > 0 && text.indexOf('/') > 0) {
      String end = text.substring(text.lastIndexOf("%s") + 2);
      JoinedNames.files(collector, new Value.Joined(text.substring(0, gap), end));
    }
  }

  /** What a list in one text names, such as packages that are written one behind the other. */
  private static List<String> partsOfList(String text) {
    List<String> parts = List.of(text.split("[:;,]"));
    return parts.size() > 1 ? parts : List.of();
  }

  /**
   * Classes that a longer text names, as settings, queries and sources do that stand in code. What
   * a user's text names may be anywhere; a library's speaks of others for many reasons, but of its
   * own classes in the code that it writes.
   */
  private static void within(DemandCollector collector, String text) {
    ClassIndex index = collector.index();
    Component component = collector.item().component();
    Words words = new Words(text.getBytes(StandardCharsets.UTF_8));
    for (String word = words.next(); word != null; word = words.next()) {
      classOrMember(word, index)
          .filter(
              name ->
                  component.role().isUsers()
                      || index.classNamed(name).stream().anyMatch(i -> i.component() == component))
          .ifPresent(
              name -> collector.type(JavaHow.CODE_TEXT, name.replace('.', '/'), Strength.SOFT));
    }
  }

  /** The class that a word names, or of which it names a member. */
  static Optional<String> classOrMember(String word, ClassIndex index) {
    Optional<String> name = className(word, index);
    int dot = word.lastIndexOf('.');
    return name.isPresent() || dot < 0 ? name : className(word.substring(0, dot), index);
  }

  /**
   * What a text names as a whole: all classes of a package, or those that have it as their stem
   * (what is loaded for {@code a/b/c} or {@code a.b-c.d} may be called {@code a/b/c__init}).
   */
  private static void named(String text, DemandCollector collector) {
    boolean isPath = text.indexOf('.') > 0 || text.indexOf('/') >= 0;
    if (!isPath || text.chars().anyMatch(c -> c <= ' ')) {
      return;
    }
    boolean isPrefix = text.endsWith(".") || text.endsWith("/");
    if (collector.item().component().role() == Role.RUNTIME && !isPrefix) {
      return; // a runtime speaks of its packages for many reasons
    }
    String name = text.replace('/', '.').replace('-', '_');
    name = name.startsWith(".") ? name.substring(1) : name;
    name = name.endsWith(".") ? name.substring(0, name.length() - 1) : name;
    ClassIndex index = collector.index();
    if (index.hasPackage(name)) {
      for (String inside : index.classesBetween(name + ".", "", MOST)) {
        if (inside.indexOf('.', name.length() + 1) < 0) {
          collector.type(JavaHow.JOINED, inside.replace('.', '/'), Strength.SOFT);
        }
      }
    }
    if (collector.item().component().role() != Role.RUNTIME) {
      folder(text.indexOf('/') < 0 ? name.replace('.', '/') : text, collector);
    }
    if (isBeginOfClass(name, collector)) {
      JoinedNames.classes(collector, new Value.Joined(name, ""));
    }
    for (String ending : STEM_ENDINGS) {
      for (String longer : index.classesBetween(name + ending, "", MOST)) {
        collector.type(JavaHow.JOINED, longer.replace('.', '/'), Strength.SOFT);
      }
    }
  }

  /** Whether the names of classes may begin so, and be joined before they are handed on. */
  private static boolean isBeginOfClass(String name, DemandCollector collector) {
    int simple = name.lastIndexOf('.') + 1;
    return collector.item().component().role() != Role.RUNTIME
        && simple < name.length()
        && Character.isUpperCase(name.charAt(simple))
        && !collector.index().hasClass(name);
  }

  /** A folder of files, to whose path the name of one is joined where it is opened. */
  private static void folder(String text, DemandCollector collector) {
    String path = text.replaceFirst("^/", "").replaceFirst("/$", "");
    int segments = path.split("/").length;
    boolean isOfEveryJar = isInEveryJar(path + "/");
    boolean isSpecific = segments >= (path.startsWith("META-INF/") && !isOfEveryJar ? 3 : 2);
    if (isSpecific) {
      String own = collector.item().component().name() + ClassIndex.IN_COMPONENT;
      collector.index().filesBetween(path + "/", "", MOST).stream()
          .filter(f -> JoinedNames.isMeant(f, collector))
          .forEach(
              f -> collector.file(JavaHow.JOINED, isOfEveryJar ? own + f : f, Strength.SOFT, ""));
    }
  }

  /** The bundle that a text names: in the same component, or in others by a name with a package. */
  private static Optional<String> bundleName(String text, Item asker, ClassIndex index) {
    String base = text.replace('.', '/');
    if (!index.hasBundleFiles(base)) {
      return Optional.empty();
    }
    boolean here = asker.component().item(base + ".properties").isPresent();
    return here || base.indexOf('/') > 0 ? Optional.of(base.replace('/', '.')) : Optional.empty();
  }

  /** The class that a text names, written with dots or slashes. */
  public static Optional<String> className(String text, ClassIndex index) {
    if (text.indexOf('.') < 0 && text.indexOf('/') < 0) {
      return Optional.empty();
    }
    String name = text.endsWith(".class") ? text.substring(0, text.length() - 6) : text;
    if (name.startsWith("L") && name.endsWith(";")) {
      name = name.substring(1, name.length() - 1);
    }
    name = name.replace('/', '.');
    return index.hasClass(name) ? Optional.of(name) : Optional.empty();
  }

  /**
   * The resource that a text names: in the same component by a path from its top or from the folder
   * of the one who names it, in others only by a path with a folder, and not what every jar has.
   */
  static Optional<String> resourceName(String text, String folder, Item asker, ClassIndex index) {
    String path = text.startsWith("/") ? text.substring(1) : text;
    boolean isOfJar = path.equals(JarManifest.PATH) || JavaFacts.ofWholeJar(path).isPresent();
    if (isOfJar || path.equals(asker.path())) {
      return Optional.empty();
    }
    for (String candidate : List.of(path, folder + path)) {
      if (asker.component().item(candidate).isPresent() && !candidate.endsWith(".class")) {
        return Optional.of(asker.component().name() + ClassIndex.IN_COMPONENT + candidate);
      }
    }
    boolean specific = path.indexOf('/') > 0 && !isInEveryJar(path);
    return specific && index.hasResource(path) ? Optional.of(path) : Optional.empty();
  }

  /**
   * The files at the top of other components that a text names: settings that libraries bring for
   * one that asks for all of them. A component that has a file of that name itself means its own.
   */
  private static Optional<String> atTop(String text, DemandCollector collector) {
    boolean isName = text.indexOf('/') < 0 && text.indexOf('.') > 0;
    return isName
            && collector.item().component().role() != Role.RUNTIME
            && collector.index().hasResource(text)
            && !isInEveryJar(text)
        ? Optional.of(text)
        : Optional.empty();
  }

  static boolean isInEveryJar(String path) {
    return path.startsWith("META-INF/")
        && (path.startsWith("META-INF/maven/")
            || JavaFacts.ofWholeJar(path).isPresent()
            || LegalTexts.isOne(path)
            || path.equals("META-INF/DEPENDENCIES"));
  }
}
