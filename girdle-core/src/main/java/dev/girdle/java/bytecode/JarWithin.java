package dev.girdle.java.bytecode;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Need;
import dev.girdle.closure.Strength;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.memory.RawClass;
import dev.girdle.java.memory.Said;
import java.io.IOException;
import java.io.InputStream;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;

/**
 * A jar that lies in a library as a file, and that the library mounts by itself. What its classes
 * name may be anywhere, and only what is there counts: nobody knows which of them are at work.
 */
public final class JarWithin {
  private static final String ENDING = ".jar";
  private static final String CLASS = ".class";
  private static final int DEEPEST = 2;
  private static final int LARGEST_CLASS = 16 << 20;

  /** More than that is read of no jar, however it is packed. */
  private static final long MOST = 1L << 30;

  private final Recording recording;
  private final Set<String> own = new HashSet<>();
  private long read;

  private JarWithin(Recording recording) {
    this.recording = recording;
  }

  /** Whether a file of the application is called like a jar. */
  public static boolean isOne(Item item) {
    return item.path().endsWith(ENDING);
  }

  /**
   * Notes what the classes in it may ask for. What is damaged, or no jar at all, says what could be
   * read of it.
   *
   * @throws IOException if the file that holds it cannot be read
   */
  public static RawClass record(Item item) throws IOException {
    JarWithin jar = new JarWithin(new Recording(item));
    try (InputStream in = item.content().open()) {
      jar.read(in, 1);
    } catch (ZipException e) {
      // as good as a file of another kind
    }
    RawClass all = jar.recording.recorded(0, List.of(), Set.of());
    List<Said> foreign = all.sayings().stream().filter(s -> !jar.own.contains(s.name())).toList();
    return new RawClass("", 0, List.of(), Set.of(), List.of(), foreign);
  }

  private void read(InputStream in, int depth) throws IOException {
    ZipInputStream zip = new ZipInputStream(in); // the caller closes what is below
    for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
      String name = entry.getName();
      if (name.endsWith(CLASS)) {
        own.add(name.substring(0, name.length() - CLASS.length()));
        byte[] bytes = zip.readNBytes(LARGEST_CLASS);
        read += bytes.length;
        classFile(bytes);
      } else if (name.endsWith(ENDING) && depth < DEEPEST) {
        read(zip, depth + 1);
      }
      if (read > MOST) {
        return;
      }
    }
  }

  private void classFile(byte[] bytes) throws IOException {
    try {
      Glance.record(bytes, recording);
    } catch (UnreadableItemException e) {
      // another's damage, and no loss of ours
    }
  }

  /**
   * Holds it against what is there.
   *
   * @param isThere whether a class is there, by its name with dots
   * @param wantsParts whether the methods that are called are told, too
   */
  public static List<Demand> resolved(
      RawClass raw, Item item, ClassIndex index, Predicate<String> isThere, boolean wantsParts)
      throws UnreadableItemException {
    return Glance.resolved(raw, item, index, wantsParts).stream()
        .filter(d -> !d.thing().isCode() || isThere.test(d.name()))
        .map(d -> new Demand(d.wanted(), d.site(), Need.of(JavaHow.WITHIN, Strength.SOFT)))
        .toList();
  }
}
