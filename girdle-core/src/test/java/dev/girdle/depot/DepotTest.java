package dev.girdle.depot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import dev.girdle.depot.standin.Mischief;
import dev.girdle.depot.standin.StandIn;
import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.GirdleException;
import dev.girdle.fetch.Credentials;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageConfig;
import dev.girdle.image.ImageLayer;
import dev.girdle.image.ImageWriter;
import dev.girdle.image.MadeImage;
import dev.girdle.image.MediaTypes;
import dev.girdle.image.Platform;
import dev.girdle.io.Compression;
import dev.girdle.io.SourceDate;
import dev.girdle.layout.LayoutFile;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Deliveries to a depot that works, to ones that misbehave, and to ones that ask who one is. */
class DepotTest {
  private static final int LARGE = 20 << 20; // three pieces
  private static final long NO_PAUSE = 1;

  @TempDir static Path shared;
  private static Path image;

  @TempDir Path dir;

  @BeforeAll
  static void write() throws IOException {
    byte[] noise = new byte[LARGE];
    new Random(7).nextBytes(noise);
    image = image(shared.resolve("image"), noise);
  }

  private static Path image(Path folder, byte[] content) throws IOException {
    ImageWriter writer = new ImageWriter(folder, SourceDate.of(null), Compression.GZIP, 1, n -> {});
    ImageLayer layer =
        new ImageLayer(
            "application", List.of(LayoutFile.made("x", content, "")), List.of(), List.of());
    ImageConfig.Run run =
        new ImageConfig.Run("1", null, List.of(), List.of("/x"), null, null, "/", null, null, null);
    ImageWriter.Written written =
        writer.write(
            new MadeImage(
                new Platform("amd64", "linux", null, null), null, List.of(layer), run, Map.of()));
    writer.attach(
        written.manifest(), MediaTypes.RECORD, "record", "{}\n".getBytes(StandardCharsets.UTF_8));
    writer.end("1.0.0", Map.of());
    return folder;
  }

  private StandIn standIn(String mischief, Credentials... users) throws IOException {
    return new StandIn(
        dir.resolve("depot"),
        0,
        List.of(users),
        mischief.isEmpty() ? List.of() : Mischief.of(mischief));
  }

  private static Depot depot(StandIn standIn, Credentials... login) {
    return new RegistryDepot(address(standIn), Stream.of(login).findFirst(), Map.of(), NO_PAUSE);
  }

  private static DepotAddress address(StandIn standIn) {
    return DepotAddress.of(standIn.address() + "/harbour/mast");
  }

  private static Delivery.Outcome deliver(StandIn standIn, Path what, Credentials... login) {
    return new Delivery(
            depot(standIn, login), Optional.empty(), Delivery.Options.plain(), Progress.SILENT)
        .deliver(List.of(what));
  }

  /** Each byte that the depot keeps is what its name says, and nothing half is kept. */
  private void assertSound() throws Exception {
    try (Stream<Path> blobs = Files.list(dir.resolve("depot/blobs"))) {
      for (Path blob : blobs.toList()) {
        byte[] digest = MessageDigest.getInstance("SHA-256").digest(Files.readAllBytes(blob));
        assertThat(HexFormat.of().formatHex(digest)).isEqualTo(blob.getFileName().toString());
      }
    }
  }

