package dev.girdle.depot.standin;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import dev.girdle.fetch.Credentials;
import dev.girdle.image.MediaTypes;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.commons.io.input.BoundedInputStream;

/**
 * A depot on this machine, for trying out (OCI Distribution Specification 1.1: pull, push, content
 * discovery, referrers). It listens on loopback only and has no TLS; for anything else there are
 * registries.
 */
public final class StandIn implements AutoCloseable {
  static {
    // the server of the JDK waits 40 ms before it sends short answers, but for this word
    System.setProperty("sun.net.httpserver.nodelay", "true");
  }

  private static final String NAME =
      "([a-z0-9]+(?:(?:\\.|_|__|-+)[a-z0-9]+)*(?:/[a-z0-9]+(?:(?:\\.|_|__|-+)[a-z0-9]+)*)*)";
  private static final Pattern RANGE = Pattern.compile("bytes=([0-9]{1,18})-([0-9]{1,18})");
  private static final Pattern BLOB = Pattern.compile("/v2/" + NAME + "/blobs/([^/]+)");
  private static final Pattern UPLOADS = Pattern.compile("/v2/" + NAME + "/blobs/uploads/?");
  private static final Pattern UPLOAD = Pattern.compile("/v2/" + NAME + "/blobs/uploads/([^/]+)");
  private static final Pattern MANIFEST = Pattern.compile("/v2/" + NAME + "/manifests/([^/]+)");
  private static final Pattern TAGS = Pattern.compile("/v2/" + NAME + "/tags/list");
  private static final Pattern REFERRERS = Pattern.compile("/v2/" + NAME + "/referrers/([^/]+)");
  private static final int LARGEST_MANIFEST = 16 << 20;
  private static final int THREADS = 32;

  private final HttpServer server;
  private final ExecutorService threads;
  private final Store store;
  private final List<Credentials> users;
  private final List<Mischief> mischief;
  private final JsonMapper json = new JsonMapper();

  /** The line is broken off on purpose. */
  private static final class BrokenOff extends IOException {
    private static final long serialVersionUID = 1;
  }

  /**
   * Starts to serve.
   *
   * @param folder what it keeps; made if it is not there
   * @param port on loopback; 0 for any that is free
   * @param users who may use it; everybody if empty
   * @param mischief how it misbehaves; empty for well
   * @throws IOException if the folder cannot be written or the port is taken
   */
  public StandIn(Path folder, int port, List<Credentials> users, List<Mischief> mischief)
      throws IOException {
    this.store = new Store(folder);
    this.users = List.copyOf(users);
    this.mischief = List.copyOf(mischief);
    this.threads = Executors.newFixedThreadPool(THREADS);
    this.server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
    server.createContext("/", this::handle);
    server.setExecutor(threads);
    server.start();
  }

  /**
   * Where it is.
   *
   * @return host and port
   */
  public String address() {
    return "localhost:" + server.getAddress().getPort();
  }

