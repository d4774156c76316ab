package dev.girdle.depot;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.image.Descriptor;
import dev.girdle.io.Content;
import dev.girdle.io.Sha256;
import java.io.IOException;

/** Documents as they are sent. */
final class Documents {
  private Documents() {}

  static Depot.Document of(String mediaType, Object document) {
    try {
      byte[] bytes = new JsonMapper().writeValueAsBytes(document);
      return new Depot.Document(
          Descriptor.of(mediaType, "sha256:" + Sha256.of(Content.of(bytes)), bytes.length), bytes);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    } catch (IOException e) {
      throw new IllegalStateException(e); // it is in memory
    }
  }
}
