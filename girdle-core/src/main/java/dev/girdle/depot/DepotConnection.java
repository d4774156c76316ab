package dev.girdle.depot;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.fetch.Credentials;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;

/**
 * Speaks with one server: answers its questions who one is, follows where it sends one, waits when
 * it asks for patience, and tries again what may go well the next time.
 *
 * <p>Name and password go to the server itself and to whom it names for tokens, over TLS or within
 * this machine, and to nobody else.
 */
final class DepotConnection {
  private static final int TRIES = 5;
  private static final int MOST_REDIRECTS = 5;
  private static final int LARGEST_ANSWER = 1 << 20;
  private static final long LONGEST_WAIT = 60_000;
  private static final Duration PATIENCE = Duration.ofSeconds(60);

  /** Bytes in a second that a line has to carry at the least. */
  private static final long SLOWEST = 20_000;

  private static final Set<Integer> REDIRECTS = Set.of(301, 302, 303, 307, 308);
  private static final Set<Integer> PASSING = Set.of(408, 425, 429, 500, 502, 503, 504);

  private final DepotAddress address;
  private final Optional<Credentials> login;
  private final long pauseMillis;
  private final HttpClient client;
  private final Map<String, String> tokens = new ConcurrentHashMap<>();

  /**
   * Prepares to speak.
   *
   * @param address the server, and the name that is spoken of
   * @param login who one is; empty for nobody in particular
   * @param environment of which the variables for proxies are looked at
   * @param pauseMillis how long to wait before the first try again, in milliseconds; doubled for
   *     each further one
   */
  DepotConnection(
      DepotAddress address,
      Optional<Credentials> login,
      Map<String, String> environment,
      long pauseMillis) {
    this.address = address;
    this.login = login;
    this.pauseMillis = pauseMillis;
    this.client =
        HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .connectTimeout(Duration.ofSeconds(15))
            .followRedirects(HttpClient.Redirect.NEVER)
            .proxy(new ProxyVariables(environment))
            .build();
  }

  /**
   * What is asked.
   *
   * @param what for people: "take tidebook"
   * @param method of HTTP
   * @param uri where
   * @param headers besides those that are always sent
   * @param body makes what is sent, anew for each try
   * @param scope what a token has to allow: {@code pull}, or {@code pull,push}
   */
  record Question(
      String what,
      String method,
      URI uri,
      Map<String, String> headers,
      Supplier<BodyPublisher> body,
      String scope) {
    static Question get(String what, URI uri) {
      return new Question(what, "GET", uri, Map.of(), BodyPublishers.NOTHING, "pull");
    }

    Question accepting(String types) {
      return with("Accept", types);
    }

    Question with(String header, String value) {
      Map<String, String> all = new HashMap<>(headers);
      all.put(header, value);
      return new Question(what, method, uri, all, body, scope);
    }
  }

  /** What is sent where nothing is. */
  static final class BodyPublishers {
    static final Supplier<BodyPublisher> NOTHING = HttpRequest.BodyPublishers::noBody;

    private BodyPublishers() {}
  }

  DepotAddress address() {
    return address;
  }

  URI uri(String path) {
    return URI.create(address.server() + "/v2/" + path);
  }

  /**
   * Asks until there is an answer that stands, however it is.
   *
   * @return the answer, whose body has to be closed
   * @throws DepotException if there is none
   */
  HttpResponse<InputStream> ask(Question question) {
    String last = "gives no answer";
    for (int i = 0; i < TRIES; i++) {
      try {
        HttpResponse<InputStream> answer = authorised(question);
        if (!PASSING.contains(answer.statusCode()) || i == TRIES - 1) {
          return answer;
        }
        try (InputStream body = answer.body()) {
          body.readNBytes(LARGEST_ANSWER);
        }
        pause(i, answer.headers().firstValue("Retry-After"));
      } catch (IOException e) {
        last = reason(e);
        if (i < TRIES - 1) {
          pause(i, Optional.empty());
        }
      }
    }
    throw DepotException.unreachable(address.label(), last);
  }

  /** The same, where only some answers will do. */
  HttpResponse<InputStream> ask(Question question, Set<Integer> wished) {
    HttpResponse<InputStream> answer = ask(question);
    if (!wished.contains(answer.statusCode())) {
      throw refusal(question, answer);
    }
    return answer;
  }

  /** The same, asked once: whether it goes well again depends on how far it got. */
  HttpResponse<InputStream> once(Question question, Set<Integer> wished) {
    HttpResponse<InputStream> answer;
    try {
      answer = authorised(question);
    } catch (IOException e) {
      throw DepotException.unreachable(address.label(), reason(e));
    }
    if (!wished.contains(answer.statusCode())) {
      throw refusal(question, answer);
    }
    return answer;
  }

  /** Reads an answer to its end, of which only the head matters. */
  static void close(HttpResponse<InputStream> answer) {
    try (InputStream body = answer.body()) {
      body.readNBytes(LARGEST_ANSWER);
    } catch (IOException e) {
      return; // what was asked has been answered
    }
  }

  DepotException refusal(Question question, HttpResponse<InputStream> answer) {
    return DepotException.answered(
        answer.statusCode(), address.label(), question.what, said(answer), login.isPresent());
  }

