package dev.girdle.bench.platform;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * A program of one line, or of a few.
 *
 * @param name a Java class name without a package
 * @param code statements; they may throw
 */
record OneLiner(String name, String code) {
  /**
   * Those that somebody wrote down: a name, a colon and the code, one to a line.
   *
   * @param file the list; lines that are empty or begin with {@code #} say nothing
   */
  static List<OneLiner> writtenDown(Path file) throws IOException {
    List<OneLiner> all = new ArrayList<>();
    for (String line : Files.readAllLines(file)) {
      if (!line.isBlank() && !line.startsWith("#")) {
        int colon = line.indexOf(':');
        all.add(
            new OneLiner(
                "Line_" + line.substring(0, colon).strip(), line.substring(colon + 1).strip()));
      }
    }
    return all;
  }

  String source() {
    return """
        public class %s {
          static void p(Object o) {
            System.out.println(o);
          }

          public static void main(String[] args) throws Throwable {
            %s
          }
        }
        """
        .formatted(name, code);
  }
}
