package dev.girdle.node.pack;

import dev.girdle.app.ReleaseRange;
import java.util.ArrayList;
import java.util.Collection;
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
   * The oldest release from {@link #OLDEST} on that all of some ranges accept.
   *
   * @param ranges as {@code engines} has them; those that cannot be read accept everything
   * @return for example "18.17.0"; empty if there is none, or none of the ranges can be read
   */
  public static Optional<String> oldestIn(Collection<String> ranges) {
    List<RangeList> all =
        ranges.stream()
            .map(RangeListFactory::create)
            .filter(range -> !range.get().isEmpty())
            .toList();
    if (all.isEmpty()) {
      return Optional.empty();
    }
    // the oldest that fits is where a comparison begins, or where a line of releases begins
    return candidates(all).stream()
        .filter(v -> OLDEST.accepts(v.getVersion()))
        .filter(v -> all.stream().allMatch(v::satisfies))
        .min(Comparator.naturalOrder())
        .map(Semver::getVersion);
  }

  /**
   * Whether a range can be read.
   *
   * @param range as {@code engines} has it
   * @return false if it says nothing that npm would understand
   */
  public static boolean isRange(String range) {
    return !RangeListFactory.create(range).get().isEmpty();
  }

  private static List<Semver> candidates(List<RangeList> ranges) {
    List<Semver> all = new ArrayList<>();
    ranges.stream()
        .flatMap(range -> range.get().stream())
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