  /** What stands in errors of the protocol ("Error Codes"). */
  private static String said(HttpResponse<InputStream> answer) {
    try (InputStream body = answer.body()) {
      JsonNode error = new JsonMapper().readTree(body.readNBytes(LARGEST_ANSWER)).at("/errors/0");
      return Paths.printable(
          (error.path("code").asText() + " " + error.path("message").asText()).strip());
    } catch (IOException e) {
      return "";
    }
  }

  private static String reason(IOException e) {
    if (e instanceof java.net.ConnectException) {
      return "cannot be reached";
    }
    if (e instanceof java.net.http.HttpTimeoutException) {
      return "gives no answer in time";
    }
    if (e instanceof javax.net.ssl.SSLException) {
      return "cannot show who it is: " + e.getMessage();
    }
    return "breaks off: "
        + (e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage());
  }

  void pause(int tries, Optional<String> asked) {
    long wait = pauseMillis << tries;
    if (asked.isPresent() && asked.get().strip().matches("[0-9]{1,6}")) {
      wait = Math.max(wait, Long.parseLong(asked.get().strip()) * 1000);
    }
    try {
      Thread.sleep(Math.min(wait, LONGEST_WAIT));
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw DepotException.unreachable(address.label(), "was not waited for");
    }
  }

  private HttpResponse<InputStream> authorised(Question question) throws IOException {
    HttpResponse<InputStream> answer = followed(question, tokens.get(question.scope));
    if (answer.statusCode() != 401) {
      return answer;
    }
    Optional<Challenge> challenge = Challenge.of(answer.headers().allValues("WWW-Authenticate"));
    if (challenge.isEmpty()) {
      return answer;
    }
    Optional<String> token =
        challenge.get().scheme().equals("bearer")
            ? token(challenge.get(), question.scope)
            : login.filter(l -> isPrivate(question.uri)).map(Credentials::basic);
    if (token.isEmpty() || token.get().equals(tokens.get(question.scope))) {
      return answer;
    }
    answer.body().close();
    tokens.put(question.scope, token.get());
    return followed(question, token.get());
  }

  /** A token for what is to be done (token authentication of registries, {@code scope}). */
  private Optional<String> token(Challenge challenge, String actions) throws IOException {
    String realm = challenge.words().getOrDefault("realm", "");
    URI uri;
    try {
      String scope =
          challenge
              .words()
              .getOrDefault(
                  "scope",
                  address.name().isEmpty() ? "" : "repository:" + address.name() + ":" + actions);
      uri =
          URI.create(
              realm
                  + (realm.contains("?") ? "&" : "?")
                  + "service="
                  + encoded(challenge.words().getOrDefault("service", ""))
                  + (scope.isEmpty() ? "" : "&scope=" + encoded(scope)));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
    HttpRequest.Builder request = HttpRequest.newBuilder(uri).timeout(PATIENCE);
    login.filter(l -> isPrivate(uri)).ifPresent(l -> request.header("Authorization", l.basic()));
    HttpResponse<InputStream> answer = send(request.build());
    try (InputStream body = answer.body()) {
      if (answer.statusCode() != 200) {
        return Optional.empty();
      }
      JsonNode read = new JsonMapper().readTree(body.readNBytes(LARGEST_ANSWER));
      String token = read.path("token").asText(read.path("access_token").asText());
      return token.isEmpty() ? Optional.empty() : Optional.of("Bearer " + token);
    }
  }

  private static String encoded(String text) {
    return URLEncoder.encode(text, StandardCharsets.UTF_8);
  }

  private boolean isPrivate(URI uri) {
    return "https".equals(uri.getScheme())
        || DepotAddress.isLoopback(uri.getHost())
        || uri.getHost().equals(address.server().getHost()); // for which the user said http
  }

  private HttpResponse<InputStream> followed(Question question, String token) throws IOException {
    URI uri = question.uri;
    for (int hop = 0; hop < MOST_REDIRECTS; hop++) {
      BodyPublisher body = question.body.get();
      Duration time = PATIENCE.plusSeconds(Math.max(0, body.contentLength()) / SLOWEST);
      HttpRequest.Builder request =
          HttpRequest.newBuilder(uri).timeout(time).method(question.method, body);
      question.headers.forEach(request::header);
      if (token != null && isOfServer(uri)) {
        request.header("Authorization", token);
      }
      HttpResponse<InputStream> answer = send(request.build());
      Optional<String> location = answer.headers().firstValue("Location");
      if (!REDIRECTS.contains(answer.statusCode()) || location.isEmpty()) {
        return answer;
      }
      answer.body().close();
      URI next = uri.resolve(location.get());
      if (uri.getScheme().equals("https") && !"https".equals(next.getScheme())) {
        throw new IOException("it leads to " + next.getHost() + " without TLS");
      }
      uri = next;
    }
    throw new IOException("it leads in circles");
  }

  private boolean isOfServer(URI uri) {
    return address.server().getAuthority().equals(uri.getAuthority())
        && address.server().getScheme().equals(uri.getScheme());
  }

  private HttpResponse<InputStream> send(HttpRequest request) throws IOException {
    try {
      return client.send(request, HttpResponse.BodyHandlers.ofInputStream());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    }
  }
}
