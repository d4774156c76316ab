package dev.girdle.depot.receive;

import dev.girdle.app.Target;
import dev.girdle.artifact.Check;
import dev.girdle.depot.CountingDepot;
import dev.girdle.depot.Depot;
import dev.girdle.depot.Releases;
import dev.girdle.depot.Signatures;
import dev.girdle.depot.TrustedKey;
import dev.girdle.depot.pieces.PieceList;
import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageLayout;
import dev.girdle.io.Sizes;
import dev.girdle.place.Folders;
import dev.girdle.place.Output;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Receives releases into a folder: fetches what this machine does not have, places the release
 * beside earlier ones in one step, and lets {@code current} lead to it. If anything fails, nothing
 * has changed.
 */
public final class Receiver {
  private final Path folder;
  private final Map<String, String> environment;
  private final Progress progress;

  /**
   * What is to be received.
   *
   * @param wishes which release and artifact; without a target that of before, or this machine
   * @param trust the keys whose signatures count; empty for those that counted before
   * @param keep how many releases stay; empty for as many as before
   * @param links a folder for starters; empty for none
   * @param replaces whether a release that lies there with other contents is exchanged
   * @param regardless whether {@code current} leads to it also if it will not run here
   */
  public record Order(
      Choice.Wishes wishes,
      List<TrustedKey> trust,
      Optional<Integer> keep,
      Optional<Path> links,
      boolean replaces,
      boolean regardless) {
    /** Copies the list. */
    public Order {
      trust = List.copyOf(trust);
    }
  }

  /**
   * What was received.
   *
   * @param from the depot
   * @param release the release
   * @param kind what of it
   * @param place where it lies
   * @param before the release that was current before; null if there was none
   * @param wasThere whether it lay there already
   * @param isCurrent whether {@code current} leads to it
   * @param bytes how large it is
   * @param fetchedBytes how many bytes came over the line, all counted
   * @param reusedBytes how many of its bytes this machine had
   * @param signedBy the trusted key that signed it; null if none was asked for
   * @param check what is to be said of it on this machine; empty for an image that Girdle did not
   *     make
   * @param notices what is odd, one sentence each
   * @param removed releases that were removed
   * @param starters what was put into the folder for starters
   */
  public record Outcome(
      String from,
      String release,
      String kind,
      Path place,
      String before,
      boolean wasThere,
      boolean isCurrent,
      long bytes,
      long fetchedBytes,
      long reusedBytes,
      String signedBy,
      Optional<Check> check,
      List<String> notices,
      List<String> removed,
      List<Path> starters) {}

  /**
   * Prepares to receive.
   *
   * @param folder where to
   * @param environment the environment variables, in which a runtime may be named
   * @param progress is told how the work gets on
   */
  public Receiver(Path folder, Map<String, String> environment, Progress progress) {
    this.folder = folder;
    this.environment = environment;
    this.progress = progress;
  }

  /**
   * Where the folder's releases came from.
   *
   * @param folder a folder that was received into
   * @return the depot; empty if nothing was ever received into it
   */
  public static Optional<String> origin(Path folder) {
    try {
      return Optional.ofNullable(ReceivingFolder.read(folder).from());
    } catch (IOException e) {
      throw ReceivingFolder.failed(folder, e);
    }
  }

  private ReceivingFolder open() {
    return ReceivingFolder.open(
        folder, () -> progress.at("waiting for another process that works in " + folder, 0, 0));
  }

  /**
   * Receives a release.
   *
   * @param depot where it comes from
   * @param from how the depot is named, for the next time
   * @param order what is to be received
   * @return what came of it
   * @throws GirdleException if there is none, or it is not signed as it has to be, or the line or
   *     the disk fails; nothing has changed then
   */
  public Outcome receive(Depot depot, String from, Order order) {
    boolean isNew = !Files.exists(folder);
    try (ReceivingFolder there = open()) {
      return receive(new CountingDepot(depot), from, order, there);
    } catch (IOException e) {
      throw ReceivingFolder.failed(folder, e);
    } catch (GirdleException e) {
      if (isNew) {
        removeEmpty();
      }
      throw e;
    }
  }

  /** A folder into which nothing came is not left behind. */
  private void removeEmpty() {
    try {
      Received read = ReceivingFolder.read(folder);
      if (read.placed().isEmpty()) {
        Folders.delete(folder.resolve(".girdle"));
        Files.deleteIfExists(folder);
      }
    } catch (IOException e) {
      return; // something is in it
    }
  }

