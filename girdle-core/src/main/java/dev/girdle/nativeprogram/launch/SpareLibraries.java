package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Target;
import dev.girdle.io.Template;
import dev.girdle.launch.ShellWords;
import dev.girdle.system.LibraryFolders;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * Libraries that come along for receivers whose systems have none: the starter looks, and has those
 * found that are not there. What it says to the loader for that, {@code libgirdle-places.so} takes
 * back, so that no child hears of it.
 *
 * @param names of the libraries, which lie in folders of their names
 * @param target for which they are
 */
record SpareLibraries(List<String> names, Target target) {
  /** How {@code ldconfig -p} writes which code is for a processor ({@code ldconfig(8)}). */
  private static final Map<String, String> KINDS =
      Map.of("x64", "libc6,x86-64", "arm64", "libc6,AArch64");

  /** Copies the list. */
  SpareLibraries {
    names = List.copyOf(names);
  }

  /** Lines for a starter in {@code sh}; empty if there is nothing to look for. */
  String lookedFor() {
    if (names.isEmpty()) {
      return "";
    }
    Map<String, String> values = new HashMap<>();
    values.put("SPARES", words(names));
    values.put("KIND", KINDS.get(target.processor()));
    values.put(
        "FOLDERS",
        words(
            LibraryFolders.known(target).stream()
                .filter(f -> f.contains("-") || f.endsWith("64"))
                .toList()));
    return Template.fill(SpareLibraries.class, "spare.sh", values);
  }

  private static String words(List<String> all) {
    return all.stream().map(ShellWords::quoted).collect(Collectors.joining(" "));
  }
}
