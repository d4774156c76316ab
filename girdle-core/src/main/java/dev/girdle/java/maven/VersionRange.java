package dev.girdle.java.maven;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * A set of versions (POM reference, "Dependency Version Requirement Specification"): {@code
 * [1.0,2.0)}, {@code (,1.0],[1.2,)}.
 */
final class VersionRange {
  private final String text;
  private final List<Part> parts = new ArrayList<>();

  private record Part(Version from, boolean withFrom, Version to, boolean withTo) {
    boolean contains(Version version) {
      int low = from == null ? 1 : version.compareTo(from);
      int high = to == null ? -1 : version.compareTo(to);
      return (low > 0 || low == 0 && withFrom) && (high < 0 || high == 0 && withTo);
    }
  }

  private VersionRange(String text) {
    this.text = text;
  }

  static boolean isOne(String version) {
    return version.startsWith("[") || version.startsWith("(");
  }

  /** Reads a range; empty if it is not written like one. */
  static Optional<VersionRange> of(String text) {
    VersionRange range = new VersionRange(text);
    String rest = text.replaceAll("\\s", "");
    while (!rest.isEmpty()) {
      int end = Math.min(indexOf(rest, ']'), indexOf(rest, ')'));
      if (!isOne(rest) || end == Integer.MAX_VALUE) {
        return Optional.empty();
      }
      String inside = rest.substring(1, end);
      int comma = inside.indexOf(',');
      Version from = version(comma < 0 ? inside : inside.substring(0, comma));
      Version to = version(comma < 0 ? inside : inside.substring(comma + 1));
      range.parts.add(new Part(from, rest.charAt(0) == '[', to, rest.charAt(end) == ']'));
      rest = rest.substring(end + 1).replaceFirst("^,", "");
    }
    return Optional.of(range);
  }

  private static int indexOf(String text, char c) {
    int at = text.indexOf(c);
    return at < 0 ? Integer.MAX_VALUE : at;
  }

  private static Version version(String text) {
    return text.isEmpty() ? null : Version.of(text);
  }

  boolean contains(String version) {
    Version v = Version.of(version);
    return parts.stream().anyMatch(p -> p.contains(v));
  }

  /** The newest version that lies in the range. */
  Optional<String> newestOf(Collection<String> versions) {
    return versions.stream().filter(this::contains).max(Comparator.comparing(Version::of));
  }

  @Override
  public String toString() {
    return text;
  }
}