  @Test
  void whatIsThereIsNotSentAgainAndTheReleaseComesLast() throws Exception {
    try (StandIn standIn = standIn("")) {
      Delivery.Outcome first = deliver(standIn, image);
      assertThat(first.sentBytes()).isEqualTo(first.bytes()).isGreaterThan(LARGE);
      assertThat(first.wasThere()).isFalse();
      Delivery.Outcome again = deliver(standIn, image);
      assertThat(again.sentBytes()).isZero();
      assertThat(again.wasThere()).isTrue();
      Depot depot = depot(standIn);
      assertThat(depot.releases()).containsExactly("1.0.0");
      assertThat(depot.names()).containsExactly("harbour/mast");
      Release release = Release.read(depot, "1.0.0").orElseThrow();
      assertThat(release.offers()).extracting(Offer::kind).containsExactly("image for linux-x64");
      assertThat(depot.attached(release.top().descriptor()))
          .extracting(Descriptor::artifactType)
          .containsExactlyInAnyOrder(MediaTypes.RECORD, MediaTypes.ABOUT);
      assertThatThrownBy(() -> deliver(standIn, image(dir.resolve("other"), new byte[9])))
          .isInstanceOf(GirdleException.class)
          .hasMessageContaining("has a release 1.0.0 already, with other contents");
      assertSound();
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "status=503/3",
        "status=500/4",
        "status=429/9",
        "slow=20/5",
        "cut=5000000/3",
        "cut=1/2",
        "forgetful"
      })
  void whatGoesWellTheNextTimeIsTriedAgain(String mischief) throws Exception {
    try (StandIn standIn = standIn(mischief)) {
      assertThat(deliver(standIn, image).wasThere()).isFalse();
      assertSound();
      Depot depot = depot(standIn);
      Release release = Release.read(depot, "1.0.0").orElseThrow();
      assertThat(depot.attached(release.top().descriptor())).hasSize(2);
    }
  }

  @Test
  void aLineThatBreaksAnywhereCostsOnePieceAtMost() throws Exception {
    Random random = new Random(20);
    for (int i = 0; i < 20; i++) {
      int place = random.nextInt(Upload.PIECE);
      Path folder = dir.resolve("depot");
      dev.girdle.place.Folders.delete(folder);
      try (StandIn standIn = standIn("cut=" + place + "/4")) {
        assertThat(deliver(standIn, image).sentParts()).as("cut at %d", place).isPositive();
        assertSound();
      }
    }
  }

  @Test
  void wrongBytesAndEndlessDocumentsAreRefused() throws Exception {
    try (StandIn standIn = standIn("")) {
      deliver(standIn, image);
    }
    try (StandIn standIn = standIn("flip")) {
      Depot depot = depot(standIn);
      Descriptor manifest = Descriptor.of("", standInDigest(), Files.size(largest()));
      assertThatThrownBy(
              () -> {
                try (InputStream in = depot.open(manifest)) {
                  in.readAllBytes();
                }
              })
          .hasMessageContaining("sends other bytes than their digest says");
    }
    try (StandIn standIn = standIn("endless")) {
      Depot depot = depot(standIn);
      assertThatThrownBy(() -> depot.document("1.0.0"))
          .hasMessageContaining("larger than can be meant well");
    }
  }

  private Path largest() throws IOException {
    try (Stream<Path> blobs = Files.list(dir.resolve("depot/blobs"))) {
      return blobs
          .max((a, b) -> Long.compare(a.toFile().length(), b.toFile().length()))
          .orElseThrow();
    }
  }

  private String standInDigest() throws IOException {
    return "sha256:" + largest().getFileName();
  }

  @Test
  void whoMayNotEnterIsToldWhatToDoAndNoPasswordIsShown() throws Exception {
    Credentials right = new Credentials("desk", "low-tide");
    try (StandIn standIn = standIn("", right)) {
      assertThatThrownBy(() -> deliver(standIn, image))
          .hasMessageContaining("it wants a name and a password (status 401)")
          .hasMessageContaining("GIRDLE_DEPOT_USER");
      assertThatThrownBy(() -> deliver(standIn, image, new Credentials("desk", "high-tide")))
          .hasMessageContaining("does not accept this name with this password")
          .hasMessageNotContaining("high-tide");
      assertThat(deliver(standIn, image, right).sentParts()).isPositive();
    }
    StandIn gone = standIn("");
    gone.close();
    assertThatThrownBy(() -> deliver(gone, image)).hasMessageContaining("cannot be reached");
  }

