package dev.girdle.depot;

import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.Annotations;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageIndex;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.MediaTypes;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Sends artifacts to a depot, all of one release. What the depot has is not sent again; the name
 * that others find the release by comes last, so that nobody ever sees half of it. What the release
 * has for other targets and in other forms stays as it is.
 */
public final class Delivery {
  /** As many of the newest releases are looked through for pieces that the depot has. */
  private static final int LOOKED_THROUGH = 2;

  /** What artifacts say that holds for the release. */
  private static final Set<String> OF_RELEASES =
      Set.of(
          Annotations.NAME,
          Annotations.TITLE,
          Annotations.DESCRIPTION,
          Annotations.VERSION,
          Annotations.VENDOR,
          Annotations.LICENCES,
          Annotations.URL);

  private final Depot depot;
  private final Optional<String> wanted;
  private final Options options;
  private final Progress progress;

  /**
   * How to deliver.
   *
   * @param replaces whether what a release has may be exchanged
   * @param about what is said of the release, besides what the artifacts say themselves
   * @param key who signs it; empty for nobody
   * @param time when it is delivered
   */
  public record Options(boolean replaces, About about, Optional<SigningKey> key, Instant time) {
    /** Nothing is replaced, said or signed. */
    public static Options plain() {
      return new Options(false, About.NOTHING_SAID, Optional.empty(), Instant.now());
    }
  }

  /**
   * Prepares to deliver.
   *
   * @param depot where to
   * @param release which release; empty for what the artifacts say
   * @param options how
   * @param progress is told how the work gets on
   */
  public Delivery(Depot depot, Optional<String> release, Options options, Progress progress) {
    this.depot = depot;
    this.wanted = release;
    this.options = options;
    this.progress = progress;
  }

  /**
   * What was delivered.
   *
   * @param name what it is called in the depot
   * @param release its release
   * @param digest of what the release leads to
   * @param kinds the artifacts that were delivered: {@code folder for linux-x64}
   * @param bytes how many bytes there are, as the depot keeps them
   * @param sentBytes how many of them went over the line
   * @param parts how many parts it has
   * @param sentParts how many of them went over the line
   * @param wasThere whether the depot had just this release already
   * @param signedBy the key that signed it; null for nobody
   */
  public record Outcome(
      String name,
      String release,
      String digest,
      List<String> kinds,
      long bytes,
      long sentBytes,
      int parts,
      int sentParts,
      boolean wasThere,
      String signedBy) {}

  /**
   * Delivers.
   *
   * @param artifacts image layouts, folders, archives and executables of one release; none to say
   *     something anew of a release that is there
   * @return what came of it
   * @throws GirdleException if one of them is no artifact, or the release is there with other
   *     contents, or the depot does not take it
   */
  public Outcome deliver(List<Path> artifacts) {
    try {
      return artifacts.isEmpty() ? amend() : send(artifacts);
    } catch (IOException e) {
      throw GirdleException.because(
          e,
          () ->
              new GirdleException(
                  Fault.APPLICATION, e, "this cannot be delivered: " + e.getMessage()));
    }
  }

  private Outcome amend() throws IOException {
    String name =
        wanted.orElseThrow(
            () -> GirdleException.request("which release is meant is not said: NAME@RELEASE"));
    Release there =
        Release.read(depot, name)
            .orElseThrow(() -> GirdleException.request(depot.label() + " has no release " + name));
    say(
        there.top().descriptor(),
        there.offers(),
        there.top().descriptor(),
        About.NOTHING_SAID,
        name);
    return outcome(name, there.top().descriptor(), List.of(), new Tally(depot, progress), true);
  }

  private Outcome outcome(
      String release, Descriptor top, List<Offer> sent, Tally tally, boolean wasThere) {
    return new Outcome(
        depot.label(),
        release,
        top.digest(),
        sent.stream().map(Offer::kind).toList(),
        tally.total(),
        tally.sentBytes(),
        tally.parts(),
        tally.sentParts(),
        wasThere,
        options.key().map(SigningKey::id).orElse(null));
  }

  private Outcome send(List<Path> artifacts) throws IOException {
    String release = release(artifacts);
    Optional<Release> there = Release.read(depot, release);
    requireSignature(there);
    Tally tally = new Tally(depot, progress);
    List<Offer> sent = sendAll(artifacts, there, release, tally);
    there = Release.read(depot, release); // somebody else may have added to it in the meantime
    List<Offer> offers = joined(there.map(Release::offers).orElse(List.of()), sent, release);
    Depot.Document top = top(artifacts, offers);
    Optional<Descriptor> before = there.map(r -> r.top().descriptor());
    boolean isSame = before.filter(d -> d.digest().equals(top.descriptor().digest())).isPresent();
    if (!isSame) {
      // found by its digest first, so that what is attached to it has something to be attached to
      depot.put(top, top.descriptor().digest());
    }
    if (!isSame || !options.about().equals(About.NOTHING_SAID) || options.key().isPresent()) {
      say(top.descriptor(), offers, before.orElse(top.descriptor()), told(sent), release);
    }
    if (!isSame) {
      depot.put(top, Releases.tag(release));
    }
    return outcome(release, top.descriptor(), sent, tally, isSame);
  }

  /** Whoever adds something to a signed release has to sign it, or receivers refuse it. */
  private void requireSignature(Optional<Release> there) {
    if (there.isPresent()
        && options.key().isEmpty()
        && !options.replaces()
        && !Signatures.of(depot, there.get().top().descriptor()).isEmpty()) {
      throw GirdleException.request(
          depot.label() + " has a release " + there.get().name() + " that is signed",
          "  Sign what becomes of it, too: --sign KEY; or leave it without a signature: --replace");
    }
  }

