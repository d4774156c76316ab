package dev.girdle.java.reach;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Need;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.Wanted;
import dev.girdle.io.Paths;
import dev.girdle.java.bytecode.ClassDemands;
import dev.girdle.java.bytecode.TextDemands;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.format.NativeNames;
import dev.girdle.java.format.Words;
import dev.girdle.java.index.ClassIndex;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * What native code names in its texts: classes that the virtual machine has to find when it starts
 * or that libraries look up through the Java Native Interface ({@code FindClass}), other libraries,
 * and words that may be names of methods ({@code GetMethodID}).
 */
final class NativeTexts {
  private static final int LONGEST_METHOD = 80;
  private static final int PIECE = 1 << 20;

  /** Longer than any name of a class, so that none is cut where two pieces meet. */
  private static final int OVERLAP = 1 << 10;

  private final Item library;
  private final ClassIndex index;
  private final Set<String> classes = new LinkedHashSet<>();
  private final Set<String> libraries = new LinkedHashSet<>();
  private final Set<String> words = new LinkedHashSet<>();

  private NativeTexts(Item library, ClassIndex index) {
    this.library = library;
    this.index = index;
  }

  /** Reads a library in pieces, whatever its size. */
  static NativeTexts of(Item library, ClassIndex index) throws IOException {
    NativeTexts texts = new NativeTexts(library, index);
    byte[] piece = new byte[PIECE];
    int kept = 0;
    try (InputStream in = library.content().open()) {
      int read;
      while ((read = in.readNBytes(piece, kept, PIECE - kept)) > 0) {
        int end = kept + read;
        texts.addNames(Arrays.copyOf(piece, end));
        texts.addWords(piece, end);
        kept = Math.min(OVERLAP, end);
        System.arraycopy(piece, end - kept, piece, 0, kept);
      }
    }
    return texts;
  }

  /** One demand for each class, in the order of the names. */
  List<Demand> classes() {
    return classes.stream()
        .map(n -> demand(JavaHow.NATIVE_TEXT, JavaThing.CODE, n, ClassDemands.INSTANCE))
        .toList();
  }

  /** One demand for each of some libraries that it names. */
  List<Demand> libraries(Set<String> there) {
    boolean isLauncher = library.path().contains("libjli."); // asks only for a picture at the start
    return libraries.stream()
        .filter(n -> there.contains(n) && !isLauncher)
        .map(n -> demand(JavaHow.NATIVE, Thing.NATIVE, n, ""))
        .toList();
  }

  /** Everything that may be the name of a method. */
  Set<String> words() {
    return words;
  }

  private Demand demand(How how, Thing thing, String name, String part) {
    return new Demand(new Wanted(thing, name, part), Site.of(library), Need.of(how, Strength.HARD));
  }

  private void addNames(byte[] bytes) {
    Words all = new Words(bytes);
    for (String word = all.next(); word != null; word = all.next()) {
      TextDemands.className(word, index).ifPresent(classes::add);
      // the sign for "a class" before a name in a descriptor
      TextDemands.className(word.substring(1), index).ifPresent(classes::add);
      String named = NativeNames.libraryOf(Paths.fileName(word));
      if (named != null) {
        libraries.add(named);
      }
    }
  }

  /** Texts between two zeros that could be names of methods. */
  private void addWords(byte[] bytes, int end) {
    int start = 0;
    for (int i = 0; i < end; i++) {
      if (bytes[i] == 0) {
        if (i - start > 1 && i - start < LONGEST_METHOD) {
          words.add(new String(bytes, start, i - start, StandardCharsets.UTF_8));
        }
        start = i + 1;
      } else if (bytes[i] < 0 || !Character.isJavaIdentifierPart(bytes[i])) {
        start = i + 1;
      }
    }
  }
}
