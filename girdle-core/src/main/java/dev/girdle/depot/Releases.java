package dev.girdle.depot;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.semver4j.Semver;

/** Releases and their order (Semantic Versioning 2.0.0). */
public final class Releases {
  private Releases() {}

  /**
   * Whether a text is a release.
   *
   * @param text any text
   * @return true for {@code 1.4.0}, {@code 2.0.0-rc.1+b7}
   */
  public static boolean isOne(String text) {
    return Semver.isValid(text);
  }

  /**
   * How a depot calls a release: names there know no plus sign.
   *
   * @param release a release
   * @return a tag
   */
  public static String tag(String release) {
    return release.replace('+', '_');
  }

  /**
   * The releases among names, newest first.
   *
   * @param tags names as a depot has them; those that are no releases are left out
   * @return releases
   */
  public static List<String> sorted(List<String> tags) {
    return tags.stream()
        .map(t -> t.replace('_', '+'))
        .filter(Releases::isOne)
        .sorted(Comparator.comparing(Semver::new).reversed())
        .collect(Collectors.toList());
  }

  /**
   * Whether a release is stable.
   *
   * @param release a release
   * @return false for {@code 2.0.0-rc.1}
   */
  public static boolean isStable(String release) {
    return new Semver(release).getPreRelease().isEmpty();
  }

  /**
   * Whether one release is newer than another.
   *
   * @param one a release
   * @param other a release
   * @return true if it is, by Semantic Versioning
   */
  public static boolean isNewer(String one, String other) {
    return new Semver(one).isGreaterThan(new Semver(other));
  }

  /**
   * Whether a release is in a range.
   *
   * @param release a release
   * @param range as {@code 1.4}, {@code ^1.4}, {@code >=1.2 <2}
   * @return true if it is; pre-releases are in the range that their release is in
   */
  public static boolean isIn(String release, String range) {
    Semver semver = new Semver(release);
    return semver.satisfies(range)
        || !isStable(release)
            && new Semver(semver.getMajor() + "." + semver.getMinor() + "." + semver.getPatch())
                .satisfies(range);
  }

  /**
   * The one that a receiver gets who names none.
   *
   * @param sorted newest first
   * @return the newest stable one; empty if there is none
   */
  public static Optional<String> usual(List<String> sorted) {
    return sorted.stream().filter(Releases::isStable).findFirst();
  }
}
