package dev.girdle.depot.receive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.depot.Delivery;
import dev.girdle.depot.Depot;
import dev.girdle.depot.DepotAddress;
import dev.girdle.depot.LayoutDepot;
import dev.girdle.depot.Offer;
import dev.girdle.depot.RegistryDepot;
import dev.girdle.depot.Release;
import dev.girdle.depot.SealedFolder;
import dev.girdle.depot.SigningKey;
import dev.girdle.depot.TrustedKey;
import dev.girdle.depot.standin.Mischief;
import dev.girdle.depot.standin.StandIn;
import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.GirdleException;
import dev.girdle.place.Folders;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Releases are received: from depots that work and from those that do not, once and again. */
class ReceiverTest {
  private static final int LARGE = 3 << 20;

  @TempDir Path dir;
  private Path first;
  private Path second;

  @BeforeEach
  void seal() throws IOException {
    Map<String, byte[]> files = new TreeMap<>();
    files.put("bin/mast", "#!/bin/sh\necho first\n".getBytes(StandardCharsets.UTF_8));
    files.put("lib/large", noise(1, LARGE));
    files.put("lib/other", noise(2, 50_000));
    files.put("lib/same", noise(2, 50_000));
    files.put("lib/link", "->large".getBytes(StandardCharsets.UTF_8));
    files.put("empty", new byte[0]);
    first = SealedFolder.make(dir.resolve("first"), "mast", "1.0.0", files);
    files.put("bin/mast", "#!/bin/sh\necho second\n".getBytes(StandardCharsets.UTF_8));
    byte[] changed = noise(1, LARGE);
    changed[LARGE / 2] ^= 1;
    files.put("lib/large", changed);
    second = SealedFolder.make(dir.resolve("second"), "mast", "1.1.0", files);
  }

  private static byte[] noise(int seed, int length) {
    byte[] bytes = new byte[length];
    new Random(seed).nextBytes(bytes);
    return bytes;
  }

  private StandIn standIn(String mischief) throws IOException {
    return new StandIn(
        dir.resolve("depot"), 0, List.of(), mischief.isEmpty() ? List.of() : Mischief.of(mischief));
  }

  private static Depot depot(StandIn standIn) {
    return new RegistryDepot(
        DepotAddress.of(standIn.address() + "/harbour/mast"), Optional.empty(), Map.of(), 1);
  }

  private static Delivery.Outcome deliver(Depot depot, Path what, SigningKey... key) {
    Delivery.Options plain = Delivery.Options.plain();
    return new Delivery(
            depot,
            Optional.empty(),
            new Delivery.Options(false, plain.about(), Stream.of(key).findFirst(), Instant.now()),
            Progress.SILENT)
        .deliver(List.of(what));
  }

  private static Receiver.Order order(String release, TrustedKey... trust) {
    return new Receiver.Order(
        new Choice.Wishes(
            Optional.of(release).filter(r -> !r.isEmpty()), false, "linux-x64", Optional.empty()),
        List.of(trust),
        Optional.empty(),
        Optional.empty(),
        false,
        false);
  }

  private Receiver.Outcome receive(Depot depot, String release, TrustedKey... trust) {
    return receiver().receive(depot, "there", order(release, trust));
  }

  private Receiver receiver() {
    return new Receiver(into(), Map.of(), Progress.SILENT);
  }

  private Path into() {
    return dir.resolve("into");
  }

  private String current() throws IOException {
    return Files.readSymbolicLink(into().resolve("current")).toString();
  }