  private void handle(HttpExchange exchange) throws IOException {
    try (exchange) {
      for (Mischief one : mischief) {
        if (one.kind() == Mischief.Kind.SLOW && one.isDue()) {
          Thread.sleep(one.value());
        } else if (one.kind() == Mischief.Kind.STATUS && one.isDue()) {
          if (one.value() == 429) {
            exchange.getResponseHeaders().set("Retry-After", "1");
          }
          error(exchange, one.value(), "UNAVAILABLE", "it misbehaves as it was told to");
          return;
        }
      }
      if (!mayEnter(exchange)) {
        exchange.getResponseHeaders().set("WWW-Authenticate", "Basic realm=\"depot\"");
        error(exchange, 401, "UNAUTHORIZED", "who is this?");
        return;
      }
      answer(exchange);
    } catch (BrokenOff e) {
      return; // the line is closed with the exchange
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private boolean mayEnter(HttpExchange exchange) {
    String said = exchange.getRequestHeaders().getFirst("Authorization");
    return users.isEmpty() || users.stream().anyMatch(u -> u.basic().equals(said));
  }

  private void answer(HttpExchange exchange) throws IOException {
    String path = exchange.getRequestURI().getPath();
    String method = exchange.getRequestMethod();
    Matcher upload = UPLOAD.matcher(path);
    Matcher blob = BLOB.matcher(path);
    Matcher manifest = MANIFEST.matcher(path);
    Matcher tags = TAGS.matcher(path);
    Matcher referrers = REFERRERS.matcher(path);
    Matcher begin = UPLOADS.matcher(path);
    if (path.equals("/v2/") || path.equals("/v2")) {
      send(exchange, 200, "application/json", "{}".getBytes(StandardCharsets.UTF_8));
    } else if (path.equals("/v2/_catalog")) {
      ObjectNode all = json.createObjectNode();
      ArrayNode names = all.putArray("repositories");
      store.names().forEach(names::add);
      send(exchange, 200, "application/json", json.writeValueAsBytes(all));
    } else if (begin.matches() && method.equals("POST")) {
      begun(exchange, begin.group(1), store.begin());
    } else if (upload.matches()) {
      upload(exchange, method, upload.group(1), upload.group(2));
    } else if (blob.matches()) {
      blob(exchange, blob.group(2));
    } else if (manifest.matches()) {
      manifest(exchange, method, manifest.group(1), manifest.group(2));
    } else if (tags.matches()) {
      tags(exchange, tags.group(1));
    } else if (referrers.matches() && !isForgetful()) {
      referrers(exchange, referrers.group(1), referrers.group(2));
    } else {
      error(exchange, 404, "UNSUPPORTED", "there is nothing at " + path);
    }
  }

  private boolean isForgetful() {
    return mischief.stream().anyMatch(m -> m.kind() == Mischief.Kind.FORGETFUL);
  }

  private void begun(HttpExchange exchange, String name, String id) throws IOException {
    exchange.getResponseHeaders().set("Location", "/v2/" + name + "/blobs/uploads/" + id);
    send(exchange, 202, "", new byte[0]);
  }

  private void upload(HttpExchange exchange, String method, String name, String id)
      throws IOException {
    Optional<Path> file = store.upload(id);
    if (file.isEmpty()) {
      error(exchange, 404, "BLOB_UPLOAD_UNKNOWN", "nothing is being sent there");
      return;
    }
    exchange.getResponseHeaders().set("Location", "/v2/" + name + "/blobs/uploads/" + id);
    long there = Files.size(file.get());
    if (method.equals("GET")) {
      range(exchange, there);
      send(exchange, 204, "", new byte[0]);
      return;
    }
    String range = exchange.getRequestHeaders().getFirst("Content-Range");
    if (range != null && !range.startsWith(there + "-")) {
      range(exchange, there);
      error(exchange, 416, "BLOB_UPLOAD_INVALID", "there are " + there + " bytes already");
      return;
    }
    Store.append(file.get(), taken(exchange.getRequestBody()));
    if (method.equals("PATCH")) {
      range(exchange, Files.size(file.get()));
      send(exchange, 202, "", new byte[0]);
      return;
    }
    String digest = query(exchange.getRequestURI()).getOrDefault("digest", "");
    if (store.finish(file.get(), digest)) {
      exchange.getResponseHeaders().set("Location", "/v2/" + name + "/blobs/" + digest);
      send(exchange, 201, "", new byte[0]);
    } else {
      error(exchange, 400, "DIGEST_INVALID", "it is not what its digest says");
    }
  }

  private static void range(HttpExchange exchange, long there) {
    exchange.getResponseHeaders().set("Range", "0-" + Math.max(0, there - 1));
  }

  private static Map<String, String> query(URI uri) {
    Map<String, String> words = new HashMap<>();
    String query = uri.getRawQuery() == null ? "" : uri.getRawQuery();
    for (String one : query.split("&")) {
      int equals = one.indexOf('=');
      if (equals > 0) {
        words.put(
            one.substring(0, equals),
            URLDecoder.decode(one.substring(equals + 1), StandardCharsets.UTF_8));
      }
    }
    return words;
  }

  /** What is sent to it; perhaps not to the end. */
  private InputStream taken(InputStream body) {
    for (Mischief one : mischief) {
      if (one.kind() == Mischief.Kind.CUT && one.isDue()) {
        return new CutStream(body, one.value(), BrokenOff::new);
      }
    }
    return body;
  }

  private void blob(HttpExchange exchange, String digest) throws IOException {
    Optional<Path> file = store.blob(digest);
    if (file.isEmpty()) {
      error(exchange, 404, "BLOB_UNKNOWN", "there is no " + digest);
      return;
    }
    exchange.getResponseHeaders().set("Docker-Content-Digest", digest);
    exchange.getResponseHeaders().set("Content-Type", "application/octet-stream");
    long size = Files.size(file.get());
    if (exchange.getRequestMethod().equals("HEAD")) {
      exchange.getResponseHeaders().set("Content-Length", String.valueOf(size));
      exchange.sendResponseHeaders(200, -1);
      return;
    }
    long from = 0;
    long length = size;
    String range = exchange.getRequestHeaders().getFirst("Range");
    Matcher wished = RANGE.matcher(range == null ? "" : range);
    if (wished.matches()) {
      from = Math.min(Long.parseLong(wished.group(1)), size);
      length = Math.min(Long.parseLong(wished.group(2)) + 1, size) - from;
      exchange
          .getResponseHeaders()
          .set("Content-Range", "bytes " + from + "-" + (from + length - 1) + "/" + size);
    }
    exchange.sendResponseHeaders(wished.matches() ? 206 : 200, length == 0 ? -1 : length);
    InputStream in = part(file.get(), from, length);
    for (Mischief one : mischief) {
      if (one.kind() == Mischief.Kind.FLIP && one.isDue()) {
        in = new FlippedStream(in);
      } else if (one.kind() == Mischief.Kind.CUT && one.isDue()) {
        in = new CutStream(in, one.value(), BrokenOff::new);
      }
    }
    try (InputStream body = in) {
      body.transferTo(exchange.getResponseBody());
    }
  }

  /** RFC 9110, 14.1.2, as far as it is needed. */
  private static InputStream part(Path file, long from, long length) throws IOException {
    InputStream in = Files.newInputStream(file);
    in.skipNBytes(from);
    return BoundedInputStream.builder().setInputStream(in).setMaxCount(length).get();
  }

  private void manifest(HttpExchange exchange, String method, String name, String reference)
      throws IOException {
    if (method.equals("PUT")) {
      String type = exchange.getRequestHeaders().getFirst("Content-Type");
      byte[] bytes = exchange.getRequestBody().readNBytes(LARGEST_MANIFEST);
      JsonNode read = json.readTree(bytes);
      for (JsonNode layer : read.path("layers")) {
        if (store.blob(layer.path("digest").asText()).isEmpty()) {
          error(exchange, 404, "MANIFEST_BLOB_UNKNOWN", "it names what is not here: " + layer);
          return;
        }
      }
      Optional<Store.Kept> kept = store.put(name, reference, type == null ? "" : type, bytes);
      if (kept.isEmpty()) {
        error(exchange, 400, "MANIFEST_INVALID", "it is not what its name says");
        return;
      }
      if (read.has("subject") && !isForgetful()) {
        exchange.getResponseHeaders().set("OCI-Subject", read.at("/subject/digest").asText());
      }
      exchange.getResponseHeaders().set("Docker-Content-Digest", kept.get().digest());
      exchange.getResponseHeaders().set("Location", "/v2/" + name + "/manifests/" + reference);
      send(exchange, 201, "", new byte[0]);
      return;
    }
    if (mischief.stream().anyMatch(m -> m.kind() == Mischief.Kind.ENDLESS)) {
      endless(exchange);
      return;
    }
    Optional<Store.Kept> kept = store.manifest(name, reference);
    if (kept.isEmpty()) {
      error(exchange, 404, "MANIFEST_UNKNOWN", "there is no " + name + " " + reference);
      return;
    }
    exchange.getResponseHeaders().set("Docker-Content-Digest", kept.get().digest());
    send(exchange, 200, kept.get().mediaType(), kept.get().bytes());
  }

  private static void endless(HttpExchange exchange) throws IOException {
    exchange.getResponseHeaders().set("Content-Type", MediaTypes.MANIFEST);
    exchange.sendResponseHeaders(200, 0);
    OutputStream out = exchange.getResponseBody();
    byte[] spaces = " ".repeat(1 << 16).getBytes(StandardCharsets.UTF_8);
    while (true) {
      out.write(spaces); // until nobody listens any more
    }
  }

  private void tags(HttpExchange exchange, String name) throws IOException {
    if (!store.knows(name)) {
      error(exchange, 404, "NAME_UNKNOWN", "there is no " + name);
      return;
    }
    ObjectNode all = json.createObjectNode().put("name", name);
    ArrayNode tags = all.putArray("tags");
    store.releases(name).forEach(tags::add);
    send(exchange, 200, "application/json", json.writeValueAsBytes(all));
  }

  private void referrers(HttpExchange exchange, String name, String digest) throws IOException {
    ObjectNode index = json.createObjectNode().put("schemaVersion", 2);
    index.put("mediaType", MediaTypes.INDEX);
    ArrayNode found = index.putArray("manifests");
    for (Store.Kept one : store.manifests(name)) {
      JsonNode read = json.readTree(one.bytes());
      if (read.at("/subject/digest").asText().equals(digest)) {
        ObjectNode descriptor = found.addObject();
        descriptor.put("mediaType", one.mediaType());
        descriptor.put("digest", one.digest()).put("size", one.bytes().length);
        descriptor.put(
            "artifactType",
            read.path("artifactType").asText(read.at("/config/mediaType").asText()));
        if (read.has("annotations")) {
          descriptor.set("annotations", read.path("annotations"));
        }
      }
    }
    send(exchange, 200, MediaTypes.INDEX, json.writeValueAsBytes(index));
  }

  private void error(HttpExchange exchange, int status, String code, String message)
      throws IOException {
    ObjectNode errors = json.createObjectNode();
    errors.putArray("errors").addObject().put("code", code).put("message", message);
    send(exchange, status, "application/json", json.writeValueAsBytes(errors));
  }

  private static void send(HttpExchange exchange, int status, String type, byte[] bytes)
      throws IOException {
    if (!type.isEmpty()) {
      exchange.getResponseHeaders().set("Content-Type", type);
    }
    boolean hasBody = bytes.length > 0 && !exchange.getRequestMethod().equals("HEAD");
    exchange.sendResponseHeaders(status, hasBody ? bytes.length : -1);
    if (hasBody) {
      exchange.getResponseBody().write(bytes);
    }
  }

  /** Ends serving, at once. */
  @Override
  public void close() {
    server.stop(0);
    threads.shutdownNow();
  }
}
