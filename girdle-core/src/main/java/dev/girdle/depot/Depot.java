package dev.girdle.depot;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.depot.DepotConnection.Question;
import dev.girdle.fetch.Credentials;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageIndex;
import dev.girdle.image.ImageJson;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import dev.girdle.image.Platform;
import dev.girdle.io.Content;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A depot, or one name in it (OCI Distribution Specification 1.1). What is taken from it is held
 * against its digest before anybody sees it.
 */
public final class Depot {
  private static final int LARGEST_MANIFEST = 8 << 20;
  private static final int MOST_PAGES = 1000;
  private static final int TRIES = 12;

  private static final Pattern NEXT = Pattern.compile("<([^>]+)>\\s*;.*rel=\"?next\"?.*");

  private final DepotConnection connection;
  private final String name;

  /**
   * Speaks with a depot.
   *
   * @param address where it is, and which name of it is meant
   * @param login who one is; empty for nobody in particular
   * @param environment of which the variables for proxies are looked at
   * @param pauseMillis how long to wait before the first try again, in milliseconds
   */
  public Depot(
      DepotAddress address,
      Optional<Credentials> login,
      Map<String, String> environment,
      long pauseMillis) {
    this.connection = new DepotConnection(address, login, environment, pauseMillis);
    this.name = address.name();
  }

  /**
   * A manifest or an index as it is there.
   *
   * @param descriptor what it is
   * @param bytes the document
   */
  public record Document(Descriptor descriptor, byte[] bytes) {}

  /**
   * The names that it holds.
   *
   * @return in its order; empty if it does not tell
   */
  public List<String> names() {
    return list("_catalog?n=1000", "repositories", "tell what it holds");
  }

  /**
   * The releases of the name.
   *
   * @return as they were named, in the depot's order; empty if there is no such name
   */
  public List<String> releases() {
    return list(name + "/tags/list?n=1000", "tags", "tell the releases of " + name);
  }

  private List<String> list(String path, String word, String what) {
    Set<String> all = new LinkedHashSet<>();
    URI uri = connection.uri(path);
    for (int page = 0; page < MOST_PAGES; page++) {
      Question question = Question.get(what, uri);
      HttpResponse<InputStream> answer = connection.ask(question, Set.of(200, 404));
      try (InputStream body = answer.body()) {
        if (answer.statusCode() == 404) {
          return List.copyOf(all);
        }
        JsonNode read = new JsonMapper().readTree(body.readNBytes(LARGEST_MANIFEST));
        read.path(word).forEach(n -> all.add(n.asText()));
      } catch (IOException e) {
        throw unreadable("its list", e);
      }
      Optional<URI> next =
          answer
              .headers()
              .firstValue("Link")
              .map(NEXT::matcher)
              .filter(Matcher::matches)
              .map(m -> answer.uri().resolve(m.group(1)));
      if (next.isEmpty() || !next.get().getAuthority().equals(uri.getAuthority())) {
        return List.copyOf(all);
      }
      uri = next.get();
    }
    return List.copyOf(all);
  }

  /**
   * A manifest or index.
   *
   * @param reference a release or a digest
   * @return empty if there is none
   */
  public Optional<Document> document(String reference) {
    Question question =
        Question.get("give " + name + " " + reference, manifestUri(reference))
            .accepting(MediaTypes.ofManifests());
    HttpResponse<InputStream> answer = connection.ask(question, Set.of(200, 404));
    try (InputStream body = answer.body()) {
      if (answer.statusCode() == 404) {
        return Optional.empty();
      }
      byte[] bytes = body.readNBytes(LARGEST_MANIFEST + 1);
      if (bytes.length > LARGEST_MANIFEST) {
        throw DepotException.unreachable(
            label(), "sends a manifest of " + name + " that is larger than can be meant well");
      }
      String digest = Descriptor.digest(bytes);
      if (reference.startsWith("sha256:") && !reference.equals(digest)) {
        throw DepotException.unreachable(
            label(), "sends other bytes for " + reference + " than its digest says");
      }
      String type = answer.headers().firstValue("Content-Type").orElse("").replaceFirst(";.*", "");
      return Optional.of(new Document(Descriptor.of(type, digest, bytes.length), bytes));
    } catch (IOException e) {
      throw unreadable(name + " " + reference, e);
    }
  }

  private URI manifestUri(String reference) {
    return connection.uri(name + "/manifests/" + encoded(reference));
  }

  private static String encoded(String text) {
    return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("%3A", ":");
  }

  private DepotException unreadable(String what, IOException e) {
    return DepotException.unreachable(
        label(), "breaks off while it sends " + what + ": " + e.getMessage());
  }

  private String label() {
    return connection.address().label();
  }

  /**
   * Whether it has some bytes.
   *
   * @param blob which
   * @return true if they need not be sent
   */
  public boolean has(Descriptor blob) {
    Question question =
        new Question(
            "tell whether it has a part of " + name,
            "HEAD",
            connection.uri(name + "/blobs/" + blob.digest()),
            Map.of(),
            DepotConnection.BodyPublishers.NOTHING,
            "pull,push");
    return status(question, Set.of(200, 404)) == 200;
  }

  private int status(Question question, Set<Integer> wished) {
    HttpResponse<InputStream> answer = connection.ask(question, wished);
    DepotConnection.close(answer);
    return answer.statusCode();
  }

  /**
   * Bytes of it. They are held against their digest as they are read: who reads to the end without
   * an error has the right ones.
   *
   * @param blob which
   * @return a stream to be closed
   * @throws IOException if they cannot be had
   */
  public InputStream open(Descriptor blob) throws IOException {
    Question question =
        Question.get("give a part of " + name, connection.uri(name + "/blobs/" + blob.digest()));
    HttpResponse<InputStream> answer = connection.ask(question, Set.of(200));
    return new CheckedBlob(answer.body(), blob, label());
  }

