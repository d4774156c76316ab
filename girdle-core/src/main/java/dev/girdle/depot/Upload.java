package dev.girdle.depot;

import dev.girdle.depot.DepotConnection.Question;
import dev.girdle.image.Descriptor;
import dev.girdle.io.Content;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Sends bytes to a depot (OCI Distribution Specification 1.1, "Pushing blobs"). Large ones go in
 * pieces, so that a broken line costs one of them: the depot is asked how far it got.
 */
final class Upload {
  /** What is larger is sent in pieces. */
  static final int PIECE = 8 << 20;

  private static final int BROKEN_TRIES = 12;

  /** Answers after which an upload may go well another time, or has to begin anew. */
  private static final Set<Integer> AGAIN = Set.of(404, 408, 416, 425, 429);

  private static final Pattern RANGE = Pattern.compile("(?:bytes=)?0-([0-9]{1,18})");
  private static final String SCOPE = "pull,push";

  private final DepotConnection connection;
  private final Descriptor blob;
  private final Content content;
  private final LongConsumer sent;
  private final String name;
  private final String what;
  private URI place;
  private long done;

  /**
   * Prepares to send.
   *
   * @param connection speaks with the depot, of one name in it
   * @param blob what the bytes are
   * @param content the bytes
   * @param sent is told how many more went over the line
   */
  Upload(DepotConnection connection, Descriptor blob, Content content, LongConsumer sent) {
    this.connection = connection;
    this.name = connection.address().name();
    this.what = "take a part of " + name;
    this.blob = blob;
    this.content = content;
    this.sent = sent;
  }

  void run() throws IOException {
    begin();
    int broken = 0;
    while (true) {
      try {
        while (blob.size() > PIECE && done < blob.size()) {
          piece();
        }
        end();
        return;
      } catch (DepotException e) {
        boolean isOver = e.status() >= 400 && e.status() < 500 && !AGAIN.contains(e.status());
        if (isOver || ++broken > BROKEN_TRIES) {
          throw e;
        }
        resume();
      }
    }
  }

  private void begin() {
    Question question =
        new Question(
            what,
            "POST",
            connection.uri(name + "/blobs/uploads/"),
            Map.of(),
            DepotConnection.BodyPublishers.NOTHING,
            SCOPE);
    HttpResponse<InputStream> answer = connection.ask(question, Set.of(202));
    DepotConnection.close(answer);
    place = location(answer);
    done = 0;
  }

  private URI location(HttpResponse<InputStream> answer) {
    return answer.headers().firstValue("Location").map(l -> answer.uri().resolve(l)).orElse(place);
  }

  private void piece() throws IOException {
    int length = (int) Math.min(PIECE, blob.size() - done);
    long from = done;
    Question question =
        new Question(
            what,
            "PATCH",
            place,
            Map.of(
                "Content-Type",
                "application/octet-stream",
                "Content-Range",
                from + "-" + (from + length - 1)),
            () -> part(from, length),
            SCOPE);
    HttpResponse<InputStream> answer = connection.once(question, Set.of(202));
    DepotConnection.close(answer);
    place = location(answer);
    done = from + length;
    sent.accept(length);
  }

  private void end() {
    boolean isWhole = blob.size() <= PIECE;
    String mark = place.toString().contains("?") ? "&" : "?";
    Question question =
        new Question(
            what,
            "PUT",
            URI.create(place + mark + "digest=" + blob.digest()),
            isWhole ? Map.of("Content-Type", "application/octet-stream") : Map.of(),
            isWhole ? () -> part(0, (int) blob.size()) : DepotConnection.BodyPublishers.NOTHING,
            SCOPE);
    DepotConnection.close(connection.once(question, Set.of(201)));
    sent.accept(isWhole ? blob.size() : 0);
  }

  /** Asks how far it got; begins anew if it does not know any more. */
  private void resume() {
    connection.pause(1, Optional.empty());
    if (blob.size() <= PIECE) {
      begin();
      return;
    }
    Question question = Question.get("tell how far it got", place);
    try {
      HttpResponse<InputStream> answer = connection.ask(question);
      DepotConnection.close(answer);
      Optional<Matcher> range =
          answer
              .headers()
              .firstValue("Range")
              .map(RANGE::matcher)
              .filter(m -> m.matches() && answer.statusCode() == 204);
      if (range.isPresent()) {
        long there = Long.parseLong(range.get().group(1)) + 1;
        place = location(answer);
        done = there <= 1 && done == 0 ? 0 : Math.min(there, blob.size());
        return;
      }
    } catch (DepotException e) {
      if (e.status() >= 400 && e.status() < 500 && e.status() != 404) {
        throw e;
      }
    }
    begin();
  }

  private BodyPublisher part(long from, int length) {
    return BodyPublishers.fromPublisher(
        BodyPublishers.ofInputStream(() -> Parts.open(content, from, length)), length);
  }
}
