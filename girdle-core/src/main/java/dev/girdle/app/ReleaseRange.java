package dev.girdle.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Which releases of something will do: comparisons that all have to hold, such as {@code >=17},
 * {@code =21} or {@code >=18.17 <21}. Releases are numbers with dots between them; numbers that are
 * not written are 0, but for {@code =}, which only looks at those that are written.
 */
public final class ReleaseRange {
  private static final Pattern COMPARISON = Pattern.compile("(>=|<|=)(\\d+(?:\\.\\d+)*)");

  private final List<Comparison> comparisons;

  private record Comparison(String sign, List<Long> release, String written) {
    boolean holds(List<Long> found) {
      int length = Math.max(release.size(), sign.equals("=") ? 0 : found.size());
      int order = 0;
      for (int i = 0; i < length && order == 0; i++) {
        order = Long.compare(at(found, i), at(release, i));
      }
      return switch (sign) {
        case ">=" -> order >= 0;
        case "<" -> order < 0;
        default -> order == 0;
      };
    }

    private static long at(List<Long> numbers, int i) {
      return i < numbers.size() ? numbers.get(i) : 0;
    }

    String words() {
      return switch (sign) {
        case ">=" -> written + " or newer";
        case "<" -> "older than " + written;
        default -> written + " exactly";
      };
    }
  }

  private ReleaseRange(List<Comparison> comparisons) {
    this.comparisons = List.copyOf(comparisons);
  }

  /**
   * Reads a range.
   *
   * @param text comparisons with spaces between them, at least one
   * @return the range
   * @throws IllegalArgumentException if it is none
   */
  public static ReleaseRange of(String text) {
    List<Comparison> comparisons = new ArrayList<>();
    for (String word : text.strip().split("\\s+")) {
      Matcher matcher = COMPARISON.matcher(word);
      if (!matcher.matches()) {
        throw new IllegalArgumentException(text + " is no range of releases");
      }
      comparisons.add(
          new Comparison(matcher.group(1), numbers(matcher.group(2)), matcher.group(2)));
    }
    return new ReleaseRange(comparisons);
  }

  /**
   * A release and all that are newer.
   *
   * @param release numbers with dots between them
   * @return the range
   */
  public static ReleaseRange from(String release) {
    return of(">=" + release);
  }

  /**
   * Whether a release will do.
   *
   * @param release begins with numbers and dots; what follows is not looked at
   * @return false also if it does not begin with a number
   */
  public boolean accepts(String release) {
    List<Long> numbers = numbers(release);
    return !numbers.isEmpty() && comparisons.stream().allMatch(c -> c.holds(numbers));
  }

  private static List<Long> numbers(String release) {
    List<Long> numbers = new ArrayList<>();
    for (String part : release.split("\\.")) {
      String digits = part.replaceFirst("\\D.*", "");
      if (digits.isEmpty() || digits.length() > 18) {
        break;
      }
      numbers.add(Long.parseLong(digits));
      if (digits.length() < part.length()) {
        break;
      }
    }
    return numbers;
  }

  /**
   * The release that the first comparison names.
   *
   * @return the oldest that will do, if there is an oldest
   */
  public String least() {
    return comparisons.get(0).written;
  }

  /**
   * The release from which on none will do.
   *
   * @return empty if there is no such end
   */
  public Optional<String> before() {
    return comparisons.stream()
        .filter(c -> c.sign.equals("<"))
        .findFirst()
        .map(Comparison::written);
  }

  /**
   * Whether only one release will do.
   *
   * @return true if the first comparison says so
   */
  public boolean isExact() {
    return comparisons.get(0).sign.equals("=");
  }

  /**
   * The range in words.
   *
   * @return for example {@code 17 or newer}
   */
  public String words() {
    return String.join(", ", comparisons.stream().map(Comparison::words).toList());
  }

  /** As it is written. */
  @Override
  public String toString() {
    return String.join(" ", comparisons.stream().map(c -> c.sign + c.written).toList());
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof ReleaseRange range && comparisons.equals(range.comparisons);
  }

  @Override
  public int hashCode() {
    return comparisons.hashCode();
  }
}
