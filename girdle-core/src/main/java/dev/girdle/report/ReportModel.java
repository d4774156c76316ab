package dev.girdle.report;

import dev.girdle.app.Conflict;
import dev.girdle.closure.Rank;
import java.util.List;
import java.util.Optional;

/**
 * All that the page shows. The same application gives the same picture; no path of this machine is
 * in it.
 *
 * @param subject what it shows
 * @param parts the components, and what else goes along or stays behind
 * @param pieces what they consist of
 * @param links what the chains of the explanations consist of
 * @param gaps what is missing
 * @param questions places that ask by names that only the run will tell
 * @param conflicts parts that get in each other's way
 * @param sight what rehearsals saw; empty if there is no evidence
 * @param editions artifacts of the same application, the oldest release first
 * @param notices what was odd, one sentence each
 */
public record ReportModel(
    Subject subject,
    List<ReportPart> parts,
    List<ReportItem> pieces,
    List<Link> links,
    List<Gap> gaps,
    List<Question> questions,
    List<Conflict> conflicts,
    Optional<Sight> sight,
    List<Edition> editions,
    List<String> notices) {
  /** Copies the lists. */
  public ReportModel {
    parts = List.copyOf(parts);
    pieces = List.copyOf(pieces);
    links = List.copyOf(links);
    gaps = List.copyOf(gaps);
    questions = List.copyOf(questions);
    conflicts = List.copyOf(conflicts);
    editions = List.copyOf(editions);
    notices = List.copyOf(notices);
  }

  /**
   * What rehearsals saw.
   *
   * @param foreseen how many classes that the closure has by other demands
   * @param missed the numbers of the pieces that only the evidence brought in
   */
  public record Sight(int foreseen, List<Integer> missed) {
    /** Copies the list. */
    public Sight {
      missed = List.copyOf(missed);
    }
  }

  /**
   * How many things are needed, missing, and not accepted.
   *
   * @return 0 if nothing stands in the way
   */
  public int missing() {
    return (int)
        gaps.stream().filter(g -> g.rank() == Rank.NEEDED && g.accepted().isEmpty()).count();
  }

  /**
   * How much goes along, or stays behind.
   *
   * @param in true for what goes along
   * @return bytes, without a runtime that the receiver has
   */
  public long bytes(boolean in) {
    return pieces.stream()
        .filter(p -> p.disposition().isIn() == in && parts.get(p.part()).supplied())
        .mapToLong(ReportItem::bytes)
        .sum();
  }
}