  private List<Offer> sendAll(
      List<Path> artifacts, Optional<Release> there, String release, Tally tally)
      throws IOException {
    List<Offer> sent = new ArrayList<>();
    ArtifactSending sending = new ArtifactSending(depot, tally, progress);
    boolean hasLooked = false;
    for (Path artifact : artifacts) {
      try (ImageLayout layout = ImageLayout.open(artifact).orElse(null)) {
        if (layout != null) {
          sent.addAll(new ImageSending(depot, tally).send(layout));
          continue;
        }
      }
      if (!hasLooked) {
        hasLooked = true;
        for (Release one : older(there, release)) {
          for (Offer offer : one.offers()) {
            sending.buildOn(offer);
          }
        }
      }
      sent.add(sending.send(artifact));
    }
    return sent;
  }

  /** The release itself as far as it is there, and the newest ones. */
  private List<Release> older(Optional<Release> there, String release) {
    List<Release> found = new ArrayList<>();
    there.ifPresent(found::add);
    for (String name : Releases.sorted(depot.releases())) {
      if (found.size() < LOOKED_THROUGH && !name.equals(release)) {
        Release.read(depot, name).ifPresent(found::add);
      }
    }
    return found;
  }

  private List<Offer> joined(List<Offer> before, List<Offer> sent, String release) {
    List<Offer> all = new ArrayList<>(before);
    for (Offer one : sent) {
      Optional<Offer> other = before.stream().filter(o -> o.kind().equals(one.kind())).findFirst();
      if (other.isEmpty()) {
        all.add(one);
      } else if (!other.get().where().digest().equals(one.where().digest())) {
        if (!options.replaces()) {
          throw GirdleException.request(
              depot.label() + " has a release " + release + " already, with other contents",
              "  It has another " + one.kind() + ".",
              "  Name another release, or exchange it: --replace");
        }
        all.set(all.indexOf(other.get()), one);
      }
    }
    // who knows nothing of Girdle takes the first that is for its platform
    List<Offer> ordered = new ArrayList<>(all.stream().filter(Offer::isImage).toList());
    ordered.addAll(all.stream().filter(o -> !o.isImage()).toList());
    return ordered;
  }

  /** What the release leads to: an image layout's own document if there is nothing else. */
  private Depot.Document top(List<Path> artifacts, List<Offer> offers) throws IOException {
    if (artifacts.size() == 1) {
      try (ImageLayout layout = ImageLayout.open(artifacts.get(0)).orElse(null)) {
        if (layout != null && layout.images().size() == offers.size()) {
          return Depot.Document.in(layout, layout.all().get(0));
        }
      }
    }
    List<Descriptor> all = offers.stream().map(Offer::where).toList();
    return Depot.Document.of(MediaTypes.INDEX, ImageIndex.of(all, null));
  }

  /** What the artifacts say of themselves. */
  private static About told(List<Offer> sent) {
    Map<String, String> words = new TreeMap<>();
    for (Offer one : sent) {
      Optional.ofNullable(one.manifest().annotations()).ifPresent(words::putAll);
    }
    words.keySet().retainAll(OF_RELEASES);
    return new About(words, Optional.empty());
  }

  /** Says what there is to say of a release, and signs it. */
  private void say(
      Descriptor top, List<Offer> offers, Descriptor before, About told, String release)
      throws IOException {
    About old = About.read(depot, depot.attached(before));
    boolean isExchanged = options.replaces() && !before.digest().equals(top.digest());
    About said =
        told.with(isExchanged ? old.without(Annotations.CREATED) : old).with(options.about());
    Descriptor about = said.attach(depot, top, options.time());
    if (options.key().isPresent()) {
      List<Descriptor> all = new ArrayList<>(List.of(top));
      offers.stream().map(Offer::where).forEach(all::add);
      all.add(about);
      Signatures.sign(
          depot, top, new Statement(name(said), release, all, options.time()), options.key().get());
    }
  }

  private String name(About said) {
    return said.word(Annotations.NAME).orElse(depot.label().replaceFirst("^.*/", ""));
  }

  private String release(List<Path> artifacts) {
    Set<String> named = new TreeSet<>();
    for (Path artifact : artifacts) {
      named.add(named(artifact).orElse(""));
    }
    if (named.size() > 1 && wanted.isEmpty()) {
      throw GirdleException.request(
          "these are artifacts of several releases: " + String.join(", ", named),
          "  Deliver those of one release at a time, or name it: " + depot.label() + "@1.4.0");
    }
    String release = wanted.orElseGet(() -> named.iterator().next());
    if (!Releases.isOne(release)) {
      throw GirdleException.request(
          (release.isEmpty() ? artifacts.get(0) + " says no release" : release + " is no release")
              + " as Semantic Versioning 2.0 has it",
          "  Name one: " + depot.label() + "@1.4.0");
    }
    return release;
  }

  private static Optional<String> named(Path artifact) {
    try (ImageLayout layout = ImageLayout.open(artifact).orElse(null)) {
      if (layout != null) {
        Map<String, String> words = layout.all().get(0).annotations();
        return Optional.ofNullable(words).map(w -> w.get(Annotations.REF));
      }
    } catch (IOException e) {
      return Optional.empty(); // told when it is read again
    }
    return Optional.ofNullable(ArtifactSending.told(artifact).content().release());
  }
}
