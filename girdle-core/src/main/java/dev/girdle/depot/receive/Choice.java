package dev.girdle.depot.receive;

import dev.girdle.depot.Depot;
import dev.girdle.depot.Offer;
import dev.girdle.depot.Release;
import dev.girdle.depot.Releases;
import dev.girdle.fault.GirdleException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;

/**
 * Which artifact of which release is received.
 *
 * @param release the release
 * @param offer its artifact
 * @param newer a newer release that has nothing for the target; empty if there is none
 * @param newest the newest of all releases of the depot
 */
public record Choice(Release release, Offer offer, Optional<String> newer, String newest) {
  /** As many of the newest releases are looked at. */
  private static final int MOST = 50;

  /** The usual forms, the one that is taken first in front. */
  private static final List<String> FORMS =
      List.of("folder", "executable", "archive", "tgz", "zip");

  /**
   * What a receiver wishes.
   *
   * @param release a release, or a range of such; empty for the newest
   * @param pre whether it may be one that is not stable
   * @param target for which target; null for whatever
   * @param form in which form; empty for the most usual there is
   */
  public record Wishes(
      Optional<String> release, boolean pre, String target, Optional<String> form) {}

  /**
   * Chooses.
   *
   * @param depot where to look
   * @param wishes what is wished for
   * @return the newest release that has it
   * @throws GirdleException if there is none; what there is, is told
   */
  public static Choice of(Depot depot, Wishes wishes) {
    List<String> all = Releases.sorted(depot.releases());
    List<String> fitting = all.stream().filter(r -> isWished(r, wishes)).limit(MOST).toList();
    if (fitting.isEmpty()) {
      throw none(depot, wishes, all);
    }
    List<String> kinds = new ArrayList<>();
    for (String name : fitting) {
      Optional<Release> release = Release.read(depot, name);
      Optional<Offer> offer = release.flatMap(r -> best(r.offers(), wishes));
      if (offer.isPresent()) {
        boolean isNewest = name.equals(fitting.get(0));
        return new Choice(
            release.get(),
            offer.get(),
            isNewest ? Optional.empty() : Optional.of(fitting.get(0)),
            all.get(0));
      }
      release.stream().flatMap(r -> r.offers().stream()).map(Offer::kind).forEach(kinds::add);
    }
    throw unfit(depot, wishes, fitting, kinds);
  }

  private static boolean isWished(String release, Wishes wishes) {
    if (wishes.release().isEmpty()) {
      return wishes.pre() || Releases.isStable(release);
    }
    String wish = wishes.release().get();
    return Releases.isOne(wish)
        ? release.equals(wish)
        : (wishes.pre() || Releases.isStable(release)) && Releases.isIn(release, wish);
  }

  static Optional<Offer> best(List<Offer> offers, Wishes wishes) {
    return offers.stream()
        .filter(o -> fits(o, wishes))
        .min(
            Comparator.comparing((Offer o) -> o.target().isPresent() ? 0 : 1)
                .thenComparing(o -> place(o.form())));
  }

  private static boolean fits(Offer offer, Wishes wishes) {
    boolean isForm =
        wishes.form().isPresent() ? offer.form().endsWith(wishes.form().get()) : !offer.isImage();
    boolean isTarget =
        offer.target().isEmpty()
            || wishes.target() == null
            || offer.target().get().equals(wishes.target());
    return isForm && isTarget;
  }

  private static int place(String form) {
    for (int i = 0; i < FORMS.size(); i++) {
      if (form.endsWith(FORMS.get(i))) {
        return i;
      }
    }
    return FORMS.size();
  }

  private static GirdleException none(Depot depot, Wishes wishes, List<String> all) {
    if (all.isEmpty()) {
      return GirdleException.request(
          depot.label() + " is not there, or has no releases", "  Is the name right?");
    }
    Optional<String> newest = Releases.usual(all);
    return GirdleException.request(
        depot.label()
            + " has no "
            + (wishes.release().isPresent()
                ? "release " + wishes.release().get()
                : "stable release"),
        wishes.release().isEmpty()
            ? "  The newest that is not stable is " + all.get(0) + ": --pre allows it."
            : "  Its newest is "
                + newest.orElse(all.get(0))
                + ". All: girdle releases "
                + depot.label());
  }

  private static GirdleException unfit(
      Depot depot, Wishes wishes, List<String> fitting, List<String> kinds) {
    String wished =
        wishes.form().map(f -> f + " ").orElse("artifact ")
            + "for "
            + (wishes.target() == null ? "any target" : wishes.target());
    return GirdleException.request(
        depot.label()
            + " has no "
            + wished
            + " in "
            + (fitting.size() == 1 ? "release " + fitting.get(0) : fitting.size() + " releases"),
        "  There is: " + String.join(", ", new TreeSet<>(kinds)) + ".",
        kinds.stream().allMatch(k -> k.startsWith(Offer.IMAGE))
            ? "  Images are for container tools, or received as a layout with --form image."
            : "  --target and --form say which is meant.");
  }
}
