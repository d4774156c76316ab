package dev.girdle.ecosystem;

import dev.girdle.binary.NeededLibraries;
import dev.girdle.binary.StrippedCode;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import dev.girdle.io.Seekable;
import dev.girdle.layout.LayoutFile;
import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Libraries that a runtime asks the receiver's system for. */
public final class SystemLibraries {
  private SystemLibraries() {}

  /**
   * Those that do not come along; some distributions build their runtimes so that they need
   * libraries of their own.
   *
   * @param language of the runtime, for the user
   * @param files the runtime's files
   * @param shape what is laid out
   * @return a sentence for the user; empty if it asks for the C library alone
   */
  public static List<String> askedBy(String language, List<LayoutFile> files, Shape shape) {
    if (shape == Shape.BARE) {
      return List.of(); // which takes them along
    }
    Set<String> needed = new TreeSet<>();
    Set<String> brought = new TreeSet<>();
    for (LayoutFile file : files) {
      String name = Paths.fileName(file.path());
      brought.add(name);
      boolean mayBeCode = name.contains(".so") || file.path().contains("/bin/");
      Content content =
          file.content() instanceof StrippedCode stripped ? stripped.source() : file.content();
      if (mayBeCode && content instanceof Seekable seekable) {
        try (SeekableByteChannel channel = seekable.channel()) {
          if (channel != null) {
            needed.addAll(NeededLibraries.of(channel));
          }
        } catch (IOException e) {
          continue; // what cannot be read here fails when it is written, and is told then
        }
      }
    }
    List<String> missing = NeededLibraries.ofTheSystem(needed, brought);
    return missing.isEmpty()
        ? List.of()
        : List.of(
            "this "
                + language
                + " asks the receiver's system for "
                + String.join(", ", missing)
                + ", which not every system has; --runtime-from takes another");
  }
}
