package dev.girdle.system;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The libraries that a receiver's system has to have, since they belong to its kernel, its drivers
 * or its services: the list stands in {@code receivers-libraries.txt}, with reasons.
 */
public final class ReceiversLibraries {
  private static final Pattern C_LIBRARY =
      Pattern.compile(
          "(?:libc|libm|libdl|libpthread|librt|libresolv|libutil|libanl|libmvec|libthread_db"
              + "|libBrokenLocale|libnsl|libnss_(?:files|dns|compat|hesiod)|libc_malloc_debug)"
              + "\\.so\\.\\d+|ld-linux.*\\.so\\.\\d+|ld64\\.so\\.\\d|libc\\.musl-.*|ld-musl-.*");
  private static final List<Line> LINES = read();

  private record Line(Pattern name, String why) {}

  private ReceiversLibraries() {}

  /**
   * Whether a library is part of the C library, which is the runtime of native programs.
   *
   * @param name a file name
   * @return true also for its loader
   */
  public static boolean isOfC(String name) {
    return C_LIBRARY.matcher(name).matches();
  }

  /**
   * Why a library is the receiver's.
   *
   * @param name a file name
   * @return a few words; empty if it can go along
   */
  public static Optional<String> why(String name) {
    return LINES.stream().filter(l -> l.name.matcher(name).matches()).findFirst().map(Line::why);
  }

  private static List<Line> read() {
    List<Line> lines = new ArrayList<>();
    try (InputStream in = ReceiversLibraries.class.getResourceAsStream("receivers-libraries.txt")) {
      String why = "";
      for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8).split("\n")) {
        if (line.startsWith("= ")) {
          why = line.substring(2).strip();
        } else if (!line.isBlank() && !line.startsWith("#")) {
          for (String name : line.strip().split("\\s+")) {
            String regex = "\\Q" + name.replace("*", "\\E.*\\Q") + "\\E";
            lines.add(new Line(Pattern.compile(regex), why));
          }
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return List.copyOf(lines);
  }
}
