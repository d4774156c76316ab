package dev.girdle.depot;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.depot.DepotConnection.Question;
import dev.girdle.fetch.Credentials;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageIndex;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import dev.girdle.io.Content;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.commons.io.input.BoundedInputStream;

/** A registry, or one name in it (OCI Distribution Specification 1.1). */
public final class RegistryDepot implements Depot {
  private static final int MOST_PAGES = 1000;

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
  public RegistryDepot(
      DepotAddress address,
      Optional<Credentials> login,
      Map<String, String> environment,
      long pauseMillis) {
    this.connection = new DepotConnection(address, login, environment, pauseMillis);
    this.name = address.name();
  }

  @Override
  public List<String> names() {
    return list("_catalog?n=1000", "repositories", "tell what it holds");
  }

  @Override
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
        JsonNode read = new JsonMapper().readTree(body.readNBytes(LARGEST_DOCUMENT));
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

  @Override
  public Optional<Document> document(String reference) {
    for (int i = 0; ; i++) {
      try {
        return fetched(reference);
      } catch (IOException e) {
        if (i == TRIES) {
          throw unreadable(name + " " + reference, e);
        }
        pause(Math.min(i, 3));
      }
    }
  }

  private Optional<Document> fetched(String reference) throws IOException {
    Question question =
        Question.get("give " + name + " " + reference, manifestUri(reference))
            .accepting(MediaTypes.ofManifests());
    HttpResponse<InputStream> answer = connection.ask(question, Set.of(200, 404));
    try (InputStream body = answer.body()) {
      if (answer.statusCode() == 404) {
        return Optional.empty();
      }
      byte[] bytes = body.readNBytes(LARGEST_DOCUMENT + 1);
      if (bytes.length > LARGEST_DOCUMENT) {
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

  @Override
  public String label() {
    return connection.address().label();
  }

  @Override
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

  @Override
  public InputStream open(Descriptor blob) throws IOException {
    Question question =
        Question.get("give a part of " + name, connection.uri(name + "/blobs/" + blob.digest()));
    HttpResponse<InputStream> answer = connection.ask(question, Set.of(200));
    return new CheckedBlob(answer.body(), blob, label());
  }

  @Override
  public InputStream open(Descriptor blob, long from, long length) throws IOException {
    Question question =
        Question.get("give a part of " + name, connection.uri(name + "/blobs/" + blob.digest()))
            .with("Range", "bytes=" + from + "-" + (from + length - 1));
    HttpResponse<InputStream> answer = connection.ask(question, Set.of(200, 206));
    InputStream body = answer.body();
    if (answer.statusCode() == 200) {
      body.skipNBytes(from); // it gives nothing but the whole (RFC 9110, 14.2)
    }
    return BoundedInputStream.builder().setInputStream(body).setMaxCount(length).get();
  }

  @Override
  public void pause(int tries) {
    connection.pause(tries, Optional.empty());
  }

  @Override
  public boolean put(Descriptor blob, Content content, LongConsumer sent) throws IOException {
    if (has(blob)) {
      return false;
    }
    new Upload(connection, blob, content, sent).run();
    return true;
  }

  @Override
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
    return document.read(ImageManifest.class).map(ImageManifest::subject);
  }

  @Override
  public List<Descriptor> attached(Descriptor subject) {
    Question question =
        Question.get(
                "tell what is attached to " + name,
                connection.uri(name + "/referrers/" + subject.digest()))
            .accepting(MediaTypes.INDEX);
    HttpResponse<InputStream> answer = connection.ask(question);
    try (InputStream body = answer.body()) {
      if (answer.statusCode() == 200) {
        byte[] bytes = body.readNBytes(LARGEST_DOCUMENT);
        return new Document(Descriptor.of(MediaTypes.INDEX, "", bytes.length), bytes)
            .read(ImageIndex.class)
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
        .flatMap(d -> d.read(ImageIndex.class))
        .map(ImageIndex::manifests)
        .orElse(List.of());
  }

  private void addToTag(Descriptor subject, Document attached) {
    List<Descriptor> all = new ArrayList<>(byTag(subject));
    if (all.stream().noneMatch(d -> d.digest().equals(attached.descriptor().digest()))) {
      ImageManifest manifest = attached.read(ImageManifest.class).orElseThrow();
      all.add(
          attached.descriptor().about(manifest.artifactType()).annotated(manifest.annotations()));
      put(Document.of(MediaTypes.INDEX, ImageIndex.of(all, null)), tag(subject));
    }
  }
}