  @Test
  void tokensAreFetchedWhereTheDepotSays() throws Exception {
    HttpServer server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    String here = "localhost:" + server.getAddress().getPort();
    Credentials login = new Credentials("desk", "low-tide");
    server.createContext(
        "/token",
        e -> {
          boolean isKnown = login.basic().equals(e.getRequestHeaders().getFirst("Authorization"));
          boolean asks =
              e.getRequestURI().getQuery().contains("scope=repository:harbour/mast:pull");
          answer(e, isKnown && asks ? 200 : 401, "{\"token\": \"flag-7\"}");
        });
    server.createContext(
        "/v2/harbour/mast/tags/list",
        e -> {
          if ("Bearer flag-7".equals(e.getRequestHeaders().getFirst("Authorization"))) {
            answer(e, 200, "{\"tags\": [\"1.0.0\"]}");
          } else {
            e.getResponseHeaders()
                .set(
                    "WWW-Authenticate",
                    "Bearer realm=\"http://"
                        + here
                        + "/token\",service=\"s\",scope=\"repository:harbour/mast:pull\"");
            answer(e, 401, "{}");
          }
        });
    server.start();
    try {
      DepotAddress address = DepotAddress.of(here + "/harbour/mast");
      assertThat(new RegistryDepot(address, Optional.of(login), Map.of(), NO_PAUSE).releases())
          .containsExactly("1.0.0");
      Depot nobody = new RegistryDepot(address, Optional.empty(), Map.of(), NO_PAUSE);
      assertThatThrownBy(nobody::releases).hasMessageContaining("status 401");
    } finally {
      server.stop(0);
    }
  }

  private static void answer(HttpExchange exchange, int status, String text) throws IOException {
    try (exchange) {
      byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
      exchange.sendResponseHeaders(status, bytes.length);
      exchange.getResponseBody().write(bytes);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "localhost:5000/a/b, http://localhost:5000, a/b",
    "127.0.0.1/x, http://127.0.0.1, x",
    "depot.example/harbour/tide-book, https://depot.example, harbour/tide-book",
    "http://depot.example:81/x@1.0.0, http://depot.example:81, x",
    "depot.example, https://depot.example, ''"
  })
  void addressesMeanTlsButOnThisMachine(String text, String server, String name) {
    DepotAddress address = DepotAddress.of(text);
    assertThat(address.server()).hasToString(server);
    assertThat(address.name()).isEqualTo(name);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "a b/c", "x/Upper", "x/../y", "x:99999/y", "ftp://x/y", "x/y//z"})
  void whatIsNoAddressIsRefused(String text) {
    assertThatThrownBy(() -> DepotAddress.of(text)).hasMessageContaining("names no depot");
  }

  @Test
  void releasesAreInTheirOrderAndTheNewestStableOneIsUsual() {
    List<String> sorted =
        Releases.sorted(
            List.of("1.10.0", "1.9.0", "2.0.0-rc.1", "sha256-00", "latest", "1.10.0_b2"));
    assertThat(sorted).startsWith("2.0.0-rc.1").endsWith("1.9.0").hasSize(4);
    assertThat(Releases.usual(sorted).orElseThrow()).startsWith("1.10.0");
    assertThat(Releases.usual(List.of("1.0.0-a"))).isEmpty();
  }

  @Test
  void passwordsAreReadOnlyFromWhereNobodyElseReads() throws IOException {
    Path file = Files.writeString(dir.resolve("login"), "desk:low:tide\n");
    file.toFile().setReadable(false, false);
    file.toFile().setReadable(true, true);
    file.toFile().setWritable(false, false);
    Files.setPosixFilePermissions(
        file, java.nio.file.attribute.PosixFilePermissions.fromString("rw-r--r--"));
    assertThatThrownBy(() -> Login.in(file)).hasMessageContaining("others can read");
    Files.setPosixFilePermissions(
        file, java.nio.file.attribute.PosixFilePermissions.fromString("rw-------"));
    assertThat(Login.in(file)).isEqualTo(new Credentials("desk", "low:tide"));
    assertThat(Login.of(Map.of("GIRDLE_DEPOT_USER", "a", "GIRDLE_DEPOT_PASSWORD", "b")))
        .contains(new Credentials("a", "b"));
  }

  @Test
  void theUsualVariablesNameAProxy() {
    ProxyVariables proxy =
        new ProxyVariables(
            Map.of("https_proxy", "http://quay:3128", "NO_PROXY", "depot.example,.ternhaven"));
    assertThat(proxy.select(java.net.URI.create("https://far.example/")).toString())
        .contains("quay")
        .contains("3128");
    for (String near :
        List.of("https://depot.example/", "https://x.ternhaven/", "https://localhost/")) {
      assertThat(proxy.select(java.net.URI.create(near))).containsExactly(java.net.Proxy.NO_PROXY);
    }
  }
}
