package dev.girdle.java.bytecode;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Need;
import dev.girdle.closure.Strength;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.UnreadableException;
import dev.girdle.io.Content;
import dev.girdle.io.TreeFile;
import dev.girdle.io.ZipTree;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.memory.RawClass;
import dev.girdle.java.memory.Said;
import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;

/**
 * A jar that lies in a library as a file, and that the library mounts by itself. What its classes
 * name may be anywhere, and only what is there counts: nobody knows which of them are at work.
 */
public final class JarWithin {
  private static final String ENDING = ".jar";
  private static final String CLASS = ".class";
  private static final int DEEPEST = 2;
  private static final int LARGEST_CLASS = 16 << 20;

  private final Recording recording;
  private final Set<String> own = new HashSet<>();

  private JarWithin(Recording recording) {
    this.recording = recording;
  }

  /** Whether a file of the application is called like a jar. */
  public static boolean isOne(Item item) {
    return item.path().endsWith(ENDING);
  }

  /**
   * Notes what the classes in it may ask for. What is damaged, hostile, or no jar at all says what
   * could be read of it.
   *
   * @throws IOException if the file that holds it cannot be read
   */
  public static RawClass record(Item item) throws IOException {
    JarWithin jar = new JarWithin(new Recording(item));
    jar.read(item.content(), item.path(), 1);
    RawClass all = jar.recording.recorded(0, List.of(), Set.of());
    List<Said> foreign = all.sayings().stream().filter(s -> !jar.own.contains(s.name())).toList();
    return new RawClass("", 0, List.of(), Set.of(), List.of(), foreign);
  }

  private void read(Content content, String label, int depth) throws IOException {
    try (ZipTree tree = ZipTree.open(content, label)) {
      for (TreeFile file : tree.files()) {
        String path = file.path();
        if (path.endsWith(CLASS)) {
          own.add(path.substring(0, path.length() - CLASS.length()));
          classFile(file.content());
        } else if (path.endsWith(ENDING) && depth < DEEPEST) {
          within(file, depth + 1);
        }
      }
    } catch (GirdleException e) {
      if (e.fault() != Fault.APPLICATION) {
        throw e;
      } // else as good as a file of another kind
    }
  }

  private void within(TreeFile file, int depth) throws IOException {
    try {
      read(file.content(), file.path(), depth);
    } catch (UnreadableException e) {
      e.damage(); // another's, and no loss of ours
    }
  }

  private void classFile(Content content) throws IOException {
    try {
      Glance.record(content.bytes(LARGEST_CLASS), recording);
    } catch (UnreadableException e) {
      e.damage(); // as above
    } catch (UnreadableItemException e) {
      // as above
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
