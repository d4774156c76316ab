package dev.girdle.seal;

import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * Names that Windows does not keep as they are (Microsoft, "Naming Files, Paths, and Namespaces"):
 * two that differ in case only, and those that mean something else there.
 */
final class WindowsNames {
  private static final Pattern DEVICE =
      Pattern.compile("(?i)(con|prn|aux|nul|com[0-9]|lpt[0-9])(\\..*)?");
  private static final Pattern SIGNS = Pattern.compile("[<>:\"|?*\\x00-\\x1f\\\\]");
  private static final int SHOWN = 3;

  private WindowsNames() {}

  /**
   * What is to be told of an artifact for Windows.
   *
   * @param layout what goes into it
   * @return sentences; empty if all names are kept
   */
  static List<String> notices(Layout layout) {
    List<String> notices = new ArrayList<>(twice(layout, "Windows keeps"));
    List<String> refused = new ArrayList<>();
    for (LayoutFile file : layout.files()) {
      for (String part : file.path().split("/")) {
        boolean isKept =
            !DEVICE.matcher(part).matches()
                && !SIGNS.matcher(part).find()
                && !part.endsWith(".")
                && !part.endsWith(" ");
        if (!isKept) {
          refused.add(file.path());
          break;
        }
      }
    }
    if (!refused.isEmpty()) {
      notices.add("Windows takes no files of these names: " + some(refused));
    }
    return notices;
  }

  /**
   * Files of which a system that does not look at case keeps one only.
   *
   * @param layout what goes into the artifact
   * @param who "Windows keeps"
   * @return a sentence; empty if there are none
   */
  static List<String> twice(Layout layout, String who) {
    Map<String, String> seen = new HashMap<>();
    List<String> twice = new ArrayList<>();
    for (LayoutFile file : layout.files()) {
      String other = seen.putIfAbsent(file.path().toLowerCase(Locale.ROOT), file.path());
      if (other != null) {
        twice.add(other + " and " + file.path());
      }
    }
    return twice.isEmpty()
        ? List.of()
        : List.of(who + " one only of files whose names differ in case alone: " + some(twice));
  }

  private static String some(List<String> names) {
    String shown = String.join("; ", names.subList(0, Math.min(SHOWN, names.size())));
    return names.size() > SHOWN ? shown + "; and " + (names.size() - SHOWN) + " more" : shown;
  }
}
