package dev.girdle.depot.receive;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What was received into a folder, as the file {@code .girdle/received.json} in it keeps it.
 *
 * @param format 1
 * @param from the depot that it came from last
 * @param name what the application is called; null if nothing that is signed has said it
 * @param target what was received for; null for everywhere
 * @param form in which form
 * @param newest the newest release that the depot was seen to have; null for none
 * @param trust the public keys whose signatures count, as PEM; empty for no matter whose
 * @param keep how many releases stay; null for all
 * @param links the folder that starters are linked from; null for none
 * @param placed the releases that lie there, in the order in which they came
 * @param history the releases that were current one after the other; the last one is
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
record Received(
    int format,
    String from,
    String name,
    String target,
    String form,
    String newest,
    List<String> trust,
    Integer keep,
    String links,
    List<Placed> placed,
    List<String> history) {
  static final int FORMAT = 1;

  /**
   * A release that lies there.
   *
   * @param release which
   * @param manifest the digest of the manifest of its artifact
   * @param top the digest of what the release led to
   * @param receivedAt when, as RFC 3339 has it
   * @param signedBy the trusted key that signed it; null if none was asked for
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  record Placed(String release, String manifest, String top, String receivedAt, String signedBy) {}

  /** Copies the lists. */
  Received {
    trust = trust == null ? List.of() : List.copyOf(trust);
    placed = placed == null ? List.of() : List.copyOf(placed);
    history = history == null ? List.of() : List.copyOf(history);
  }

  static Received nothing() {
    return new Received(FORMAT, null, null, null, null, null, null, null, null, null, null);
  }

  Optional<Placed> placed(String release) {
    return placed.stream().filter(p -> p.release().equals(release)).findFirst();
  }

  Received with(List<Placed> newPlaced, List<String> newHistory) {
    return new Received(
        format, from, name, target, form, newest, trust, keep, links, newPlaced, newHistory);
  }

  /** The same with a release that lies there, in place of what was said of it. */
  Received with(Placed one) {
    List<Placed> all = new ArrayList<>(placed);
    all.removeIf(p -> p.release().equals(one.release()));
    all.add(one);
    return with(all, history);
  }
}