  /**
   * Sends bytes, if it does not have them. Large ones go in pieces; after a broken line the depot
   * is asked how far it got.
   *
   * @param blob what they are
   * @param content the bytes
   * @param sent is told how many more went over the line
   * @return whether they were sent
   * @throws IOException if they cannot be read
   */
  public boolean put(Descriptor blob, Content content, LongConsumer sent) throws IOException {
    if (has(blob)) {
      return false;
    }
    new Upload(connection, blob, content, sent).run();
    return true;
  }

  /**
   * Puts a manifest or index.
   *
   * @param document the document
   * @param reference the release that it is found by; its digest if nobody is to find it so
   */
  public void put(Document document, String reference) {
    Question question =
        new Question(
            "take " + name + " " + reference,
            "PUT",
            manifestUri(reference),
            Map.of("Content-Type", document.descriptor().mediaType()),
            () -> BodyPublishers.ofByteArray(document.bytes()),
            "pull,push");
    HttpResponse<InputStream> answer = connection.ask(question, Set.of(201));
    DepotConnection.close(answer);
    boolean knowsSubjects = answer.headers().firstValue("OCI-Subject").isPresent();
    Optional<Descriptor> subject = subject(document);
    if (subject.isPresent() && !knowsSubjects) {
      addToTag(subject.get(), document);
    }
  }

  private static Optional<Descriptor> subject(Document document) {
    return read(document, ImageManifest.class).map(ImageManifest::subject);
  }

  private static <T> Optional<T> read(Document document, Class<T> type) {
    try {
      return Optional.of(ImageJson.read(document.bytes(), type));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /**
   * What is attached to a manifest ("Listing Referrers"), also where the depot knows nothing of
   * that ("Referrers Tag Schema").
   *
   * @param subject the manifest
   * @return manifests that name it as their subject
   */
  public List<Descriptor> attached(Descriptor subject) {
    Question question =
        Question.get(
                "tell what is attached to " + name,
                connection.uri(name + "/referrers/" + subject.digest()))
            .accepting(MediaTypes.INDEX);
    HttpResponse<InputStream> answer = connection.ask(question);
    try (InputStream body = answer.body()) {
      if (answer.statusCode() == 200) {
        byte[] bytes = body.readNBytes(LARGEST_MANIFEST);
        return read(
                new Document(Descriptor.of(MediaTypes.INDEX, "", bytes.length), bytes),
                ImageIndex.class)
            .map(ImageIndex::manifests)
            .orElse(List.of());
      }
    } catch (IOException e) {
      throw unreadable("what is attached to " + name, e);
    }
    return byTag(subject);
  }

  private static String tag(Descriptor subject) {
    return subject.digest().replace(':', '-');
  }

  private List<Descriptor> byTag(Descriptor subject) {
    return document(tag(subject))
        .flatMap(d -> read(d, ImageIndex.class))
        .map(ImageIndex::manifests)
        .orElse(List.of());
  }

  private void addToTag(Descriptor subject, Document attached) {
    List<Descriptor> all = new ArrayList<>(byTag(subject));
    if (all.stream().noneMatch(d -> d.digest().equals(attached.descriptor().digest()))) {
      ImageManifest manifest = read(attached, ImageManifest.class).orElseThrow();
      all.add(
          attached.descriptor().about(manifest.artifactType()).annotated(manifest.annotations()));
      byte[] index = ImageJson.bytes(ImageIndex.of(all, null));
      put(new Document(Descriptor.of(MediaTypes.INDEX, index), index), tag(subject));
    }
  }

  /** What the configuration of an image says that it is for; null if it says nothing. */
  private Platform platform(ImageManifest manifest) {
    if (manifest.config() == null || manifest.config().size() > LARGEST_MANIFEST) {
      return null;
    }
    try {
      JsonNode read = new JsonMapper().readTree(bytes(manifest.config()));
      return read.has("os")
          ? new Platform(read.path("architecture").asText(), read.path("os").asText(), null, null)
          : null;
    } catch (IOException e) {
      throw unreadable("the configuration of " + name, e);
    }
  }

  /** All bytes of a small part; asked for again if the line breaks. */
  private byte[] bytes(Descriptor blob) throws IOException {
    for (int i = 0; ; i++) {
      try (InputStream in = open(blob)) {
        return in.readAllBytes();
      } catch (IOException e) {
        if (i == TRIES) {
          throw e;
        }
        connection.pause(Math.min(i, 3), Optional.empty());
      }
    }
  }

  /**
   * What a release is, all descriptors that its documents name.
   *
   * @param release the release
   * @return empty if there is none
   */
  public Optional<Release> release(String release) {
    Optional<Document> top = document(release);
    if (top.isEmpty()) {
      return Optional.empty();
    }
    Map<Descriptor, ImageManifest> images = new HashMap<>();
    if (MediaTypes.isIndex(top.get().descriptor().mediaType())) {
      for (Descriptor one :
          read(top.get(), ImageIndex.class).map(ImageIndex::manifests).orElse(List.of())) {
        if (MediaTypes.isManifest(one.mediaType())) {
          document(one.digest())
              .flatMap(d -> read(d, ImageManifest.class))
              .ifPresent(m -> images.put(one, m));
        }
      }
    } else {
      Optional<ImageManifest> manifest = read(top.get(), ImageManifest.class);
      if (manifest.isPresent()) {
        images.put(top.get().descriptor().on(platform(manifest.get())), manifest.get());
      }
    }
    return Optional.of(new Release(release, top.get().descriptor(), images));
  }
}