  private Outcome receive(CountingDepot depot, String from, Order order, ReceivingFolder there)
      throws IOException {
    Received before = there.received();
    if (there.isCurrentTaken()) {
      throw GirdleException.request(
          folder.resolve(ReceivingFolder.CURRENT) + " is there and was not made by girdle receive",
          "  Move it away, or receive into another folder: --into DIR");
    }
    Choice choice = Choice.of(depot, wishes(order.wishes(), before));
    List<String> notices = new ArrayList<>(oddities(choice, before));
    Trust trust = Trust.of(order.trust(), before, folder);
    Optional<Signatures.Found> signature = trust.signature(depot, choice);
    String release = choice.release().name();
    Optional<Starters> starters =
        order
            .links()
            .or(() -> Optional.ofNullable(before.links()).map(Path::of))
            .map(this::starters);
    Optional<Received.Placed> placed = before.placed(release);
    String manifest = choice.offer().where().digest();
    boolean isThere = placed.filter(p -> p.manifest().equals(manifest)).isPresent();
    requireFree(there, release, placed, isThere, order);
    Received now =
        new Received(
            Received.FORMAT,
            from,
            signature.map(Signatures.Found::name).orElse(before.name()),
            choice.offer().target().orElse(null),
            choice.offer().form(),
            newer(choice.newest(), before.newest()),
            trust.texts(),
            order.keep().orElse(before.keep()),
            order.links().map(l -> l.toAbsolutePath().toString()).orElse(before.links()),
            before.placed(),
            before.history());
    Incoming incoming =
        choice.offer().isImage()
            ? new IncomingImages(depot, choice.release(), there)
            : new IncomingPieces(depot, choice, there);
    long reused = incoming.bytes();
    Optional<Check> check;
    if (isThere) {
      there.write(now);
      check = checked(incoming.artifact(there.release(release)), true);
    } else {
      requireRoom(incoming.bytes());
      try (Output output = Output.at(there.release(release), "--into", p -> order.replaces())) {
        reused = incoming.make(output.work(), progress);
        check = checked(incoming.artifact(output.work()), false);
        starters.ifPresent(s -> s.require(incoming.starters()));
        incoming.keep();
        there.write(now.with(placed(choice, signature)));
        output.moveIn();
      }
    }
    Optional<String> current = there.current();
    boolean isCurrent = check.map(Check::isGood).orElse(true) || order.regardless();
    List<Path> made = List.of();
    if (isCurrent) {
      there.point(release);
      if (starters.isPresent()) {
        made =
            starters
                .get()
                .make(
                    incoming.starters(), RecordFile.of(incoming.artifact(there.release(release))));
      }
    }
    Integer keep = there.received().keep();
    List<String> removed = keep == null ? List.of() : there.prune(keep);
    forget(there);
    return new Outcome(
        depot.label(),
        release,
        choice.offer().kind(),
        incoming.artifact(there.release(release)),
        current.orElse(null),
        isThere,
        isCurrent || current.filter(release::equals).isPresent(),
        incoming.bytes(),
        depot.fetchedBytes(),
        reused,
        signature.map(Signatures.Found::key).orElse(null),
        check,
        notices,
        removed,
        made);
  }

  private static Received.Placed placed(Choice choice, Optional<Signatures.Found> signature) {
    return new Received.Placed(
        choice.release().name(),
        choice.offer().where().digest(),
        choice.release().top().descriptor().digest(),
        Instant.now().truncatedTo(ChronoUnit.SECONDS).toString(),
        signature.map(Signatures.Found::key).orElse(null));
  }

  private Starters starters(Path dir) {
    return new Starters(dir, folder.resolve(ReceivingFolder.CURRENT));
  }

  private static String newer(String one, String other) {
    return other == null || Releases.isNewer(one, other) ? one : other;
  }

  /** What was received before for a target, in a certain form, is received so again. */
  private static Choice.Wishes wishes(Choice.Wishes wishes, Received before) {
    String target = wishes.target() == null ? before.target() : wishes.target();
    return new Choice.Wishes(
        wishes.release(),
        wishes.pre(),
        target == null ? Target.ofThisMachine().map(Target::text).orElse(null) : target,
        wishes.form().or(() -> Optional.ofNullable(before.form())));
  }

