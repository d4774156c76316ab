package dev.girdle.depot;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.girdle.image.Descriptor;
import java.io.IOException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;

/**
 * What a signature says (in-toto Attestation Framework 1.0, "Statement"): that this name's release
 * is these documents. So a depot can neither give one release for another, nor one program.
 *
 * @param name what the application is called
 * @param release its release
 * @param subjects the documents, that which the release leads to first
 * @param time when it was signed
 */
record Statement(String name, String release, List<Descriptor> subjects, Instant time) {
  static final String TYPE = "application/vnd.in-toto+json";
  private static final String STATEMENT = "https://in-toto.io/Statement/v1";
  private static final String PREDICATE = "urn:girdle:delivery:v1";
  private static final JsonMapper JSON = new JsonMapper();

  /** Copies the list. */
  Statement {
    subjects = List.copyOf(subjects);
  }

  byte[] bytes() throws IOException {
    ObjectNode all = JSON.createObjectNode().put("_type", STATEMENT);
    for (Descriptor one : subjects) {
      ObjectNode subject = all.withArray("/subject").addObject();
      subject.put("name", name + "@" + release);
      subject.putObject("digest").put("sha256", one.hex());
    }
    all.put("predicateType", PREDICATE);
    all.putObject("predicate")
        .put("name", name)
        .put("release", release)
        .put("signedAt", time.truncatedTo(ChronoUnit.SECONDS).toString());
    return JSON.writeValueAsBytes(all);
  }

  static Statement parsed(byte[] bytes) throws IOException {
    JsonNode read = JSON.readTree(bytes);
    if (!read.path("_type").asText().equals(STATEMENT)
        || !read.path("predicateType").asText().equals(PREDICATE)) {
      throw new IOException("it is a statement of another kind");
    }
    List<Descriptor> subjects = new ArrayList<>();
    for (JsonNode one : read.path("subject")) {
      subjects.add(Descriptor.of(null, "sha256:" + one.at("/digest/sha256").asText(), 0));
    }
    JsonNode predicate = read.path("predicate");
    try {
      return new Statement(
          predicate.path("name").asText(),
          predicate.path("release").asText(),
          subjects,
          Instant.parse(predicate.path("signedAt").asText()));
    } catch (java.time.DateTimeException e) {
      throw new IOException("it does not say when it was signed", e);
    }
  }

  /** Whether it is about a document. */
  boolean names(Descriptor document) {
    return subjects.stream().anyMatch(s -> s.digest().equals(document.digest()));
  }
}
