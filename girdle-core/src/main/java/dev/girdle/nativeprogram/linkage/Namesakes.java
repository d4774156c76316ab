package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Item;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * What lies in an application under the name of a library that is missing, and is not that library.
 */
public final class Namesakes {
  private static final int HEAD = 512;

  /** What {@code ld(1)} reads in place of a library: "Implicit Linker Scripts". */
  private static final Pattern FOR_LINKERS =
      Pattern.compile("GNU ld script|(?m)^\\s*(?:INPUT|GROUP|OUTPUT_FORMAT)\\s*\\(");

  private final NativeFiles files;

  /**
   * Prepares to look.
   *
   * @param files all files of the application, also those that are left out
   */
  public Namesakes(NativeFiles files) {
    this.files = files;
  }

  /**
   * What it is.
   *
   * @param name of the library, or its path
   * @return for people; empty if nothing is called so
   */
  public Optional<String> told(String name) {
    return files.called(Paths.fileName(name)).stream().findFirst().map(this::told);
  }

  private String told(Item item) {
    return item.name()
        + files
            .head(item)
            .map(h -> " is for " + h.code().text())
            .orElseGet(
                () ->
                    isForLinkers(item)
                        ? " is a script for linkers, and no library: put what it names there"
                        : " is no native code");
  }

  private static boolean isForLinkers(Item item) {
    try (InputStream in = item.content().open()) {
      return FOR_LINKERS
          .matcher(new String(in.readNBytes(HEAD), StandardCharsets.ISO_8859_1))
          .find();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
