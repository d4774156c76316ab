package dev.girdle.java.reach;

import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.java.bytecode.ConstantTexts;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import java.io.IOException;
import java.nio.charset.Charset;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.objectweb.asm.ClassReader;

/**
 * Languages and character sets that a program names, and that a Java finds through services only:
 * without them it goes on in silence, in English.
 */
public final class Tongues {
  /** What the names of languages begin with, as the rules about modules know them. */
  private static final String LANGUAGE = "java.util.Locale.";

  /** What the names of character sets begin with. */
  private static final String CHARSET = "java.nio.charset.Charset.";

  private static final String LOCALE = "java/util/Locale";

  /** Those of which the texts are part of every Java, and what says nothing of a language. */
  private static final Set<String> ENGLISH =
      Set.of("ROOT", "ENGLISH", "US", "getDefault", "toString", "equals", "hashCode");

  private static final int CONSTANT_FIELD = 9;
  private static final int CONSTANT_METHOD = 10;

  private Tongues() {}

  /** Names of what is named, each with a demand of who names it. */
  public static Map<String, Demand> of(Closure closure) {
    Set<String> charsets = charsets();
    Map<String, Demand> found = new TreeMap<>();
    for (Reached reached : closure.reached()) {
      Item item = reached.item();
      if (item.component().role() != Role.RUNTIME && item.path().endsWith(".class")) {
        try {
          look(item, charsets, found);
        } catch (UnreadableItemException | IOException e) {
          continue; // the walk has told it
        }
      }
    }
    return found;
  }

  private static void look(Item item, Set<String> charsets, Map<String, Demand> found)
      throws UnreadableItemException, IOException {
    ClassReader reader = ClassHeader.readerOf(ClassHeader.bytesOf(item.content()));
    ClassHeader.reading(
        () -> {
          look(reader, item, charsets, found);
          return null;
        });
  }

  private static void look(
      ClassReader reader, Item item, Set<String> charsets, Map<String, Demand> found) {
    for (String text : ConstantTexts.in(reader)) {
      if (charsets.contains(text.toLowerCase(Locale.ROOT))) {
        add(CHARSET + text.replace('.', '_'), item, found);
      }
    }
    // libraries speak of many languages; what the program is for, its own code tells
    if (item.component().role() != Role.LIBRARY) {
      char[] buffer = new char[reader.getMaxStringLength()];
      for (int i = 1; i < reader.getItemCount(); i++) {
        int at = reader.getItem(i);
        int tag = at > 0 ? reader.readByte(at - 1) : 0;
        if ((tag == CONSTANT_FIELD || tag == CONSTANT_METHOD)
            && LOCALE.equals(reader.readClass(at, buffer))) {
          int nameAndType = reader.getItem(reader.readUnsignedShort(at + 2));
          String name = reader.readUTF8(nameAndType, buffer);
          if (!ENGLISH.contains(name)) {
            add(LANGUAGE + name.replaceAll("[<>]", ""), item, found);
          }
        }
      }
    }
  }

  private static void add(String name, Item by, Map<String, Demand> found) {
    found.putIfAbsent(
        name, Demand.of(JavaThing.CODE, name, Site.of(by), JavaHow.CODE_TEXT, Strength.HINT));
  }

  /** The names of the character sets that are not part of every Java, in small letters. */
  private static Set<String> charsets() {
    return Charset.availableCharsets().values().stream()
        .filter(c -> "jdk.charsets".equals(c.getClass().getModule().getName()))
        .flatMap(c -> Stream.concat(Stream.of(c.name()), c.aliases().stream()))
        .map(n -> n.toLowerCase(Locale.ROOT))
        .filter(n -> !n.chars().allMatch(Character::isDigit))
        .collect(Collectors.toSet());
  }
}
