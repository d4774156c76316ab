package dev.girdle.node.pack;

import dev.girdle.app.ReleaseRange;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.semver4j.Semver;
import org.semver4j.range.RangeList;
import org.semver4j.range.RangeListFactory;

/** Which releases of Node a range of npm means (npm documentation, "semver", "Ranges"). */
public final class NodeRelease {
  /** What is needed where nobody says anything: the oldest release that rules here are made for. */
  public static final ReleaseRange OLDEST = ReleaseRange.from("18");

  /** First releases of the lines that there are, and that may come; for ranges without a begin. */
  private static final int NEWEST_LINE = 60;

  private NodeRelease() {}

  /**
   * The oldest release from {@link #OLDEST} on that a range accepts.
   *
   * @param range as {@code engines} has it
   * @return for example "18.17.0"; empty if the range cannot be read, or accepts none of them
   */
  public static Optional<String> oldestIn(String range) {
    RangeList ranges = RangeListFactory.create(range);
    if (ranges.get().isEmpty()) {
      return Optional.empty();
    }
    // the oldest that fits is where a comparison begins, or where a line of releases begins
    return candidates(ranges).stream()
        .filter(v -> OLDEST.accepts(v.getVersion()))
        .filter(v -> v.satisfies(ranges))
        .min(Comparator.naturalOrder())
        .map(Semver::getVersion);
  }

  private static List<Semver> candidates(RangeList ranges) {
    List<Semver> all = new java.util.ArrayList<>();
    ranges
        .get()
        .forEach(
            both ->
                both.forEach(
                    one -> {
                      Semver from = one.getRangeVersion();
                      all.add(from);
                      all.add(from.nextPatch());
                    }));
    for (int line = Integer.parseInt(OLDEST.least()); line <= NEWEST_LINE; line++) {
      all.add(new Semver(line + ".0.0"));
    }
    return all;
  }
}
