package dev.girdle.python.pack;

import dev.girdle.app.ReleaseRange;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Releases of Python, and what specifiers mean of them (PyPA specifications, "Version specifiers").
 */
public final class PythonRelease {
  /** What is needed where nobody says anything: the oldest release that rules here are made for. */
  public static final ReleaseRange OLDEST = ReleaseRange.from("3.8");

  private static final int NEWEST_MINOR = 40;

  private PythonRelease() {}

  /**
   * Compares two releases by their numbers.
   *
   * @param a for example "3.11"
   * @param b another
   * @return below 0 if the first is older
   */
  public static int compare(String a, String b) {
    List<Integer> left = numbers(a);
    List<Integer> right = numbers(b);
    for (int i = 0; i < Math.max(left.size(), right.size()); i++) {
      int l = i < left.size() ? left.get(i) : 0;
      int r = i < right.size() ? right.get(i) : 0;
      if (l != r) {
        return Integer.compare(l, r);
      }
    }
    return 0;
  }

  private static List<Integer> numbers(String release) {
    List<Integer> numbers = new ArrayList<>();
    for (String part : release.split("\\.")) {
      String digits = part.replaceFirst("\\D.*", "");
      if (digits.isEmpty() || digits.length() > 8) {
        break;
      }
      numbers.add(Integer.parseInt(digits));
    }
    return numbers;
  }

  /**
   * The line of a release.
   *
   * @param release for example "3.11.7"
   * @return for example "3.11"
   */
  public static String line(String release) {
    String[] parts = release.split("\\.");
    return parts.length < 2 ? release : parts[0] + "." + parts[1].replaceFirst("\\D.*", "");
  }

  /**
   * The oldest line from {@link #OLDEST} on that a specifier accepts.
   *
   * @param specifier as {@code Requires-Python} has it: {@code >=3.8,<4}
   * @return for example "3.8"; empty if there is none, or it cannot be read
   */
  public static Optional<String> oldest(String specifier) {
    for (int minor = 8; minor <= NEWEST_MINOR; minor++) {
      String line = "3." + minor;
      if (accepts(specifier, line + ".99")) {
        return Optional.of(exactly(specifier, line));
      }
    }
    return Optional.empty();
  }

  /** A release of the line that the specifier names, such as 3.9.2 in {@code >=3.9.2}. */
  private static String exactly(String specifier, String line) {
    for (String part : specifier.split(",")) {
      String one = part.strip();
      String release = one.replaceFirst("^(>=|~=|==)\\s*", "");
      if (!release.equals(one) && release.startsWith(line + ".") && !release.endsWith("*")) {
        return release.replaceAll("[^0-9.].*", "");
      }
    }
    return line;
  }

  /**
   * Whether a specifier accepts a release.
   *
   * @param specifier comparisons with commas between them
   * @param release numbers with dots
   * @return true for what cannot be read
   */
  public static boolean accepts(String specifier, String release) {
    for (String part : specifier.split(",")) {
      String one = part.strip();
      String sign = one.replaceFirst("[^<>=!~].*", "");
      String wanted = one.substring(sign.length()).strip();
      boolean isLine = wanted.endsWith(".*");
      String plain = isLine ? wanted.substring(0, wanted.length() - 2) : wanted;
      int order = compare(release, plain);
      boolean isOf = (release + ".").startsWith(plain + ".");
      boolean holds =
          switch (sign) {
            case ">=" -> order >= 0;
            case "<=" -> order <= 0 || isOf;
            case ">" -> order > 0 && !isOf;
            case "<" -> order < 0;
            case "==", "===" -> isLine ? isOf : order == 0 || isOf;
            case "!=" -> isLine ? !isOf : order != 0;
            case "~=" -> order >= 0 && isCompatible(release, plain);
            default -> true;
          };
      if (!holds) {
        return false;
      }
    }
    return true;
  }

  private static boolean isCompatible(String release, String wanted) {
    int dot = wanted.lastIndexOf('.');
    return dot < 0 || (release + ".").startsWith(wanted.substring(0, dot) + ".");
  }
}