  /** Every file of a folder with its bytes, permission and target. */
  private static Map<String, String> contents(Path folder) throws IOException {
    Map<String, String> all = new TreeMap<>();
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.toList()) {
        String path = folder.relativize(file).toString();
        if (Files.isSymbolicLink(file)) {
          all.put(path, "-> " + Files.readSymbolicLink(file));
        } else if (Files.isRegularFile(file)) {
          all.put(
              path,
              Arrays.hashCode(Files.readAllBytes(file)) + (Files.isExecutable(file) ? " x" : ""));
        }
      }
    }
    return all;
  }

  /** What is there is whole, and nothing is half there. */
  private void assertOnly(String... releases) throws IOException {
    List<String> names = new ArrayList<>(List.of(".girdle"));
    if (releases.length > 0) {
      names.add("current");
      names.addAll(List.of(releases));
    }
    if (!Files.exists(into())) {
      assertThat(releases).isEmpty();
      return;
    }
    try (Stream<Path> all = Files.list(into())) {
      assertThat(all.map(p -> p.getFileName().toString()))
          .containsExactlyInAnyOrderElementsOf(names);
    }
    for (String one : releases) {
      assertThat(contents(into().resolve(one)))
          .isEqualTo(contents(one.equals("1.0.0") ? first : second));
    }
  }

  @Test
  void aReleaseIsTheSameFolderAndTheNextOneCostsLittle() throws IOException {
    try (StandIn standIn = standIn("")) {
      Depot depot = depot(standIn);
      Delivery.Outcome sent = deliver(depot, first);
      Receiver.Outcome got = receive(depot, "");
      assertThat(got.release()).isEqualTo("1.0.0");
      assertThat(got.before()).isNull();
      assertThat(got.reusedBytes()).isZero();
      assertThat(got.fetchedBytes()).isBetween(sent.bytes() * 9 / 10, sent.bytes() * 11 / 10);
      assertOnly("1.0.0");
      assertThat(deliver(depot, second).sentBytes()).isLessThan(90_000);
      assertThat(new Cost(depot, into()).here(release(depot, "1.1.0")).orElseThrow())
          .isBetween(10_000L, 90_000L);
      Receiver.Outcome next = receive(depot, "");
      assertThat(next.before()).isEqualTo("1.0.0");
      assertThat(next.fetchedBytes()).isLessThan(90_000);
      assertOnly("1.0.0", "1.1.0");
      assertThat(current()).isEqualTo("1.1.0");
      assertThat(receive(depot, "").wasThere()).isTrue();
      assertThat(new Cost(depot, into()).here(release(depot, "1.1.0"))).contains(0L);
      assertThat(receiver().back().release()).isEqualTo("1.0.0");
      assertThat(current()).isEqualTo("1.0.0");
      assertThatThrownBy(() -> receiver().back())
          .hasMessageContaining("no release was current")
          .hasMessageContaining("before 1.0.0");
      assertThat(current()).isEqualTo("1.0.0");
    }
  }

  private static Release release(Depot depot, String name) {
    return Release.read(depot, name).orElseThrow();
  }

  @Test
  void aPieceThatWasAlteredHereIsFetched() throws IOException {
    try (StandIn standIn = standIn("")) {
      Depot depot = depot(standIn);
      deliver(depot, first);
      receive(depot, "");
      deliver(depot, second);
      Path other = into().resolve("1.0.0/lib/other");
      Files.write(other, new byte[10]);
      Files.delete(into().resolve("1.0.0/lib/same"));
      receive(depot, "");
      assertThat(contents(into().resolve("1.1.0"))).isEqualTo(contents(second));
    }
  }

  @Test
  void aFolderWithoutANetworkDoesAsWell() throws IOException {
    Path layout = dir.resolve("releases");
    try (LayoutDepot depot = new LayoutDepot(layout, "releases")) {
      deliver(depot, first);
      assertThat(deliver(depot, second).sentBytes()).isLessThan(90_000);
    }
    try (LayoutDepot depot = new LayoutDepot(layout, "releases")) {
      assertThat(depot.releases()).containsExactly("1.0.0", "1.1.0");
      receive(depot, "1.0.0");
      receive(depot, "^1.0");
      assertOnly("1.0.0", "1.1.0");
    }
  }

  @Test
  void whatIsNotSignedAsItHasToBeIsRefused() throws IOException {
    SigningKey key = SigningKey.make(dir.resolve("key"));
    TrustedKey trusted = TrustedKey.in(SigningKey.beside(dir.resolve("key")));
    SigningKey.make(dir.resolve("other"));
    TrustedKey other = TrustedKey.in(dir.resolve("other.pub"));
    for (String mischief : List.of("", "forgetful")) {
      try (StandIn standIn = standIn(mischief)) {
        Depot depot = depot(standIn);
        deliver(depot, first, key);
        assertThatThrownBy(() -> receive(depot, "", other))
            .hasMessageContaining("is signed by " + key.id() + ", and not by a trusted key");
        assertOnly();
        assertThat(receive(depot, "", trusted).signedBy()).isEqualTo(key.id());
        deliver(depot, second);
        // it is remembered whom this folder trusts
        assertThatThrownBy(() -> receive(depot, "")).hasMessageContaining("is not signed");
        assertOnly("1.0.0");
        Folders.delete(into());
        Folders.delete(dir.resolve("depot"));
      }
    }
  }

  /** Whoever can write to the depot names an older release as a newer one. */
  @Test
  void aSignatureIsOfOneReleaseOnly() throws IOException {
    SigningKey key = SigningKey.make(dir.resolve("key"));
    TrustedKey trusted = TrustedKey.in(dir.resolve("key.pub"));
    try (StandIn standIn = standIn("")) {
      Depot depot = depot(standIn);
      deliver(depot, first, key);
      depot.put(depot.document("1.0.0").orElseThrow(), "1.2.0");
      assertThatThrownBy(() -> receive(depot, "", trusted)).hasMessageContaining("is not signed");
      assertThat(receive(depot, "1.0.0", trusted).release()).isEqualTo("1.0.0");
    }
  }

  @Test
  void aDepotThatShowsAnOlderStateIsTold() throws IOException {
    try (StandIn standIn = standIn("")) {
      Depot depot = depot(standIn);
      deliver(depot, first);
      deliver(depot, second);
      receive(depot, "");
      Files.walk(dir.resolve("depot/names"))
          .filter(p -> p.getFileName().toString().equals("1.1.0"))
          .forEach(p -> p.toFile().delete());
      Receiver.Outcome outcome = receive(depot, "");
      assertThat(outcome.release()).isEqualTo("1.0.0");
      assertThat(outcome.notices())
          .singleElement()
          .asString()
          .contains("was seen to have release 1.1.0");
    }
  }

  @Test
  void aLineThatBreaksAnywhereIsTakenUpAgain() throws IOException {
    try (StandIn standIn = standIn("")) {
      deliver(depot(standIn), first);
    }
    Random random = new Random(5);
    for (int i = 0; i < 20; i++) {
      try (StandIn standIn = standIn("cut=" + (1 + random.nextInt(LARGE)) + "/2")) {
        receive(depot(standIn), "");
        assertOnly("1.0.0");
      }
      Folders.delete(into());
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"flip/2", "status=503/3", "slow=5/4", "forgetful"})
  void whatGoesWellTheNextTimeIsAskedForAgain(String mischief) throws IOException {
    try (StandIn standIn = standIn("")) {
      deliver(depot(standIn), first);
    }
    try (StandIn standIn = standIn(mischief)) {
      receive(depot(standIn), "");
      assertOnly("1.0.0");
    }
  }

  @Test
  void aFlippedByteInAnyPartChangesNothingHere() throws IOException {
    try (StandIn standIn = standIn("")) {
      Depot depot = depot(standIn);
      deliver(depot, first);
      receive(depot, "");
      deliver(depot, second);
      List<Path> blobs;
      try (Stream<Path> all = Files.list(dir.resolve("depot/blobs"))) {
        blobs = all.sorted().toList();
      }
      assertThat(blobs).hasSizeGreaterThan(6);
      int refused = 0;
      for (Path blob : blobs) {
        byte[] bytes = Files.readAllBytes(blob);
        byte[] flipped = bytes.clone();
        flipped[bytes.length / 2] ^= 4;
        Files.write(blob, flipped);
        try {
          receive(depot, "1.1.0");
        } catch (GirdleException e) {
          refused++;
          assertThat(current()).isEqualTo("1.0.0");
          assertOnly("1.0.0");
        }
        Files.write(blob, bytes);
        if (Files.exists(into().resolve("1.1.0"))) {
          assertOnly("1.0.0", "1.1.0"); // it was a part that this receiver does not read
          Folders.delete(into());
          receive(depot, "1.0.0");
        }
      }
      // list, table, pack and record of the second release
      assertThat(refused).isEqualTo(4);
      receive(depot, "1.1.0");
      assertOnly("1.0.0", "1.1.0");
    }
  }

  @Test
  void aManifestWithoutEndIsGivenUp() throws IOException {
    try (StandIn standIn = standIn("")) {
      deliver(depot(standIn), first);
    }
    try (StandIn standIn = standIn("endless")) {
      assertThatThrownBy(() -> receive(depot(standIn), ""))
          .hasMessageContaining("larger than can be meant well");
      assertOnly();
    }
  }

  @Test
  void manyReceiversInOneFolderWaitForEachOther() throws Exception {
    try (StandIn standIn = standIn("")) {
      deliver(depot(standIn), first);
      ExecutorService threads = Executors.newFixedThreadPool(6);
      List<Callable<Receiver.Outcome>> work = new ArrayList<>();
      for (int i = 0; i < 6; i++) {
        work.add(() -> receive(depot(standIn), ""));
      }
      int fetched = 0;
      for (Future<Receiver.Outcome> one : threads.invokeAll(work)) {
        fetched += one.get().wasThere() ? 0 : 1;
      }
      threads.shutdown();
      assertThat(fetched).isEqualTo(1);
      assertOnly("1.0.0");
    }
  }

  @Test
  void whatLiesThereAndIsSomebodyElsesIsLeftAlone() throws IOException {
    try (StandIn standIn = standIn("")) {
      deliver(depot(standIn), first);
      Path theirs = Files.createDirectories(into().resolve("1.0.0")).resolve("theirs");
      Files.writeString(theirs, "theirs");
      assertThatThrownBy(() -> receive(depot(standIn), ""))
          .hasMessageContaining("was not made by girdle receive");
      assertThat(theirs).hasContent("theirs");
      assertThat(into().resolve("current")).doesNotExist();
    }
  }

  @Test
  void theOldestReleasesGoAndTheOneBeforeStays() throws IOException {
    try (StandIn standIn = standIn("")) {
      Depot depot = depot(standIn);
      for (String release : List.of("1.0.0", "1.1.0", "1.2.0", "1.3.0")) {
        Path folder =
            SealedFolder.make(
                dir.resolve("r" + release), "mast", release, Map.of("bin/mast", new byte[] {1}));
        deliver(depot, folder);
        Receiver.Order plain = order("");
        receiver()
            .receive(
                depot,
                "there",
                new Receiver.Order(
                    plain.wishes(),
                    List.of(),
                    Optional.of(1),
                    Optional.of(dir.resolve("starters")),
                    false,
                    false));
      }
      try (Stream<Path> all = Files.list(into())) {
        assertThat(all.map(p -> p.getFileName().toString()))
            .containsExactlyInAnyOrder(".girdle", "current", "1.2.0", "1.3.0");
      }
      assertThat(receiver().back().release()).isEqualTo("1.2.0");
      assertThat(dir.resolve("starters/mast").toRealPath())
          .isEqualTo(into().resolve("1.2.0/bin/mast").toRealPath());
      assertThat(Files.exists(dir.resolve("starters/mast"), LinkOption.NOFOLLOW_LINKS)).isTrue();
    }
  }

  @Test
  void theReleaseForThisTargetIsTaken() throws IOException {
    try (StandIn standIn = standIn("")) {
      Depot depot = depot(standIn);
      deliver(depot, first);
      deliver(
          depot,
          SealedFolder.make(
              dir.resolve("arm"), "mast", "1.2.0", "linux-arm64", Map.of("bin/mast", new byte[9])));
      deliver(
          depot,
          SealedFolder.make(
              dir.resolve("pre"), "mast", "2.0.0-rc.1", Map.of("bin/mast", new byte[9])));
      Receiver.Outcome outcome = receive(depot, "");
      assertThat(outcome.release()).isEqualTo("1.0.0");
      assertThat(outcome.notices())
          .containsExactly("release 1.2.0 is newer, and has nothing for this target");
      assertThatThrownBy(() -> receive(depot, "1.2.0"))
          .hasMessageContaining("has no folder for linux-x64 in release 1.2.0")
          .hasMessageContaining("There is: folder for linux-arm64.");
      assertThatThrownBy(() -> receive(depot, "^3")).hasMessageContaining("has no release ^3");
    }
  }

  @Test
  void whatWasReceivedForAnotherTargetIsReceivedForItAgain() throws IOException {
    try (StandIn standIn = standIn("")) {
      Depot depot = depot(standIn);
      for (String release : List.of("1.0.0", "1.1.0")) {
        Path arm = dir.resolve("arm" + release);
        deliver(
            depot,
            SealedFolder.make(
                arm, "mast", release, "macos-arm64", Map.of("bin/mast", new byte[] {1})));
        deliver(depot, release.equals("1.0.0") ? first : second);
        Receiver.Order plain = order("");
        Choice.Wishes wishes =
            new Choice.Wishes(
                Optional.empty(),
                false,
                release.equals("1.0.0") ? "macos-arm64" : null,
                Optional.empty());
        Receiver.Outcome outcome =
            receiver()
                .receive(
                    depot,
                    "there",
                    new Receiver.Order(
                        wishes, plain.trust(), plain.keep(), plain.links(), false, false));
        assertThat(outcome.kind()).isEqualTo("folder for macos-arm64");
        assertThat(contents(into().resolve(release))).isEqualTo(contents(arm));
      }
    }
  }

  /** What was added for another target leaves the first as it is. */
  @Test
  void aSecondTargetJoinsTheRelease() throws IOException {
    try (StandIn standIn = standIn("")) {
      Depot depot = depot(standIn);
      deliver(depot, first);
      Path arm =
          SealedFolder.make(
              dir.resolve("arm"), "mast", "1.0.0", "linux-arm64", Map.of("bin/mast", new byte[9]));
      deliver(depot, arm);
      assertThat(release(depot, "1.0.0").offers())
          .extracting(Offer::kind)
          .containsExactly("folder for linux-x64", "folder for linux-arm64");
      receive(depot, "");
      assertOnly("1.0.0");
      Files.write(arm.resolve("bin/mast"), new byte[8]);
      assertThatThrownBy(() -> deliver(depot, arm))
          .hasMessageContaining("is not as it was sealed")
          .hasMessageContaining("bin/mast has 8 bytes, and had 9");
    }
  }
}
