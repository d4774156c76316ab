package dev.girdle.bench;

import java.util.List;

/**
 * What a run gave.
 *
 * @param status its exit status; -1 if it did not end in time
 * @param text what it said, without durations and the places that it ran at
 */
record Outcome(int status, String text) {
  /**
   * Whether two runs gave the same. Lines of several threads, and of output and errors, come in any
   * order.
   */
  boolean isLike(Outcome other) {
    return status == other.status && sorted(text).equals(sorted(other.text));
  }

  private static List<String> sorted(String text) {
    return text.lines().sorted().toList();
  }

  /** The first line that became another, in words. */
  String differenceTo(Outcome other) {
    return isLike(other)
        ? difference(text.lines().toList(), other)
        : difference(
            sorted(text), new Outcome(other.status, String.join("\n", sorted(other.text))));
  }

  private String difference(List<String> one, Outcome other) {
    List<String> two = other.text.lines().toList();
    for (int i = 0; i < Math.max(one.size(), two.size()); i++) {
      String a = i < one.size() ? one.get(i) : "(end)";
      String b = i < two.size() ? two.get(i) : "(end)";
      if (!a.equals(b)) {
        return "`" + a + "` became `" + b + "`";
      }
    }
    return "status " + status + " became " + other.status;
  }
}