  private static List<String> oddities(Choice choice, Received before) {
    List<String> notices = new ArrayList<>();
    choice
        .newer()
        .ifPresent(n -> notices.add("release " + n + " is newer, and has nothing for this target"));
    if (before.newest() != null && Releases.isNewer(before.newest(), choice.newest())) {
      notices.add(
          "the depot was seen to have release "
              + before.newest()
              + " and has nothing newer than "
              + choice.newest()
              + " now: it was withdrawn, or somebody shows an older state of the depot");
    }
    return notices;
  }

  private static void requireFree(
      ReceivingFolder there,
      String release,
      Optional<Received.Placed> placed,
      boolean isThere,
      Order order) {
    Path place = there.release(release);
    boolean isTaken = Files.exists(place, LinkOption.NOFOLLOW_LINKS);
    if (isThere || !isTaken) {
      return;
    }
    if (placed.isEmpty()) {
      throw GirdleException.request(
          place + " is there and was not made by girdle receive",
          "  Move it away, or receive into another folder: --into DIR");
    }
    if (!order.replaces()) {
      throw GirdleException.application(
          release
              + " is another artifact now than on "
              + placed.get().receivedAt()
              + ", when it was received",
          "  The one that lies in " + place + " stays. To exchange it: --replace");
    }
  }

  private void requireRoom(long bytes) throws IOException {
    long room = Files.getFileStore(folder).getUsableSpace();
    if (room < bytes) {
      throw GirdleException.machine(
          "there is no room for the release in "
              + folder
              + ": it needs "
              + Sizes.of(bytes)
              + ", and there are "
              + Sizes.of(room),
          "  What was there is as it was.");
    }
  }

  /**
   * Looks whether an artifact is whole, and runs here.
   *
   * @return empty for an image that Girdle did not make, whose bytes were held against their
   *     digests
   * @throws GirdleException if it is not as it was sealed
   */
  private Optional<Check> checked(Path artifact, boolean isPlaced) {
    if (ImageLayout.isOne(artifact) && RecordFile.find(artifact).isEmpty()) {
      return Optional.empty();
    }
    Check check = Check.of(artifact, environment, progress);
    if (isPlaced) {
      Check.requireWhole(
          check.findings(),
          artifact + " is not as it was sealed:",
          "  Remove that folder and receive it again.");
    } else {
      Check.requireWhole(
          check.findings(),
          "what came is not as it was sealed:",
          "  Nothing was placed, and what was there is as it was.");
    }
    return Optional.of(check);
  }

  private static void forget(ReceivingFolder there) throws IOException {
    Set<Descriptor> used = new HashSet<>();
    for (Received.Placed one : there.received().placed()) {
      Parts.kept(there.parts(), one.manifest()).ifPresent(k -> used.addAll(k.parts()));
    }
    there.forgetBut(used);
  }

  /**
   * What going back came to.
   *
   * @param release the release that is current now
   * @param before the one that was
   * @param place where it lies
   */
  public record Back(String release, String before, Path place) {}

  /**
   * Goes back to the release that was current before.
   *
   * @return what came of it
   * @throws GirdleException if there was none
   */
  public Back back() {
    if (!Files.isDirectory(folder)) {
      throw GirdleException.request(folder + " is not there, so nothing was received into it");
    }
    try (ReceivingFolder there = open()) {
      String now =
          there
              .current()
              .orElseThrow(
                  () -> GirdleException.request("no release in " + folder + " is current"));
      String before =
          there
              .pointBack()
              .orElseThrow(
                  () ->
                      GirdleException.request(
                          "no release was current in " + folder + " before " + now,
                          "  Receive the one that you want: girdle receive …@RELEASE --into "
                              + folder));
      Optional<Parts.Known> known =
          there.received().placed(before).flatMap(p -> Parts.kept(there.parts(), p.manifest()));
      if (there.received().links() != null && known.isPresent()) {
        PieceList list = known.get().list();
        starters(Path.of(there.received().links()))
            .make(
                Starters.paths(list),
                RecordFile.of(IncomingPieces.artifact(there.release(before), list)));
      }
      return new Back(before, now, there.release(before));
    } catch (IOException e) {
      throw ReceivingFolder.failed(folder, e);
    }
  }
}
