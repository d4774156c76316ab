package dev.girdle.depot;

import dev.girdle.ecosystem.Progress;
import dev.girdle.image.Descriptor;
import dev.girdle.io.Content;
import java.io.IOException;
import java.util.HashSet;
import java.util.Set;

/** Sends parts to a depot, and counts what there is and what went over the line. */
final class Tally {
  private final Depot depot;
  private final Progress progress;
  private final Set<String> counted = new HashSet<>();
  private final Set<String> seen = new HashSet<>();
  private long total;
  private long done;
  private long sentBytes;
  private int sentParts;

  Tally(Depot depot, Progress progress) {
    this.depot = depot;
    this.progress = progress;
  }

  /** Says beforehand what is to be sent, for the sake of progress. */
  void expect(Descriptor blob) {
    if (counted.add(blob.digest())) {
      total += blob.size();
    }
  }

  /** Says that there are bytes which the depot has for certain. */
  void had(long bytes) {
    total += bytes;
    done += bytes;
  }

  /** Sends a part, unless it was sent before; whether it went over the line. */
  boolean send(Descriptor blob, Content content) throws IOException {
    expect(blob);
    if (!seen.add(blob.digest())) {
      return false;
    }
    long before = done;
    boolean isSent =
        depot.put(
            blob,
            content,
            bytes -> {
              done += bytes;
              tell();
            });
    done = before + blob.size();
    tell();
    sentParts += isSent ? 1 : 0;
    sentBytes += isSent ? blob.size() : 0;
    return isSent;
  }

  private void tell() {
    progress.at("delivering " + depot.label(), Math.min(done, total), total);
  }

  long total() {
    return total;
  }

  long sentBytes() {
    return sentBytes;
  }

  int parts() {
    return counted.size();
  }

  int sentParts() {
    return sentParts;
  }
}
